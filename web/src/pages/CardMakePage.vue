<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, localDate, Trouble } from '../api/client'
import type { CardBody, CardInput, ChartView, Work, WorkItem, WorkWish } from '../api/types'
import CardMaker from '../components/CardMaker.vue'
import CardsForMany from '../components/CardsForMany.vue'
import HomeNotes from '../components/HomeNotes.vue'
import WorkEditor from '../components/WorkEditor.vue'
import { useSameTune } from '../composables/useSameTune'
import { barWords } from '../geometry/spots'
import { answersOf, kept } from '../geometry/work'
import { newKey } from '../geometry/words'
import { usePupils } from '../stores/pupils'
import { single } from '../composables/kept'

/** Making a card: what it shows, the work and its minutes, what to listen for; beside it the card as it will be. */
const route = useRoute()
const router = useRouter()
const pupils = usePupils()
const id = Number(route.params.id)
const draftKept = single<{ form: object; touched: WorkItem[] }>(`fawnmoss.chart.${id}.card`)

const view = ref<ChartView | null>(null)
const work = ref<Work | null>(null)
const trouble = ref<Trouble | null>(null)
/** Why the card was not issued: work that comes in late does not wipe it out, what is changed next does. */
const refusal = ref<Trouble | null>(null)
const problem = computed(() => refusal.value ?? trouble.value)
const busy = ref(false)
const several = ref(false)
const form = reactive({
  minutes: '15',
  note: '',
  caution: '',
  only: false,
  bars: [] as number[][],
  bands: ['digits', 'lanes', 'bow'] as NonNullable<CardInput['bands']>,
  warm_up: true,
  run: true,
  tempo: true,
  tempo_from: '',
  chain: 'forward' as WorkWish['chain'],
  by: 'bar' as WorkWish['by'],
  spots: null as number[][] | null,
  answers: {} as Record<number, string>
})
/** The items as they stand, and which of them were written over. */
const items = ref<WorkItem[]>([])
const touched = ref<WorkItem[]>([])
let timer: ReturnType<typeof setTimeout> | undefined
let asked = 0
/** The work as it is being made. */
let making: Promise<void> = Promise.resolve()

const chains = [
  { value: 'forward', title: 'from the first bar on' },
  { value: 'backward', title: 'from the last bar back' },
  { value: 'none', title: 'not phrase by phrase' }
]
const steps = [{ value: 'bar', title: 'bar by bar' }, { value: 'beat', title: 'beat by beat' }]
const bands = [['digits', 'bow signs, fingers'], ['lanes', 'string lanes'], ['bow', 'bow line']] as const
const minutes = computed(() => Number(form.minutes))
const spots = computed(() => form.spots ?? (view.value?.chart.spots ?? []).slice(0, 2).map((spot) => spot.bars))
const shown = computed(() => (form.only ? [...new Set(form.bars.flat())].sort((a, b) => a - b) : []))
const card = computed(() => {
  const body = work.value?.body
  return body
    ? {
        number: work.value!.number,
        title: view.value!.chart.tune.title,
        issued_on: localDate(),
        body: { ...body, items: items.value, note: form.note, answers: answersOf(work.value!.notes, form.answers), minutes_per_day: minutes.value } as CardBody
      }
    : null
})
const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')
const other = computed(
  () => problem.value && !['note', 'minutes_per_day', 'minutes', 'caution', 'tempo_from', 'from'].includes(String(problem.value.where.field))
)

function wish() {
  return {
    minutes_per_day: minutes.value,
    bars: shown.value,
    bands: form.bands,
    caution: form.caution,
    work: {
      spots: spots.value.map((bars) => ({ bars })),
      warm_up: form.warm_up,
      run: form.run,
      tempo: form.tempo,
      tempo_from: form.tempo_from ? Number(form.tempo_from) : null,
      chain: form.chain,
      by: form.by
    }
  }
}

async function load(): Promise<void> {
  trouble.value = null
  try {
    view.value = await ask('get', '/api/charts/{id}', byId(id))
    if (view.value.pupil_id) pupils.choose(view.value.pupil_id)
    await pupils.load().catch(() => undefined)
    form.minutes = String(pupils.all.find((pupil) => pupil.id === view.value!.pupil_id)?.minutes_per_day ?? 15)
    const draft = draftKept.read()
    if (draft) {
      Object.assign(form, draft.form)
      touched.value = draft.touched
    }
    if (view.value.pupil_id) await renew()
  } catch (error) {
    trouble.value = error as Trouble
  }
}
void load()
/** A pupil who is put away is in no list: that nobody is chosen then leads nowhere. */
useSameTune(() => (pupils.currentId ? view.value : null), (found) => (trouble.value = found))

/** Asks for the work anew; an answer that comes too late is dropped. */
async function make(): Promise<void> {
  const own = ++asked
  try {
    const found = await ask('post', '/api/charts/{id}/work', { ...byId(id), body: wish() })
    if (own !== asked) return
    work.value = found
    items.value = kept(found.body.items ?? [], touched.value)
    trouble.value = null
  } catch (error) {
    if (own === asked) trouble.value = error as Trouble
  }
}
watch(() => JSON.stringify([{ ...form, note: '', answers: {} }, spots.value]), () => {
  clearTimeout(timer)
  if (view.value?.pupil_id) timer = setTimeout(() => void renew(), 250)
})
function renew(): Promise<void> {
  timer = undefined
  return (making = make())
}
/** Pressed again after an answer was lost, the same card is issued once; one that says something else is another. */
let key = newKey()
watch([form, touched], () => {
  key = newKey()
  refusal.value = null
  draftKept.keep({ form, touched: touched.value })
}, { deep: true })

/** What was written over, kept when the work is made anew; an own item is kept as it now stands. */
function edited(next: WorkItem): void {
  const same = (item: WorkItem) => item.kind === next.kind && item.bars.join() === next.bars.join()
  touched.value = [
    ...touched.value.filter((item) => item.kind !== 'own' && !same(item)),
    ...(next.kind === 'own' ? [] : [next]),
    ...items.value.filter((item) => item.kind === 'own')
  ]
}
const forgotten = (gone: WorkItem) => (touched.value = touched.value.filter((item) => item.title !== gone.title || item.kind !== gone.kind))
function toggle(list: number[][], bars: number[]): number[][] {
  return list.some((one) => one.join() === bars.join()) ? list.filter((one) => one.join() !== bars.join()) : [...list, bars]
}
const has = (list: number[][], bars: number[]) => list.some((one) => one.join() === bars.join())

/** Whoever is quicker than the work that goes with the last change waits for it. */
async function issue(): Promise<void> {
  busy.value = true
  refusal.value = null
  try {
    if (timer) {
      clearTimeout(timer)
      void renew()
    }
    await making
    if (trouble.value) return
    const made = await ask('post', '/api/charts/{id}/cards', { ...byId(id), body: {
      ...wish(),
      note: form.note,
      key,
      items: items.value,
      answers: work.value!.notes.map((one) => ({ id: one.id, answer: form.answers[one.id] ?? '' })),
    } })
    draftKept.keep(null)
    await router.push(`/cards/${made.id}`)
  } catch (error) {
    refusal.value = error as Trouble
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="page wide">
    <div v-if="problem && other" class="problem" role="alert">{{ problem.text }} <v-btn v-if="!view" @click="load">Try again</v-btn></div>
    <template v-if="view">
      <header>
        <h1>A card from {{ view.chart.tune.title }}</h1><span class="quiet">{{ view.pupil_name ? `for ${view.pupil_name}` : '' }}</span>
        <span class="push">
          <v-btn :to="`/charts/${id}`">Back to the chart</v-btn>
          <v-btn @click="several = true">For several pupils …</v-btn>
          <v-btn variant="flat" color="primary" :loading="busy" :disabled="!work" @click="issue">Issue the card</v-btn>
        </span>
      </header>
      <p v-if="!view.pupil_id" class="problem">This chart is for an instrument. Choose a pupil at the top: their chart of it opens, to look at and to issue.</p>
      <CardMaker v-else :card="card" :waiting="!problem">
        <section>
          <h2>Minutes</h2>
          <v-text-field v-model="form.minutes" label="Minutes a day" inputmode="numeric" :error-messages="fieldOf('minutes_per_day') || fieldOf('minutes')" />
          <p v-for="title in work?.left_out ?? []" :key="title" class="small fawn">Too little time for: {{ title }}.</p>
        </section>
        <section class="ruled">
          <WorkEditor v-model="items" :minutes="minutes" @edit="edited" @remove="forgotten" />
          <details>
            <summary class="aside-label">What goes in</summary>
            <label class="choice"><input v-model="form.warm_up" type="checkbox" /> scale and arpeggio of the key</label>
            <label v-for="spot in view.chart.spots" :key="spot.bars.join()" class="choice"><input
              type="checkbox" :checked="has(spots, spot.bars)"
              @change="form.spots = toggle(spots, spot.bars)"
            /> {{ barWords(spot.bars) }}: {{ spot.name }}</label>
            <v-select v-model="form.chain" :items="chains" label="Phrases" />
            <v-select v-if="form.chain !== 'none'" v-model="form.by" :items="steps" label="Growing" />
            <label class="choice"><input v-model="form.tempo" type="checkbox" /> tempo steps up to {{ view.tempo }}</label>
            <v-text-field
              v-if="form.tempo" v-model="form.tempo_from" label="Starting at (else as usual)" inputmode="numeric"
              :error-messages="fieldOf('tempo_from') || fieldOf('from')"
            />
            <label class="choice"><input v-model="form.run" type="checkbox" /> a run through</label>
          </details>
        </section>
        <section v-if="work?.notes.length" class="ruled">
          <HomeNotes v-model="form.answers" :notes="work.notes" answerable @read="renew" />
        </section>
        <section class="ruled">
          <v-textarea v-model="form.note" label="What to listen for (optional)" rows="2" counter="500" :error-messages="fieldOf('note')" />
          <v-textarea v-model="form.caution" label="Caution (else the one that fits)" rows="2" counter="300" :error-messages="fieldOf('caution')" />
        </section>
        <details class="ruled">
          <summary class="aside-label">What is drawn</summary>
          <label class="choice"><input v-model="form.only" type="checkbox" :disabled="!view.chart.spots.length" /> only some bars</label>
          <template v-if="form.only">
            <label v-for="spot in view.chart.spots" :key="spot.bars.join()" class="choice inner"><input
              type="checkbox"
              :checked="has(form.bars, spot.bars)" @change="form.bars = toggle(form.bars, spot.bars)"
            /> {{ barWords(spot.bars) }}</label>
          </template>
          <label v-for="[band, words] in bands" :key="band" class="choice"><input v-model="form.bands" type="checkbox" :value="band" /> {{ words }}</label>
        </details>
      </CardMaker>
      <CardsForMany v-model="several" :tune-id="view.tune_id" :title="view.chart.tune.title" :kind="{ version: view.version, part: view.part }"
        :note="form.note" />
    </template>
  </div>
</template>

<style scoped>
.wide { max-width: 1500px; }
.choice { display: flex; gap: var(--room-2); align-items: baseline; padding: 2px 0; line-height: 1.3; }
.inner { padding-left: var(--room-5); }
summary { cursor: pointer; padding: var(--room-1) 0; }
details .v-input { margin: var(--room-2) 0; }
input[type='checkbox'] { accent-color: rgb(var(--v-theme-primary)); }
</style>
