<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId } from '../api/client'
import type { PartView, ScoreView, TunesParts } from '../api/types'
import AddPart, { type Added } from '../components/AddPart.vue'
import PartList from '../components/PartList.vue'
import PartPanel from '../components/PartPanel.vue'
import PdfLink from '../components/PdfLink.vue'
import PlayBar from '../components/PlayBar.vue'
import ScoreSheet from '../components/ScoreSheet.vue'
import { useAct } from '../composables/useAct'
import { useEnsemble } from '../composables/useEnsemble'
import { useKeys } from '../composables/useKeys'
import { usePaper } from '../composables/usePaper'
import { height, otherNotes } from '../geometry/together'
import { usePlayer } from '../stores/player'
import { usePupils } from '../stores/pupils'

/** A tune and its parts under one another, chords over them; any note or chord is changed, and the rest is found anew around it. */
const route = useRoute()
const router = useRouter()
const pupils = usePupils()
const player = usePlayer()
const paper = usePaper()
const { busy, trouble, said, act } = useAct()

const MOST = 8
const OF_THE_TUNE = 'The tune is changed on the writing desk, its fingers and bows on its chart.'
const OF_STRINGS = 'This part is found as a whole.'
const tune = ref<TunesParts | null>(null)
const score = ref<ScoreView | null>(null)
const views = ref<PartView[]>([])
const inHand = ref<{ part: number; note: string } | { chord: number } | null>(null)
const { voice, loudness, asRound, hearRound } = useEnsemble(score, tune)
const ready = ref(false)
const adding = ref(false)
/** What takes the last changes back, the latest last. */
const before = ref<(() => Promise<boolean>)[]>([])

const id = computed(() => Number(route.params.id))
const ids = computed(() => String(route.query.charts ?? '').split(',').filter(Boolean).map(Number))
const files = computed(() => `charts=${ids.value.join(',')}`)
const chords = computed(() => views.value[0]?.chords ?? [])
const note = computed(() => {
  const own = inHand.value
  return own && 'note' in own ? (views.value[own.part]?.notes.find((one) => one.id === own.note) ?? null) : null
})
const chord = computed(() => (inHand.value && 'chord' in inHand.value ? (chords.value[inHand.value.chord] ?? null) : null))
const partInHand = computed(() => (inHand.value && 'note' in inHand.value ? inHand.value.part : null))
const set = computed(() => new Set(views.value.flatMap((view, part) => view.notes.filter((one) => one.set && one.id).map((one) => `p${part}-${one.id}`))))
const leftOut = computed(() => [...new Set(views.value.flatMap((view) => view.left_out))])

/** The charts that are looked at when none is named: the tune as it is now seen, and the parts that there are, the one that one comes from among them. */
async function begin(): Promise<void> {
  const from = tune.value!.charts.find((one) => one.id === Number(route.query.with))
  const melody = from?.part === 'tune' ? from : await made()
  const parts = tune.value!.charts.filter((one) => one.part !== 'tune' && one.id !== from?.id && one.moved.semitones === melody.moved.semitones)
  await show([melody.id, ...(from && from.id !== melody.id ? [from.id] : []), ...parts.slice(-2).map((one) => one.id)])
}
/** The chart of the tune itself for whom one looks at it now. */
async function made(): Promise<Pick<TunesParts['charts'][number], 'id' | 'moved'>> {
  const view = await ask('post', '/api/charts', { body: { tune_id: id.value, version: 'simple', ...pupils.subject } })
  return { id: view.id, moved: view.options.transpose ?? { steps: 0, semitones: 0 } }
}
const show = (charts: number[]) => router.replace({ query: { charts: charts.slice(0, MOST).join(',') } })

async function load(): Promise<void> {
  tune.value = await ask('get', '/api/tunes/{id}/together', byId(id.value))
  if (!ids.value.length) return begin()
  const own = ids.value
  const [found, ...parts] = await Promise.all([
    ask('get', '/api/tunes/{id}/score', byId(id.value, { charts: own.join(',') })), ...own.map((chart) => ask('get', '/api/charts/{id}/part', byId(chart))),
  ])
  if (own.join() !== ids.value.join()) return
  score.value = found
  views.value = parts
  if (note.value === null && chord.value === null) inHand.value = null
}
const look = () => act(load)
watch([id, ids], (now, old) => {
  if (String(now) === String(old)) return
  ready.value = false
  before.value = []
  void look()
}, { immediate: true })

interface Asked { side: PartView['side']; pace: PartView['pace']; notes: PartView['set'] }

/** Changes one part, by its chart; what the server answers is what stands. back: the change can be taken back. */
async function change(chart: number, asked: Partial<Asked>, back = true): Promise<boolean> {
  const at = score.value!.parts.findIndex((part) => part.id === chart)
  const own = views.value[at]
  if (!own) return false
  const now: Asked = { side: own.side, pace: own.pace, notes: own.set }
  const done = await act(async () => {
    const body = { lock_version: score.value!.parts[at]!.lock_version, ...now, ...asked }
    const answer = await ask('put', '/api/charts/{id}/part', { ...byId(chart), body: body as never })
    await load()
    if (answer.marks_lost) said.value = `${answer.marks_lost === 1 ? 'One mark' : `${answer.marks_lost} marks`} lay on notes that are gone now.`
  })
  if (done && back) before.value.push(() => change(chart, now, false))
  if (trouble.value?.code === 'stale') await load()
  return done
}
function setNote(pitch: string | null): void {
  const one = note.value
  if (!one || partInHand.value === null) return
  const others = views.value[partInHand.value]!.set.filter((other) => other.bar !== one.bar || other.beat !== one.beat)
  void change(score.value!.parts[partInHand.value]!.id, { notes: pitch ? [...others, { bar: one.bar, beat: one.beat, pitch }] : others })
}

const setNow = () => chords.value.filter((one) => one.by === 'set').map(({ bar, beat, chord: name }) => ({ bar, beat, chord: name! }))
async function saveChords(list: ReturnType<typeof setNow>, back = true): Promise<boolean> {
  const old = setNow()
  const done = await act(async () => {
    await ask('put', '/api/tunes/{id}/chords', { ...byId(id.value), body: { seen: tune.value!.seen, transpose: score.value!.parts[0]!.moved, chords: list } })
    await load()
  })
  if (done && back) before.value.push(() => saveChords(old, false))
  if (trouble.value?.code === 'stale') await load()
  return done
}
function setChord(symbol: string | null): void {
  const one = chord.value
  if (!one) return
  const others = setNow().filter((other) => other.bar !== one.bar || other.beat !== one.beat)
  void saveChords(symbol ? [...others, { bar: one.bar, beat: one.beat, chord: symbol }] : others)
}
/** What could not be taken back now, for the line is lost, say, can be taken back later. */
async function undo(): Promise<void> {
  const last = before.value.at(-1)
  if (last && (await last())) before.value = before.value.filter((one) => one !== last)
}
/** Another side or pace: other places, so that notes that were set have to go. */
async function move(chart: number, how: Partial<Asked>): Promise<void> {
  const many = views.value[score.value!.parts.findIndex((part) => part.id === chart)]!.set.length
  const done = await change(chart, { ...how, notes: [] })
  if (done && many) said.value = `${many === 1 ? 'A note that you had set has' : `${many} notes that you had set have`} gone; Undo brings back what was there.`
}

async function add({ part, whom, side, pace }: Added): Promise<void> {
  const moved = score.value?.parts[0]?.moved
  const how = { ...(side ? { side } : {}), ...(pace ? { pace } : {}), ...(moved ? { transpose: moved } : {}) }
  await act(async () => {
    const made = await ask('post', '/api/charts', { body: { tune_id: id.value, version: 'simple', part, ...whom, ...how } })
    const known = tune.value!.charts.find((one) => one.id === made.id)
    if (known && side && known.side !== side) // there was one, on the other side
      await ask('put', '/api/charts/{id}/part', { ...byId(made.id), body: { lock_version: made.lock_version, side, ...(pace ? { pace } : {}), notes: [] } })
    await show([...new Set([...ids.value, made.id])])
    adding.value = false
  })
}
/** A part that stands in another key than the first is brought into its key. */
const bring = (chart: number) => act(async () => {
  const own = await ask('get', '/api/charts/{id}', byId(chart))
  const transpose = score.value!.parts[0]!.moved
  const body = { lock_version: own.lock_version, pins: own.pins, options: { ...own.options, transpose } }
  await ask('put', '/api/charts/{id}', { ...byId(chart), body: body as never })
  await load()
})
const away = (chart: number) => show(ids.value.filter((one) => one !== chart))

function step(by: 1 | -1): void {
  const part = partInHand.value ?? (views.value.length > 1 ? 1 : 0)
  const notes = score.value?.parts[part]?.notes ?? []
  const at = inHand.value && 'note' in inHand.value ? notes.findIndex((one) => one.id === (inHand.value as { note: string }).note) : -1
  const next = notes[at < 0 ? 0 : at + by]
  if (next) inHand.value = { part, note: next.id }
}
function other(by: 1 | -1): void {
  const one = note.value
  if (!one?.written) return
  const all = otherNotes(one).filter(({ name }) => name !== 'rest')
  const found = by > 0 ? all.findLast(({ name }) => height(name) > height(one.written!)) : all.find(({ name }) => height(name) < height(one.written!))
  if (found) setNote(found.name)
}
useKeys((event) => {
  if ((event.ctrlKey || event.metaKey) && event.key === 'z') return event.preventDefault(), undo()
  if (event.ctrlKey || event.metaKey || event.altKey) return
  const onControl = !!(event.target as HTMLElement | null)?.closest?.('button, a, summary, input')
  if (event.key === ' ' && !onControl) return event.preventDefault(), player.toggle()
  if (event.key === '[' || event.key === ']') return player.step(event.key === ']' ? 1 : -1)
  if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') return event.preventDefault(), step(event.key === 'ArrowRight' ? 1 : -1)
  if (!note.value || busy.value) return
  if (event.key === 'ArrowUp' || event.key === 'ArrowDown') return event.preventDefault(), other(event.key === 'ArrowUp' ? 1 : -1)
  if (event.key === 'Backspace' || event.key === 'Delete') setNote('rest')
})
</script>

<template>
  <div class="page wide" :data-ready="ready || undefined">
    <header>
      <h1>{{ tune?.title ?? 'Together' }}</h1>
      <span v-if="score" class="quiet">together, in {{ score.key }}</span>
      <span class="push">
        <v-btn :disabled="!before.length || busy" title="Ctrl Z" @click="undo">Undo</v-btn>
        <v-btn :to="`/tunes/${id}`">Writing desk</v-btn>
        <template v-if="score">
          <v-btn :href="`/api/tunes/${id}/score.musicxml?${files}`" download>MusicXML</v-btn>
          <v-btn :href="`/api/tunes/${id}/score.mid?${files}`" download>MIDI</v-btn>
          <PdfLink :href="`/api/tunes/${id}/score.pdf?${files}&paper=${paper}`" label="Score as PDF" />
        </template>
      </span>
    </header>
    <div v-if="trouble" class="problem" role="alert">
      {{ trouble.code === 'stale' ? 'It was changed in another window meanwhile; this is how it stands now. Your change was not made.' : trouble.text }}
      <v-btn v-if="score && !trouble.passing" @click="trouble = null">Understood</v-btn>
      <v-btn v-else @click="look">Try again</v-btn>
    </div>
    <p v-if="said" class="small fawn" role="status">{{ said }}</p>
    <ul v-if="leftOut.length" class="plain small fawn"><li v-for="words in leftOut" :key="words">Left out: {{ words }}</li></ul>
    <template v-if="score">
      <p v-if="tune?.round && score.parts.some((part) => part.part === 'tune')" class="round small">
        <b>As a round:</b> {{ tune.round.words }}
        <label><input type="checkbox" :checked="asRound" @change="hearRound" /> hear it so</label>
      </p>
      <PlayBar mixed backed class="hear" />
      <div class="columns">
        <ScoreSheet
          :score="score" :chords="chords" :chosen="inHand" :set="set" :now="player.now" @note="(part, one) => (inHand = { part, note: one })"
          @chord="(index) => (inHand = { chord: index })" @ready="ready = true"
        />
        <aside class="side" aria-label="Parts and what is in hand">
          <PartList
            :score="score" :views="views" :voice="voice" :busy="busy" @loudness="loudness" @away="away" @bring="bring"
            @way="move"
          />
          <v-btn v-if="!adding && score.parts.length < MOST" variant="tonal" color="primary" @click="adding = true">Add a part</v-btn>
          <AddPart v-else-if="adding" :busy="busy" :printed="tune?.printed ?? false" @add="add" />
        </aside>
        <div class="hand">
          <PartPanel
            :note="note" :chord="chord" :whose="partInHand === null ? '' : score.parts[partInHand]!.name" :busy="busy" @note="setNote" @chord="setChord"
          />
          <p v-if="partInHand !== null && !views[partInHand]?.notes.length" class="small quiet">
            {{ score.parts[partInHand]!.part === 'tune' ? OF_THE_TUNE : OF_STRINGS }}
          </p>
        </div>
      </div>
    </template>
    <p v-else-if="!trouble" role="status">Putting the parts together …</p>
  </div>
</template>

<style scoped>
.wide { max-width: 1340px; }
.hear { position: sticky; top: 0; z-index: 3; background: var(--paper); padding: var(--room-1) 0; }
.columns { display: grid; grid-template: auto 1fr / minmax(0, 1fr) 276px; gap: var(--room-3) var(--room-5); align-items: start; }
.columns > :first-child { grid-row: span 2; }
.hand { position: sticky; top: 56px; max-height: calc(100vh - 68px); overflow-y: auto; border-top: 1px solid var(--rule); padding-top: var(--room-3); }
@media print {
  header .push, .hear, .side, .hand, .round { display: none !important; }
  .columns { display: block; }
}
@media (--desk) {
  .columns { grid-template: none / 1fr; }
  .columns > :first-child { grid-row: auto; }
  /* What is said of the note stays in sight while the notes are looked at. */
  .hand { top: auto; bottom: 0; max-height: 36vh; background: var(--paper); z-index: 2; }
}
</style>
