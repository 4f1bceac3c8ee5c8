<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId } from '../api/client'
import PaperOut from '../components/PaperOut.vue'
import { useAct } from '../composables/useAct'
import { useLoad } from '../composables/useLoad'
import { fullDate } from '../geometry/dates'

/** What a parent reads after a term; a page and a PDF. */
const route = useRoute()
const router = useRouter()
const ready = ref(false)
const from = ref(String(route.query.from ?? ''))
const to = ref(String(route.query.to ?? ''))
const query = () => ({ ...(from.value ? { from: from.value } : {}), ...(to.value ? { to: to.value } : {}) })
const { data: report, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}/report', byId(Number(route.params.id), query())))
watch([from, to], () => {
  void load()
  void router.replace({ query: { ...route.query, from: from.value, to: to.value } })
})
/** The teacher's own words, kept when a field is left. */
const own = ref({ words: '', note: '', lock_version: 0 })
const { said, trouble, act } = useAct()
const say = () => act(async () => {
  const body = { ...own.value, from: report.value!.from, to: report.value!.to }
  const kept = await ask('put', '/api/pupils/{id}/report', { ...byId(Number(route.params.id)), body })
  own.value.lock_version = kept.lock_version // the words stay as they are typed: more may have been since
}, 'Kept.')
watch(report, (found) => {
  if (!found) return
  own.value = { ...found.own }
  if (!from.value) from.value = found.from
  if (!to.value) to.value = found.to
  void nextTick(() => (ready.value = true))
})
void load()
</script>

<template>
  <div class="page" :data-ready="ready || undefined">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }}</div>
    <template v-if="report">
      <div class="bar">
        <router-link :to="`/pupils/${report.pupil.id}/progress`">Back to the progress</router-link>
        <v-text-field v-model="from" type="date" label="From" density="compact" class="date" />
        <v-text-field v-model="to" type="date" label="To" density="compact" class="date" />
        <PaperOut :href="`/api/pupils/${report.pupil.id}/report.pdf?${query()}`" />
      </div>
      <article class="letter">
        <header>
          <h1>{{ report.pupil.name }}</h1>
          <p>{{ report.studio }}, {{ report.pupil.instrument === 'bass' ? 'double bass' : report.pupil.instrument }}. From {{ fullDate(report.from) }}
            to {{ fullDate(report.to) }}.</p>
        </header>
        <textarea v-model="own.words" class="own" rows="3" maxlength="2000" placeholder="Your own words (optional)" aria-label="Your own words"
          @change="say"></textarea>
        <p class="said">{{ own.words }}</p>
        <section v-for="part in report.parts" :key="part.heading">
          <h2>{{ part.heading }}</h2>
          <p v-for="sentence in part.sentences" :key="sentence">{{ sentence }}</p>
        </section>
        <textarea v-model="own.note" class="own" rows="2" maxlength="1000" placeholder="A note to the parents (optional)" aria-label="A note to the parents"
          @change="say"></textarea>
        <p class="said">{{ own.note }}</p>
        <p v-if="trouble" class="problem" role="alert">{{ trouble.text }} <v-btn v-if="trouble.code === 'stale'" density="compact"
          @click="load">Show it</v-btn></p>
        <p v-else class="small quiet state" role="status">{{ said }}</p>
        <p class="small quiet">Written from what was seen in lessons and told from practice cards. There are no grades in it: learning to play goes in
          steps, and each takes its own time.</p>
      </article>
    </template>
  </div>
</template>

<style scoped>
.bar { display: flex; gap: var(--room-4); align-items: center; flex-wrap: wrap; margin-bottom: var(--room-4); }
.date { max-width: 170px; }
.letter { max-width: 165mm; margin: 0 auto; font-size: 1.08rem; line-height: 1.6; }
.letter header { border-bottom: 1.5px solid var(--ink); margin-bottom: var(--room-3); }
.own { width: 100%; border: 1px dashed var(--rule); border-radius: 6px; padding: var(--room-2) var(--room-2); font: inherit; color: inherit; background: transparent;
resize: vertical; margin: var(--room-1) 0; }
.said { display: none; white-space: pre-line; }
.state:empty { display: none; }
.letter section { break-inside: avoid; margin-bottom: var(--room-3); }
@media print { .bar, .own, .state { display: none; } .said { display: block; } .page { padding: 0; max-width: none; } .letter { --quiet: #333; --ink: #000; } }
</style>
