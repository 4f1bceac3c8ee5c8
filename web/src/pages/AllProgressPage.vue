<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { ask } from '../api/client'
import type { Look, ProgressLine } from '../api/types'
import LookList from '../components/LookList.vue'
import StoneShape from '../components/StoneShape.vue'
import { useLoad } from '../composables/useLoad'
import { shortDate } from '../geometry/dates'

/** All pupils at once: who was not seen, is stuck, told of pain, or is due to be measured. */
const { data, problem, load } = useLoad(() => ask('get', '/api/progress'))
onMounted(load)
const only = ref<Look['kind'] | 'all'>('all')
const KINDS: { value: Look['kind'] | 'all'; title: string }[] = [
  { value: 'all', title: 'everybody' },
  { value: 'pain', title: 'told of pain' },
  { value: 'stuck', title: 'stuck' },
  { value: 'unseen', title: 'not seen' },
  { value: 'rusty', title: 'rusty' },
  { value: 'fit', title: 'to be measured' },
  { value: 'new', title: 'new' }
]
const counted = computed(() =>
  KINDS.map((kind) => ({
    ...kind,
    count: (data.value?.pupils ?? []).filter((pupil) => kind.value === 'all' || pupil.look.some((look) => look.kind === kind.value)).length
  }))
)
const shown = computed(() => (data.value?.pupils ?? []).filter((pupil) => only.value === 'all' || pupil.look.some((look) => look.kind === only.value)))
const share = (pupil: ProgressLine) => Math.min(100, Math.round((100 * pupil.minutes) / Math.max(1, pupil.planned)))
const STATES = ['secure', 'steady', 'started', 'rusty'] as const
</script>

<template>
  <div class="page">
    <header><h1>All pupils</h1></header>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <template v-if="data">
      <div class="kinds" role="group" aria-label="Show">
        <button
          v-for="kind in counted" :key="kind.value" type="button" :class="{ on: only === kind.value }" :aria-pressed="only === kind.value"
          @click="only = kind.value"
        >{{ kind.title }} <b>{{ kind.count }}</b></button>
      </div>
      <p v-if="!shown.length" class="quiet">Nobody.</p>
      <table v-else>
        <thead><tr><th>Name</th><th>Path</th><th>Seen</th><th>Practice told, four weeks</th><th>What wants a look</th></tr></thead>
        <tbody>
          <tr v-for="pupil in shown" :key="pupil.id">
            <td>
              <router-link :to="`/pupils/${pupil.id}/progress`">{{ pupil.name }}</router-link> <span class="small quiet">{{ pupil.instrument }}
                {{ pupil.size }}</span>
            </td>
            <td class="counts">
              <template v-for="state in STATES" :key="state">
                <span v-if="pupil.counts[state]" :title="`${pupil.counts[state]} ${state}`">
                  <StoneShape :state="state" :size="17" /> {{ pupil.counts[state] }}<span class="spoken"> {{ state }}</span>
                </span>
              </template>
            </td>
            <td>{{ pupil.last_seen ? shortDate(pupil.last_seen) : 'not yet' }}</td>
            <td><svg width="90" height="12" viewBox="0 0 90 12" aria-hidden="true">
              <rect x="0.5" y="0.5" width="89" height="11" class="all" />
              <rect x="0.5" y="0.5" :width="(89 * share(pupil)) / 100" height="11" class="told" />
            </svg> {{ pupil.minutes }} of {{ pupil.planned }} min</td>
            <td class="small"><LookList :looks="pupil.look" /></td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped>
.kinds { display: flex; flex-wrap: wrap; gap: var(--room-1) var(--room-2); margin-bottom: var(--room-4); }
.kinds button { padding: var(--room-1) var(--room-3); border: 1px solid var(--rule); border-radius: 14px; cursor: pointer; }
.kinds .on { border-color: var(--moss); color: var(--moss); box-shadow: inset 0 -2px 0 var(--moss); }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; font: italic 500 1rem var(--v-font-heading); color: var(--quiet); }
th, td { padding: var(--room-2) var(--room-4) var(--room-2) 0; border-bottom: 1px solid var(--rule); vertical-align: top; }
td a { font-weight: 600; }
td:nth-child(3), td:nth-child(4) { white-space: nowrap; }
.counts { white-space: nowrap; }
.counts > span { margin-right: var(--room-2); display: inline-flex; gap: var(--room-1); align-items: center; }
.all { fill: none; stroke: var(--quiet); }
.told { fill: var(--moss); }
</style>
