<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId } from '../api/client'
import { inStudio, ofPupil } from '../api/takes'
import type { TakeShort, WeekPoint } from '../api/types'
import ConsentAsk from '../components/ConsentAsk.vue'
import OfPupil from '../components/OfPupil.vue'
import { useAct } from '../composables/useAct'
import { useChosenPupil } from '../composables/useChosenPupil'
import { useLoad } from '../composables/useLoad'
import { fullDate } from '../geometry/dates'
import { clockWords } from '../geometry/lesson'
import { centsWords } from '../geometry/heard'
import { tickDate } from '../geometry/plots'

/** A pupil's recordings, and what they tell over the weeks: where each finger and pattern lay. */
const CentsPlot = defineAsyncComponent(() => import('../components/CentsPlot.vue'))
const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id))
const { data: found, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}/takes', byId(id.value)))
const { busy, said, trouble, act } = useAct()
const most = ref(12)
watch(id, () => void load(), { immediate: true })
useChosenPupil(() => found.value?.pupil.id, (other) => `/pupils/${other}/takes`)
const WHERE = { desk: 'in the studio', lesson: 'in the lesson', home: 'at home' }
const STATES = { coming: 'broke off', waiting: 'waits to be listened to', listening: 'is listened to', refused: '', heard: '' }
const state = (take: TakeShort): string => STATES[take.state] || take.trouble || (take.clean ? 'clean' : '')
const fingers = computed(() =>
  (found.value?.weeks.fingers ?? []).map(({ string, finger, placement, points }) => ({
    name: [string, finger, placement === 'natural' ? '' : placement].join(' ').trim(), points,
  }))
)
const patterns = computed(() => found.value?.weeks.skills ?? [])
/** The numbers behind a line of a plot. */
const numbers = (points: WeekPoint[]): string =>
  points.map((one) => `${tickDate(one.on)} ${centsWords(one.cents)}${one.off === null ? '' : `, ${one.off} beside`} (${one.notes} notes)`).join('; ')

/** What has arrived of one that broke off is listened to as it is. */
const finish = (take: TakeShort) => act(async () => {
  const { have } = await inStudio.show(take.id)
  if (have) await inStudio.finish(take.id, have)
  else await inStudio.remove(take.id)
  if (have) await router.push(`/takes/${take.id}`)
  else await load()
})
const remove = (take: TakeShort) => act(async () => {
  await inStudio.remove(take.id)
  await load()
}, 'It is gone.')
</script>

<template>
  <div class="page">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></div>
    <template v-if="found">
      <header>
        <h1>Recordings</h1>
        <OfPupil :pupil="found.pupil" />
        <span class="push"><v-btn :to="`/tuner`">Tuner</v-btn></span>
      </header>
      <ConsentAsk :name="found.pupil.name" :allowed="found" :permission="ofPupil(id)" @change="load" />
      <p v-if="!found.takes.length" class="quiet">Nothing is recorded yet. Record from a chart, a scale, in the lesson, or at home from the card’s link.</p>
      <p v-if="trouble" class="problem small" role="alert">{{ trouble.text }}</p>
      <p class="small" role="status">{{ said }}</p>
      <div v-if="found.takes.length" class="columns">
        <section>
          <table>
            <tbody>
              <tr v-for="take in found.takes.slice(0, most)" :key="take.id">
                <td>{{ fullDate(take.made_on) }}</td>
                <td><router-link :to="`/takes/${take.id}`">{{ take.title }}</router-link></td>
                <td class="quiet">{{ WHERE[take.source] }}</td>
                <td>{{ take.seconds === null ? '' : clockWords(take.seconds) }}<template v-if="take.tempo">, at {{ take.tempo }}</template></td>
                <td>{{ state(take) }} <template v-if="take.state === 'coming'">
                  <v-btn density="compact" :disabled="busy" @click="finish(take)">Listen to what came</v-btn>
                  <v-btn density="compact" :disabled="busy" @click="remove(take)">Throw it away</v-btn></template>
                  <span v-if="take.state === 'heard' && !take.sound" class="small quiet">&nbsp; sound deleted</span></td>
              </tr>
            </tbody>
          </table>
          <v-btn v-if="found.takes.length > most" @click="most += 40">Older ones</v-btn>
        </section>
        <section v-if="fingers.length">
          <h2>Fingers, week by week</h2>
          <p class="small quiet">Hundredths of a semitone over or under the aim, the instrument’s own tuning taken out.</p>
          <CentsPlot :lines="fingers" />
          <details class="small"><summary class="quiet">the numbers</summary>
            <p v-for="line in fingers" :key="line.name"><b>{{ line.name }}</b>: {{ numbers(line.points) }}</p>
          </details>
        </section>
        <section v-if="patterns.length">
          <h2>Patterns, week by week</h2>
          <CentsPlot :lines="patterns" />
          <details class="small"><summary class="quiet">the numbers</summary>
            <p v-for="line in patterns" :key="line.name"><b>{{ line.name }}</b>: {{ numbers(line.points) }}</p>
          </details>
        </section>
      </div>
    </template>
  </div>
</template>

<style scoped>
.columns { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: var(--room-4) var(--room-7); }
.columns > section:first-child { grid-column: 1 / -1; }
table { border-collapse: collapse; }
td { padding: 2px var(--room-5) 2px 0; }
@media (--tablet) { .columns { grid-template-columns: minmax(0, 1fr); } }
</style>
