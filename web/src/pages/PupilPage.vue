<script setup lang="ts">
import { computed, defineAsyncComponent, onUnmounted, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId, localDate, Trouble } from '../api/client'
import type { CardSummary, Hold, Mark, MarkInput, Promised, Pupil } from '../api/types'
import HomeNotes from '../components/HomeNotes.vue'
import LessonDiary from '../components/LessonDiary.vue'
import LookList from '../components/LookList.vue'
import MarkButtons from '../components/MarkButtons.vue'
import MarkRecord from '../components/MarkRecord.vue'
import ErasePupil from '../components/ErasePupil.vue'
import PathStones from '../components/PathStones.vue'
import RepertoireList from '../components/RepertoireList.vue'
import PupilTimes from '../components/PupilTimes.vue'
import PupilForm from '../components/PupilForm.vue'
import SmallPicture from '../components/SmallPicture.vue'
import StoneDetail from '../components/StoneDetail.vue'
import NewTakes from '../components/NewTakes.vue'
import { useChosenPupil } from '../composables/useChosenPupil'
import { useLoad } from '../composables/useLoad'
import { usePictures } from '../composables/usePictures'
import { shortDate, slotWords } from '../geometry/dates'
import { recorded } from '../geometry/lesson'
import { newKey } from '../geometry/words'
import { usePupils } from '../stores/pupils'
import { useSession } from '../stores/session'

const ProgressPlot = defineAsyncComponent(() => import('../components/ProgressPlot.vue'))
const route = useRoute()
const pupils = usePupils()
const session = useSession()
const { data: pupil, problem, load } = useLoad(() => ask('get', '/api/pupils/{id}', byId(Number(route.params.id))))
const open = ref<string | null>(null)
const changing = ref(false)
const timing = ref(false)
const busy = ref(false)
const said = ref('')
const unsent = ref<MarkInput | null>(null)
const cleared = ref('')
const mine = ref('')

watch(() => route.params.id, (id) => id && load(), { immediate: true })
useChosenPupil(() => pupil.value?.id, (id) => `/pupils/${id}`)

const pictures = usePictures(() => pupil.value?.instrument)
const stone = computed(() => pupil.value?.path.find((one) => one.id === open.value) ?? null)
const next = computed(() => pupil.value?.next.map((one) => one.skill) ?? [])
const name = (id: string | null) => pupil.value?.path.find((one) => one.id === id)?.name ?? ''

async function record(one: MarkInput, what: string): Promise<void> {
  busy.value = true
  problem.value = null
  const mark = { key: newKey(), ...one } // sent again, it counts once
  unsent.value = mark
  try {
    const answer = await ask('post', '/api/pupils/{id}/marks', { ...byId(pupil.value!.id), body: mark })
    pupil.value = { ...pupil.value!, ...answer.pupil, marks: recorded(pupil.value!.marks, answer.mark) }
    pupils.keep(pupil.value)
    plotLater()
    said.value = mark.struck ? `Struck out: ${mark.value} for ${what}.` : `Marked ${mark.value} for ${what}.`
    unsent.value = null
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
const named = (mark: Mark): string => (mark.skill ? name(mark.skill) : pupil.value?.tunes.find((tune) => tune.id === mark.tune_id)?.title) ?? ''
/** One that was wrong, changed or struck out. */
const correct = (mark: MarkInput): Promise<void> => {
  const wrong = pupil.value!.marks.find((one) => one.id === mark.corrects_id)
  return record(mark, wrong ? named(wrong) : 'it')
}
/** The plot of weeks is fetched when no mark came for a while: it takes longer than a mark. */
let plotting: ReturnType<typeof setTimeout> | undefined
function plotLater(): void {
  clearTimeout(plotting)
  plotting = setTimeout(async () => {
    const found = await ask('get', '/api/pupils/{id}', byId(pupil.value!.id)).catch(() => null)
    if (found && found.id === pupil.value?.id && !busy.value) pupil.value = found
  }, 1500)
}
onUnmounted(() => clearTimeout(plotting))

/** Does something small about the pupil, and shows the pupil as it then is. */
async function act(work: () => Promise<unknown>, words: string): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    await work()
    changed(await ask('get', '/api/pupils/{id}', byId(pupil.value!.id)))
    said.value = words
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
const clear = (hold: Hold) =>
  act(() => ask('post', '/api/holds/{id}/clear', { ...byId(hold.id), body: { note: cleared.value } }), 'Cleared.').then(() => (cleared.value = ''))
const promise = (body: { kind: Promised['kind']; ref?: string; title?: string }) =>
  act(() => ask('post', '/api/pupils/{id}/promises', { ...byId(pupil.value!.id), body: { ...body, key: newKey() } }), 'Promised for the next lesson.')
/** The day of the placing that stands, if there was no lesson since. */
const placed = computed(() => {
  const last = pupil.value?.marks.find((one) => !one.struck)
  return last?.source === 'placed' ? last.made_on : null
})
const unplace = () => act(() => ask('delete', '/api/pupils/{id}/placing', byId(pupil.value!.id)), 'Struck out.')
const kept = (one: Promised) => act(() => ask('delete', '/api/promises/{id}', byId(one.id)), 'Done with.')
async function promiseOwn(): Promise<void> {
  if (!mine.value.trim()) return
  await promise({ kind: 'own', title: mine.value.trim() })
  if (!problem.value) mine.value = ''
}
const tuneOf = (card: CardSummary) => pupil.value?.tunes.find((tune) => tune.title === card.title)
async function recordCard(card: CardSummary, value: number): Promise<void> {
  const chart = await ask('get', '/api/charts/{id}', byId(card.chart_id!)).catch((error: Trouble) => { problem.value = error })
  if (chart) await record({ tune_id: chart.tune_id, value }, card.title)
}
function changed(saved: Pupil): void {
  pupil.value = saved
  pupils.keep(saved)
}
</script>

<template>
  <div class="page">
    <div v-if="problem" class="problem" role="alert">
      {{ problem.text }}
      <v-btn v-if="unsent && problem.passing" @click="record(unsent, 'it')">Send the mark again</v-btn>
      <v-btn v-else-if="!pupil" @click="load">Try again</v-btn>
    </div>
    <template v-if="pupil">
      <header>
        <h1>{{ pupil.name }}</h1>
        <span class="quiet">
          {{ [pupil.instrument, pupil.size, pupil.instrument === 'bass' && pupil.bow_hold === 'german' ? 'German hold' : ''].filter(Boolean).join(' ')
            }}<template v-for="slot in pupil.slots" :key="slot.id">, {{ slotWords(slot, localDate()) }}</template>, {{ pupil.minutes_per_day }}
          minutes a day at home
        </span>
        <span class="push">
          <v-btn v-owner @click="changing = true">Change</v-btn>
          <v-btn v-owner @click="timing = true">Lesson times</v-btn>
          <v-btn to="/tunes">Tunes that fit</v-btn>
          <v-btn variant="flat" color="primary" :to="`/pupils/${pupil.id}/plan`">Plan the lesson</v-btn>
        </span>
      </header>
      <nav class="places" :aria-label="`More about ${pupil.name}`">
        <router-link :to="`/pupils/${pupil.id}/fit`">Fit and tapes</router-link>
        <router-link :to="`/pupils/${pupil.id}/progress`">Progress and report</router-link>
        <router-link :to="`/pupils/${pupil.id}/takes`">Recordings</router-link>
        <router-link to="/tuner">Tuner</router-link>
        <router-link :to="`/pupils/${pupil.id}/warm-up`">Warm-up</router-link>
        <router-link :to="`/pupils/${pupil.id}/placing`">What {{ pupil.name }} can already do</router-link>
        <router-link to="/care">Care</router-link>
      </nav>
      <p v-if="pupil.absence" class="fawn">{{ pupil.name }} {{ pupil.absence.words }}<template
        v-if="pupil.absence.note">: {{ pupil.absence.note }}</template></p>
      <LookList :looks="pupil.look.filter((look) => look.kind !== 'pain')" />
      <p v-if="!pupil.marks.length" class="already">Does {{ pupil.name }} already play?
        <v-btn v-owner variant="tonal" :to="`/pupils/${pupil.id}/placing`">Tell what goes already</v-btn></p>
      <p v-else-if="placed" class="small quiet">Placed on {{ shortDate(placed) }} with what went already.
        <v-btn density="compact" :disabled="busy" @click="unplace">Take that back</v-btn></p>
      <NewTakes :takes="pupil.recordings" />
      <HomeNotes :notes="pupil.notes" @read="(one) => (pupil = { ...pupil!, notes: pupil!.notes.filter((other) => other !== one) })" />
      <div v-for="hold in pupil.holds" :key="hold.id" class="hold">
        <p><b>Pain:</b> {{ hold.words }} <template v-if="hold.skill">{{ name(hold.skill) }} rests until you clear it.</template></p>
        <form @submit.prevent="clear(hold)">
          <v-text-field v-model="cleared" label="What helped (optional)" maxlength="300" density="compact" />
          <v-btn type="submit" :disabled="busy">Clear it</v-btn>
        </form>
      </div>
      <p class="said small quiet" role="status">{{ said }}</p>

      <div class="columns">
        <section>
          <h2>Next</h2>
          <p v-if="!pupil.next.length" class="quiet">Every stone that can be taken up is steady.</p>
          <article v-for="one in pupil.next" :key="one.skill" class="next">
            <h3>{{ one.name }}</h3>
            <p class="small fawn">{{ one.reasons.join('; ') }}</p>
            <p>{{ one.task }}</p>
            <SmallPicture v-if="pictures?.skills[one.skill]" :picture="pictures.skills[one.skill]!" />
            <p class="small quiet">Checks: {{ one.checks.join(' · ') }}</p>
            <p v-if="one.caution" class="small"><b>Take care:</b> {{ one.caution }}</p>
            <MarkButtons :label="one.name" :scale="one.scale" :busy="busy" @mark="record({ skill: one.skill, value: $event }, one.name)" />
          </article>
        </section>
        <section>
          <h2>Progress</h2>
          <ProgressPlot :weeks="pupil.progress" />
          <h2 class="mt-4">Promised</h2>
          <ul class="plain small">
            <li v-for="one in pupil.promises" :key="one.id" class="promise">
              <span>{{ one.title }} <span class="quiet">{{ one.why }}, {{ shortDate(one.on) }}</span></span>
              <v-btn density="compact" :disabled="busy" @click="kept(one)">Done with</v-btn>
            </li>
          </ul>
          <form class="promise" @submit.prevent="promiseOwn">
            <v-text-field v-model="mine" label="Promise something for the next lesson" maxlength="120" />
            <v-btn type="submit" :disabled="busy || !mine.trim()">Promise</v-btn>
          </form>
        </section>
      </div>

      <section class="ruled">
        <h2>Path</h2>
        <PathStones :path="pupil.path" :next="next" :open="open" @open="open = open === $event ? null : $event" />
        <StoneDetail
          v-if="stone" :stone="stone" :marks="pupil.marks.filter((mark) => mark.skill === stone!.id)" :busy="busy"
          :promised="pupil.promises.some((one) => one.ref === stone!.id)" :picture="pictures?.skills[stone.id]"
          @mark="record({ skill: stone!.id, ...$event }, stone!.name)"
          @promise="promise({ kind: 'skill', ref: stone!.id })"
        />
      </section>

      <div class="columns ruled">
        <section>
          <h2>Cards</h2>
          <p v-if="!pupil.cards.length" class="quiet">None yet. Open a tune’s chart and issue it.</p>
          <ul class="plain">
            <li v-for="card in pupil.cards" :key="card.id" class="card">
              <span>
                <router-link :to="`/cards/${card.id}`">No. {{ card.number }}, {{ card.title }}</router-link>
                <br />
                <span class="small quiet">{{ shortDate(card.issued_on) }}<template v-if="card.practised.days">, practised on {{ card.practised.days }}
                  {{ card.practised.days === 1 ? 'day' : 'days' }}, {{ card.practised.minutes }} minutes</template>
                <template v-if="tuneOf(card)">, last mark {{ tuneOf(card)!.value }} on {{ shortDate(tuneOf(card)!.last_on) }}</template></span>
              </span>
              <MarkButtons :label="card.title" :busy="busy" @mark="recordCard(card, $event)" />
            </li>
          </ul>
        </section>
        <section>
          <h2>Latest marks</h2>
          <MarkRecord
            :marks="pupil.marks.slice(0, 10)" :busy="busy" :named="named" :scaled="(mark) => pupil!.path.find((one) => one.id === mark.skill)?.scale ??
              'playing'"
            @correct="correct" />
        </section>
      </div>
      <section class="ruled">
        <h2>Repertoire</h2>
        <RepertoireList :pupil="pupil.id" />
      </section>
      <section class="ruled">
        <h2>Lessons</h2>
        <LessonDiary :pupil="pupil.id" />
      </section>
      <ErasePupil v-if="session.owner" :id="pupil.id" :name="pupil.name" class="ruled" />
      <PupilTimes v-model="timing" :pupil="pupil" @changed="pupil = { ...pupil, ...$event }; pupils.keep(pupil)" />
      <PupilForm v-model="changing" :pupil="pupil" @saved="changed" />
    </template>
  </div>
</template>

<style scoped>
.columns { margin-top: var(--room-4); display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-2) var(--room-7); }
.next { padding: var(--room-2) 0 var(--room-4); }
.next p { margin-bottom: var(--room-1); }
.said:empty { display: none; }
.already { display: flex; gap: var(--room-4); align-items: center; }
.places { display: flex; flex-wrap: wrap; gap: var(--room-1) var(--room-5); margin: -10px 0 var(--room-3); }
.hold { border-left: 3px solid var(--brick); padding: var(--room-1) var(--room-3); margin-bottom: var(--room-2); }
.hold form { display: flex; gap: var(--room-3); align-items: end; max-width: 520px; }
.hold p { color: var(--brick); margin: 0; }
.promise { display: flex; gap: var(--room-3); justify-content: space-between; align-items: end; }
.card { display: flex; justify-content: space-between; gap: var(--room-3); padding: var(--room-2) 0; border-bottom: 1px solid var(--rule); align-items: center; }
@media (--tablet) { .columns { grid-template-columns: 1fr; } }
</style>
