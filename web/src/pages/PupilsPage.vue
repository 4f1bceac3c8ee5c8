<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ask, localDate, Trouble } from '../api/client'
import type { Pupil, PupilGroup } from '../api/types'
import GroupForm from '../components/GroupForm.vue'
import PupilForm from '../components/PupilForm.vue'
import TakeIn from '../components/TakeIn.vue'
import StoneShape from '../components/StoneShape.vue'
import { shortDate, slotWords } from '../geometry/dates'
import { usePupils } from '../stores/pupils'

const pupils = usePupils()
const router = useRouter()
const adding = ref(false)
const grouping = ref(false)
const groups = ref<PupilGroup[]>([])
const loaded = ref(false)
const problem = ref<Trouble | null>(null)

async function load(): Promise<void> {
  problem.value = null
  try {
    await pupils.load()
    loaded.value = true
    groups.value = (await ask('get', '/api/groups')).groups
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function added(pupil: Pupil): Promise<void> {
  await load()
  pupils.choose(pupil.id)
  await router.push(`/pupils/${pupil.id}`)
}
async function taken(what: { pupil_id: number | null }): Promise<void> {
  await load()
  if (what.pupil_id) await router.push(`/pupils/${what.pupil_id}`)
}
onMounted(load)
/** Those who come, and below them those who are away. */
const here = computed(() => pupils.all.filter((pupil) => !pupil.absence?.now))
const away = computed(() => pupils.all.filter((pupil) => pupil.absence?.now))
const STATES = ['secure', 'steady', 'started', 'rusty'] as const
</script>

<template>
  <div class="page">
    <header>
      <h1>Pupils</h1>
      <span v-owner class="push"><TakeIn label="Take one in from a file" @taken="taken" /> <v-btn variant="flat" color="primary"
        @click="adding = true">Add a pupil</v-btn></span>
    </header>
    <p v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></p>
    <p v-if="loaded && !pupils.all.length">Nobody here yet. Add a pupil: a first name and an instrument are enough to start.</p>
    <table v-if="here.length">
      <thead><tr><th>Name</th><th>Instrument</th><th>Lesson</th><th>Path</th><th>Next</th><th>Last marked</th></tr></thead>
      <tbody>
        <tr v-for="pupil in here" :key="pupil.id">
          <td><router-link :to="`/pupils/${pupil.id}`" @click="pupils.choose(pupil.id)">{{ pupil.name }}</router-link></td>
          <td>{{ pupil.instrument }} {{ pupil.size }}</td>
          <td>
            <div v-for="slot in pupil.slots" :key="slot.id">{{ slotWords(slot, localDate()) }}</div>
            <div v-if="pupil.absence" class="fawn small">{{ pupil.absence.words }}</div>
          </td>
          <td class="counts">
            <template v-for="state in STATES" :key="state">
              <span v-if="pupil.counts[state]" :title="`${pupil.counts[state]} ${state}`">
                <StoneShape :state="state" :size="17" /> {{ pupil.counts[state] }} <span class="word">{{ state }}</span>
              </span>
            </template>
          </td>
          <td>{{ pupil.next.map((one) => one.name).join('; ') }}</td>
          <td>{{ pupil.last_seen ? shortDate(pupil.last_seen) : 'not yet' }}</td>
        </tr>
      </tbody>
    </table>
    <section v-if="pupils.all.length > 1" class="ruled">
      <h2>Groups <v-btn v-owner density="compact" @click="grouping = true">Add a group</v-btn></h2>
      <ul class="plain">
        <li v-for="group in groups" :key="group.id">
          <router-link :to="`/groups/${group.id}`">{{ group.name }}</router-link>
          <span class="quiet words">{{ group.slot ? slotWords(group.slot, localDate()) : `${group.minutes} minutes` }}: {{ group.members.map((one) =>
            one.name).join(', ') }}</span>
        </li>
      </ul>
    </section>
    <GroupForm v-model="grouping" @saved="(group) => router.push(`/groups/${group.id}`)" />
    <section v-if="away.length" class="ruled">
      <h2>Away</h2>
      <ul class="plain">
        <li v-for="pupil in away" :key="pupil.id">
          <router-link :to="`/pupils/${pupil.id}`" @click="pupils.choose(pupil.id)">{{ pupil.name }}</router-link>,
          {{ pupil.instrument }} <span class="quiet">{{ pupil.absence!.words }}<template
            v-if="pupil.absence!.note">: {{ pupil.absence!.note }}</template></span>
        </li>
      </ul>
    </section>
    <PupilForm v-model="adding" @saved="added" />
  </div>
</template>

<style scoped>
.words { margin-left: var(--room-2); }
table { width: 100%; border-collapse: collapse; }
th { text-align: left; font-family: var(--v-font-heading); font-style: italic; font-weight: 500; color: var(--quiet); }
th, td { padding: var(--room-2) var(--room-4) var(--room-2) 0; border-bottom: 1px solid var(--rule); vertical-align: top; }
td a { font-weight: 600; }
.counts { white-space: nowrap; }
.counts > span { margin-right: var(--room-2); display: inline-flex; gap: var(--room-1); align-items: center; }
.word { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); }
@media (--rail) {
  thead { display: none; }
  tr { display: block; padding: var(--room-2) 0; border-bottom: 1px solid var(--rule); }
  td { display: inline-block; border: 0; padding: 2px var(--room-3) 2px 0; }
}
</style>
