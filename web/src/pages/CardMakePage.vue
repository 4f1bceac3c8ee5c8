<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, localDate, Trouble } from '../api/client'
import type { Card, CardBody, ChartView, Work, WorkItem } from '../api/types'
import CardPaper from '../components/CardPaper.vue'
import { barWords } from '../geometry/spots'
import { budgetWords, kept } from '../geometry/work'
import { usePupils } from '../stores/pupils'

/** Making a card: what it shows, the work and its minutes, what to listen for; beside it the card as it will be. */
const route = useRoute()
const router = useRouter()
const pupils = usePupils()
const id = Number(route.params.id)
const DRAFT = `fawnmoss.chart.${id}.card`

const view = ref<ChartView | null>(null)
const work = ref<Work | null>(null)
const problem = ref<Trouble | null>(null)
const busy = ref(false)
const working = ref(false)
const form = reactive({
  minutes: '15', note: '', caution: '', only: false, bars: [] as number[][], bands: ['digits', 'lanes', 'bow'], warm_up: true, run: true, tempo: true, tempo_from: '', chain: 'forward', by: 'bar',
  spots: null as number[][] | null,
})
/** The items as they stand, and which of them were written over. */
const items = ref<WorkItem[]>([])
const touched = ref<WorkItem[]>([])
const editing = ref<number | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined
let asked = 0

const chains = [{ value: 'forward', title: 'from the first bar on' }, { value: 'backward', title: 'from the last bar back' }, { value: 'none', title: 'not phrase by phrase' }]
const steps = [{ value: 'bar', title: 'bar by bar' }, { value: 'beat', title: 'beat by beat' }]
const bands = [['digits', 'bow signs, fingers'], ['lanes', 'string lanes'], ['bow', 'bow line']] as const
const minutes = computed(() => Number(form.minutes))
const spots = computed(() => form.spots ?? (view.value?.chart.spots ?? []).slice(0, 2).map((spot) => spot.bars))
const shown = computed(() => (form.only ? [...new Set(form.bars.flat())].sort((a, b) => a - b) : []))
const card = computed(() => {
  const body = work.value?.body
  return body ? { number: work.value!.number, title: view.value!.chart.tune.title, issued_on: localDate(), body: { ...body, items: items.value, note: form.note, minutes_per_day: minutes.value } as CardBody } : null
})
const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')
const other = computed(() => problem.value && !['note', 'minutes_per_day', 'minutes', 'caution', 'tempo_from', 'from'].includes(String(problem.value.where.field)))

function wish() {
  return {
    minutes_per_day: minutes.value, bars: shown.value, bands: form.bands, caution: form.caution,
    work: { spots: spots.value.map((bars) => ({ bars })), warm_up: form.warm_up, run: form.run, tempo: form.tempo, tempo_from: form.tempo_from ? Number(form.tempo_from) : null, chain: form.chain, by: form.by },
  }
}

async function load(): Promise<void> {
  problem.value = null
  try {
    view.value = await ask<ChartView>('GET', `/charts/${id}`)
    if (view.value.pupil_id) pupils.choose(view.value.pupil_id)
    await pupils.load().catch(() => undefined)
    form.minutes = String(pupils.all.find((pupil) => pupil.id === view.value!.pupil_id)?.minutes_per_day ?? 15)
    const draft = JSON.parse(localStorage.getItem(DRAFT) ?? 'null') as { form: typeof form; touched: WorkItem[] } | null
    if (draft) {
      Object.assign(form, draft.form)
      touched.value = draft.touched
    }
    if (view.value.pupil_id) await make()
  } catch (error) {
    problem.value = error as Trouble
  }
}
void load()

/** Asks for the work anew; an answer that comes too late is dropped. */
async function make(): Promise<void> {
  const own = ++asked
  working.value = true
  try {
    const found = await ask<Work>('POST', `/charts/${id}/work`, wish())
    if (own !== asked) return
    work.value = found
    items.value = kept(found.body.items ?? [], touched.value)
    problem.value = null
  } catch (error) {
    if (own === asked) problem.value = error as Trouble
  } finally {
    if (own === asked) working.value = false
  }
}
watch(() => JSON.stringify([{ ...form, note: '' }, spots.value]), () => {
  clearTimeout(timer)
  if (view.value?.pupil_id) timer = setTimeout(make, 250)
})
watch([form, touched], () => localStorage.setItem(DRAFT, JSON.stringify({ form, touched: touched.value })), { deep: true })

function change(index: number, changes: Partial<WorkItem>): void {
  const next = { ...items.value[index]!, ...changes }
  items.value = items.value.map((item, at) => (at === index ? next : item))
  touched.value = items.value.filter((item, at) => at === index || item.kind === 'own' || touched.value.some((own) => own.kind === item.kind && own.bars.join() === item.bars.join()))
}
function move(index: number, by: number): void {
  const next = [...items.value]
  next.splice(index + by, 0, ...next.splice(index, 1))
  items.value = next
}
function remove(index: number): void {
  const gone = items.value[index]!
  items.value = items.value.filter((_, at) => at !== index)
  touched.value = touched.value.filter((item) => item !== gone)
  editing.value = null
}
function add(): void {
  items.value = [...items.value, { kind: 'own', title: 'Something of mine', steps: ['What to do.'], minutes: 1, bars: [], tempi: [] }]
  touched.value = [...touched.value, items.value.at(-1)!]
  editing.value = items.value.length - 1
}
function toggle(list: number[][], bars: number[]): number[][] {
  return list.some((one) => one.join() === bars.join()) ? list.filter((one) => one.join() !== bars.join()) : [...list, bars]
}
const has = (list: number[][], bars: number[]) => list.some((one) => one.join() === bars.join())

async function issue(): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    const made = await ask<Card>('POST', `/charts/${id}/cards`, { ...wish(), note: form.note, items: items.value })
    localStorage.removeItem(DRAFT)
    await router.push(`/cards/${made.id}`)
  } catch (error) {
    problem.value = error as Trouble
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
        <span class="push"><v-btn :to="`/charts/${id}`">Back to the chart</v-btn><v-btn variant="flat" color="primary" :loading="busy" :disabled="!work || working" @click="issue">Issue the card</v-btn></span>
      </header>
      <p v-if="!view.pupil_id" class="problem">This chart is for an instrument. Choose a pupil at the top of the chart, then issue it.</p>
      <div v-else class="two">
        <form @submit.prevent>
          <section>
            <h2>Minutes</h2>
            <v-text-field v-model="form.minutes" label="Minutes a day" inputmode="numeric" :error-messages="fieldOf('minutes_per_day') || fieldOf('minutes')" />
            <p v-for="title in work?.left_out ?? []" :key="title" class="small fawn">Too little time for: {{ title }}.</p>
          </section>
          <section class="ruled">
            <h2>Work <span class="sum" :class="{ fawn: budgetWords(items, minutes) !== 'adds up' }">{{ budgetWords(items, minutes) }}</span></h2>
            <ol class="plain">
              <li v-for="(item, index) in items" :key="`${item.kind}${item.bars.join()}${index}`" class="item">
                <button type="button" class="title" :aria-expanded="editing === index" @click="editing = editing === index ? null : index">{{ item.title }}</button>
                <input :value="item.minutes" class="min" inputmode="numeric" :aria-label="`Minutes for ${item.title}`" @change="change(index, { minutes: Math.max(0, Math.min(240, Math.round(Number(($event.target as HTMLInputElement).value) || 0))) })" />
                <span class="moves">
                  <button type="button" :disabled="index === 0" :aria-label="`${item.title}: earlier`" @click="move(index, -1)">↑</button>
                  <button type="button" :disabled="index === items.length - 1" :aria-label="`${item.title}: later`" @click="move(index, 1)">↓</button>
                  <button type="button" :aria-label="`Leave out ${item.title}`" @click="remove(index)">×</button>
                </span>
                <div v-if="editing === index" class="edit">
                  <v-text-field :model-value="item.title" label="Title" maxlength="120" @update:model-value="change(index, { title: $event })" />
                  <v-textarea :model-value="item.steps.join('\n')" label="What to do, a line a step" rows="4" @update:model-value="change(index, { steps: String($event).split('\n').filter((line) => line.trim()) })" />
                </div>
              </li>
            </ol>
            <v-btn @click="add">Add my own</v-btn>
            <details>
              <summary class="aside-label">What goes in</summary>
              <label class="choice"><input v-model="form.warm_up" type="checkbox" /> scale and arpeggio of the key</label>
              <label v-for="spot in view.chart.spots" :key="spot.bars.join()" class="choice"><input type="checkbox" :checked="has(spots, spot.bars)" @change="form.spots = toggle(spots, spot.bars)" /> {{ barWords(spot.bars) }}: {{ spot.name }}</label>
              <v-select v-model="form.chain" :items="chains" label="Phrases" /><v-select v-if="form.chain !== 'none'" v-model="form.by" :items="steps" label="Growing" />
              <label class="choice"><input v-model="form.tempo" type="checkbox" /> tempo steps up to {{ view.tempo }}</label>
              <v-text-field v-if="form.tempo" v-model="form.tempo_from" label="Starting at (else as usual)" inputmode="numeric" :error-messages="fieldOf('tempo_from') || fieldOf('from')" />
              <label class="choice"><input v-model="form.run" type="checkbox" /> a run through</label>
            </details>
          </section>
          <section class="ruled">
            <v-textarea v-model="form.note" label="What to listen for (optional)" rows="2" counter="500" :error-messages="fieldOf('note')" />
            <v-textarea v-model="form.caution" label="Caution (else the one that fits)" rows="2" counter="300" :error-messages="fieldOf('caution')" />
          </section>
          <details class="ruled">
            <summary class="aside-label">What is drawn</summary>
            <label class="choice"><input v-model="form.only" type="checkbox" :disabled="!view.chart.spots.length" /> only some bars</label>
            <template v-if="form.only"><label v-for="spot in view.chart.spots" :key="spot.bars.join()" class="choice inner"><input type="checkbox" :checked="has(form.bars, spot.bars)" @change="form.bars = toggle(form.bars, spot.bars)" /> {{ barWords(spot.bars) }}</label></template>
            <label v-for="[band, words] in bands" :key="band" class="choice"><input v-model="form.bands" type="checkbox" :value="band" /> {{ words }}</label>
          </details>
        </form>
        <div class="preview" aria-label="The card as it will be"><CardPaper v-if="card" :card="card" /><p v-else-if="!problem" role="status">Making the card …</p></div>
      </div>
    </template>
  </div>
</template>

<style scoped>
.wide { max-width: 1500px; }
.two { display: grid; grid-template-columns: 330px minmax(0, 1fr); gap: 34px; align-items: start; }
.preview { background: var(--card); border: 1px solid var(--rule); padding: 26px 30px; }
.ruled { margin-top: 14px; padding-top: 10px; }
.sum { font-size: 1rem; }
.item { display: grid; grid-template-columns: 1fr 40px auto; gap: 4px; align-items: center; border-top: 1px solid var(--rule); padding: 3px 0; }
.title { text-align: left; cursor: pointer; line-height: 1.25; padding: 3px 0; }
.min { width: 40px; text-align: right; border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
.moves button { width: 26px; height: 28px; cursor: pointer; }
.moves button:disabled { opacity: 0.35; }
.edit { grid-column: 1 / -1; display: grid; gap: 8px; padding: 4px 0 8px; }
.choice { display: flex; gap: 8px; align-items: baseline; padding: 2px 0; line-height: 1.3; }
.inner { padding-left: 22px; }
summary { cursor: pointer; padding: 3px 0; }
details .v-input { margin: 6px 0; }
input[type='checkbox'] { accent-color: rgb(var(--v-theme-primary)); }
@media (max-width: 1000px) { .two { grid-template-columns: 1fr; } .preview { padding: 14px; } }
</style>
