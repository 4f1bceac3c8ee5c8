<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, localDate, Trouble } from '../api/client'
import type { CardBody, HomeDraft, WorkItem } from '../api/types'
import CardMaker from '../components/CardMaker.vue'
import HomeNotes from '../components/HomeNotes.vue'
import WorkEditor from '../components/WorkEditor.vue'
import { useLoad } from '../composables/useLoad'
import { longDate, shortDate } from '../geometry/dates'
import { markOf, partsOf } from '../geometry/lesson'
import { answersOf } from '../geometry/work'
import { newKey } from '../geometry/words'
import { single } from '../composables/kept'

/** After the lesson: what happened, and the work for home drafted from it, to change and to issue. */
const route = useRoute()
const router = useRouter()
const id = Number(route.params.id)
const draftKept = single<{ items: WorkItem[]; minutes: string; note: string; chart: number | null; answers?: Record<number,
  string> }>(`fawnmoss.lesson.${id}.home`)
const { data: lesson, problem, load } = useLoad(() => ask('get', '/api/lessons/{id}', byId(id)))
const draft = ref<HomeDraft | null>(null)
const items = ref<WorkItem[]>([])
const minutes = ref('15')
const note = ref('')
const chart = ref<number | null>(null)
const answers = ref<Record<number, string>>({})
const shown = ref<CardBody | null>(null)
const busy = ref(false)

watch(lesson, async (found) => {
  if (!found) return
  try {
    draft.value = await ask('get', '/api/lessons/{id}/home', byId(id))
  } catch (error) {
    problem.value = error as Trouble
    return
  }
  const kept = draftKept.read()
  items.value = kept?.items ?? draft.value.items
  minutes.value = kept?.minutes ?? String(draft.value.minutes_per_day)
  note.value = kept?.note ?? ''
  answers.value = kept?.answers ?? {}
  chart.value = kept ? kept.chart : (draft.value.charts[0]?.id ?? null)
})
watch(
  [items, minutes, note, chart, answers],
  () => draft.value && draftKept.keep({ items: items.value, minutes: minutes.value, note: note.value, chart: chart.value, answers: answers.value }),
  { deep: true }
)
watch(chart, async (chosen) => {
  shown.value = null
  if (!chosen) return
  try {
    const found = await ask('post', '/api/charts/{id}/work', { ...byId(chosen), body: { bars: [], minutes_per_day: Number(minutes.value) || 15 } })
    if (chart.value === chosen) shown.value = found.body
  } catch (error) {
    problem.value = error as Trouble
  }
}, { immediate: true })
void load()

const title = computed(() => draft.value?.charts.find((one) => one.id === chart.value)?.title ?? `Practice after ${shortDate(localDate())}`)
const card = computed(() =>
  lesson.value && draft.value && (!chart.value || shown.value)
    ? {
        number: 0,
        title: title.value,
        issued_on: localDate(),
        body: {
          ...(shown.value ?? {
            chart: null,
            studio: '',
            changes: [],
            caution: 'Stop and rest when something stings, goes numb or keeps aching; tell your teacher.',
            pupil: lesson.value.pupil.name,
            instrument: lesson.value.pupil.instrument
          }),
          items: items.value,
          note: note.value,
          answers: answersOf(draft.value.notes, answers.value),
          minutes_per_day: Number(minutes.value) || 0
        } as CardBody
      }
    : null
)
const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')

/** Pressed again after an answer was lost, the same card is issued once; one that says something else is another. */
let key = newKey()
watch([items, minutes, note, answers, chart], () => (key = newKey()), { deep: true })
async function issue(): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    const made = await ask('post', '/api/lessons/{id}/cards', { ...byId(id), body: {
      items: items.value,
      minutes_per_day: Number(minutes.value),
      note: note.value,
      key,
      answers: draft.value!.notes.map((one) => ({ id: one.id, answer: answers.value[one.id] ?? '' })),
      ...(chart.value ? { chart_id: chart.value } : {})
    } })
    draftKept.keep(null)
    await router.push(`/cards/${made.id}`)
  } catch (error) {
    problem.value = error as Trouble
  } finally {
    busy.value = false
  }
}
/** Something in the lesson was wrong: it is opened once more, and this draft is made anew after it. */
async function openAgain(): Promise<void> {
  try {
    await ask('post', '/api/lessons/{id}/open', byId(id))
    draftKept.keep(null)
    await router.push(`/lessons/${id}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
async function again(): Promise<void> {
  draftKept.keep(null)
  await load()
}
async function open(tune: number | null): Promise<void> {
  if (tune === null) return
  const view = await ask('get', '/api/charts/{id}', byId(tune)).catch(() => null)
  if (view) await router.push(`/charts/${view.id}/card`)
}
</script>

<template>
  <div class="page wide">
    <div
      v-if="problem && !['note', 'minutes_per_day', 'minutes'].includes(String(problem.where.field))" class="problem"
      role="alert"
    >{{ problem.text }} <v-btn v-if="!lesson" @click="load">Try again</v-btn></div>
    <template v-if="lesson && draft">
      <header>
        <h1>{{ lesson.pupil.name }}, work for home</h1>
        <span class="quiet">after the lesson on {{ longDate(lesson.held_on) }}, until {{ longDate(draft.until) }}</span>
        <span class="push">
          <v-btn :to="`/pupils/${lesson.pupil.id}`">To {{ lesson.pupil.name }}</v-btn>
          <v-btn variant="flat" color="primary" :loading="busy" :disabled="!card" @click="issue">Issue the card</v-btn>
        </span>
      </header>
      <CardMaker :card="card" :waiting="!problem">
        <section>
          <h2>The lesson</h2>
          <ul class="plain small">
            <template v-for="item in lesson.items" :key="item.id">
              <li v-for="part in partsOf(item)" :key="part.title">
                <b v-if="markOf(part, lesson.marks) !== null">{{ markOf(part, lesson.marks) }}</b> {{ part.title }}
                <span class="quiet">{{ lesson.clock.reached.includes(item.id) || markOf(part, lesson.marks) !== null ? '' : 'not reached' }}</span>
              </li>
            </template>
          </ul>
          <p v-if="lesson.note" class="small mt-2">{{ lesson.note }}</p>
          <v-btn density="compact" :disabled="busy" @click="openAgain">Open the lesson again</v-btn>
        </section>
        <section class="ruled">
          <v-text-field
            v-model="minutes" :label="`Minutes a day, ${draft.days_per_week} days a week`" inputmode="numeric"
            :error-messages="fieldOf('minutes_per_day') || fieldOf('minutes')"
          />
          <v-select
            v-model="chart"
            :items="[{ value: null, title: 'no tune on it' }, ...draft.charts.map((one) => ({ value: one.id, title: one.title }))]"
            label="Chart on the card" class="mt-2"
          />
          <p v-for="one in draft.left_out" :key="one" class="small fawn">Too little time for: {{ one }}.</p>
        </section>
        <section class="ruled">
          <WorkEditor v-model="items" :minutes="Number(minutes) || 0" />
          <v-btn density="compact" @click="again">Draft it anew</v-btn>
          <v-btn v-if="chart" density="compact" @click="open(chart)">More choices for the tune</v-btn>
        </section>
        <section v-if="draft.notes.length" class="ruled">
          <HomeNotes v-model="answers" :notes="draft.notes" answerable
            @read="(one) => (draft = { ...draft!, notes: draft!.notes.filter((other) => other !== one) })" />
        </section>
        <section class="ruled">
          <v-textarea v-model="note" label="What to listen for (optional)" rows="2" counter="500" :error-messages="fieldOf('note')" />
        </section>
      </CardMaker>
    </template>
  </div>
</template>

<style scoped>
.wide { max-width: 1500px; }
</style>
