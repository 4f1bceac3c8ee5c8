<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import type { KeyOffer, Kind, Spot } from '../api/types'
import ChartChoices from '../components/ChartChoices.vue'
import ChartSheet from '../components/ChartSheet.vue'
import HandMap from '../components/HandMap.vue'
import KeyDialog from '../components/KeyDialog.vue'
import LookPanel from '../components/LookPanel.vue'
import NotePanel from '../components/NotePanel.vue'
import PencilPanel from '../components/PencilPanel.vue'
import PhrasesPanel from '../components/PhrasesPanel.vue'
import PlayBar from '../components/PlayBar.vue'
import ShapePart from '../components/ShapePart.vue'
import RecordButton from '../components/RecordButton.vue'
import RecordHere from '../components/RecordHere.vue'
import SpotsPanel from '../components/SpotsPanel.vue'
import StaleDialog from '../components/StaleDialog.vue'
import TabRow from '../components/TabRow.vue'
import TakeAway from '../components/TakeAway.vue'
import { useKeys } from '../composables/useKeys'
import { useSameTune } from '../composables/useSameTune'
import { neighbour } from '../geometry/pins'
import { positionWords } from '../geometry/bands'
import { barSpan, phraseSpan } from '../geometry/play'
import { within } from '../geometry/swell'
import { barsOf, barWords } from '../geometry/spots'
import { accessible, printed, sameKind } from '../geometry/words'
import { useChart } from '../stores/chart'
import { useCommands } from '../stores/commands'
import { useDesk } from '../stores/desk'
import { usePlayer } from '../stores/player'
import { usePupils } from '../stores/pupils'

const route = useRoute()
const router = useRouter()
const chart = useChart()
const pupils = usePupils()
const problem = ref<Trouble | null>(null)
const keying = ref(false)
const player = usePlayer()
const { show } = useDesk()
const TABS = [{ id: 'note', title: 'Note' }, { id: 'spots', title: 'Spots' }, { id: 'phrases', title: 'Phrases' }, { id: 'look', title: 'Look first' }] as const
const tab = ref<(typeof TABS)[number]['id']>('note')
const spot = ref<number[] | null>(null)
const recording = ref(false)
let stringNext = false

async function load(): Promise<void> {
  problem.value = null
  try {
    spot.value = null
    const id = Number(route.params.id)
    player.use(() => ask('get', '/api/charts/{id}/play', byId(id)))
    await chart.load(id)
    if (chart.view?.pupil_id) pupils.choose(chart.view.pupil_id)
  } catch (error) {
    problem.value = error as Trouble
  }
}
watch(() => route.params.id, (id) => id && load(), { immediate: true })

const open = useSameTune(() => chart.view, (trouble) => (problem.value = trouble))
const subject = () => (chart.view!.pupil_id ? { pupil_id: chart.view!.pupil_id } : { instrument: chart.view!.chart.instrument })
const turnTo = (kind: Kind) => !sameKind(kind, chart.view!) && open(subject(), kind)
/** From simple to full, from anything else to simple. */
const turnVersion = () => turnTo({ version: chart.view!.version === 'simple' && chart.view!.part === 'tune' ? 'full' : 'simple', part: 'tune' })

/** Notes that the studio's own hand decided. */
const handed = computed(() => chart.view?.chart.notes.filter((note) => note.hand).length ?? 0)
const saved = computed(
  () =>
    ({ saved: 'saved', saving: 'saving …', waiting: 'not saved yet: the server is away; kept here, trying again', stale: 'changed in another window' })[
      chart.state
    ]
)
/** Where the key changes, what holds from the last change before the chosen note. */
const region = computed(() => chart.view?.chart.key_changes?.findLast((change) => chart.note && change.bar <= chart.note.bar))
const lit = computed(() => (chart.note ? { string: chart.note.string, semitones: chart.note.semitones, finger: chart.note.finger } : null))
watch(() => chart.view?.lock_version, player.renew)
watch(() => chart.view?.tempo, (now) => now && (player.own = now))
watch(() => chart.selected, (now) => now !== null && (tab.value = 'note'))
const selection = computed(() => (chart.selected !== null && chart.anchor !== null ? barsOf(chart.notes, chart.anchor, chart.selected) : null))

/** A spot taken in hand, from the chart or from the list. */
function choose(bars: number[]): void {
  spot.value = tab.value === 'spots' && spot.value?.join() === bars.join() ? null : bars
  tab.value = 'spots'
}
async function makeSpot(): Promise<void> {
  const bars = selection.value ?? (chart.note ? [chart.note.bar] : null)
  if (!bars) return
  await chart.markSpot({ bars, name: '', drill: '', dropped: false })
  chart.select(null)
  spot.value = bars
  tab.value = 'spots'
}
async function hear(part: 'spot' | 'phrase', which: Spot | number): Promise<void> {
  try {
    const schedule = await player.load()
    if (schedule)
      player.repeat(part === 'phrase' ? phraseSpan(schedule, which as number) : barSpan(schedule, (which as Spot).bars, barWords((which as Spot).bars)))
  } catch (error) {
    problem.value = error as Trouble
  }
}
const take = (offer: KeyOffer): void =>
  void chart.option({ transpose: offer.semitones || offer.steps ? { steps: offer.steps, semitones: offer.semitones } : null })
const names = computed(() =>
  Object.fromEntries((chart.view?.asks ?? []).map((ask) => [ask.skill, ask.had || !chart.view!.pupil_id ? ask.name : `${ask.name} (new)`]))
)

const newHere = computed(() => chart.view?.chart.warnings ?? [])

useCommands(() =>
  chart.view
    ? [
        { title: 'Play or stop', hint: 'Space', run: () => player.toggle() },
        { title: 'Undo', hint: 'Ctrl Z', run: () => chart.undo() },
        { title: 'Redo', hint: 'Ctrl Shift Z', run: () => chart.redo() },
        { title: 'Other version', hint: 'v', run: () => void turnVersion() },
        { title: 'Record', run: () => void (recording.value = true) },
        { title: chart.view.options.shape ? 'Notes alone' : 'As music', run: () => void chart.option({ shape: chart.view!.options.shape ? null : {} }) },
        { title: 'Other keys', run: () => void (keying.value = true) },
        { title: 'Second parts and chords', run: () => router.push(`/tunes/${chart.view!.tune_id}/together?with=${chart.view!.id}`) },
        { title: 'Compare simple and full', run: () => router.push(`/charts/${chart.view!.id}/compare`) },
        { title: 'Issue a card', run: () => router.push(`/charts/${chart.view!.id}/card`) },
        { title: 'For several instruments', run: () => router.push(`/tunes/${chart.view!.tune_id}/group`) },
        { title: 'Edit the tune', run: () => router.push(`/tunes/${chart.view!.tune_id}`) },
        ...TABS.map((one) => ({ title: `Show ${one.title.toLowerCase()}`, run: () => void (tab.value = one.id) }))
      ]
    : []
)

useKeys((event) => {
  if (!chart.view || keying.value) return
  const key = event.key
  if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'z') {
    event.preventDefault()
    return void (event.shiftKey ? chart.redo() : chart.undo())
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return
  if (stringNext && /^[a-g]$/i.test(key)) {
    stringNext = false
    return void chart.pin({ string: key.toUpperCase() })
  }
  stringNext = false
  if (key === 'ArrowLeft' || key === 'ArrowRight') {
    event.preventDefault()
    return chart.step(key === 'ArrowRight' ? 1 : -1, event.shiftKey)
  }
  if (key === 'v') return void turnVersion()
  if (key === ' ' && !(event.target as HTMLElement | null)?.closest?.('button, a, summary, input')) {
    event.preventDefault()
    return player.toggle()
  }
  if (key === '[' || key === ']') return player.step(key === ']' ? 1 : -1)
  if (!chart.note) return
  if (key === 'b') void makeSpot()
  else if (key === 'ArrowUp' || key === 'ArrowDown') {
    event.preventDefault()
    const place = neighbour(chart.note, key === 'ArrowDown' ? 1 : -1)
    if (place) void chart.pin({ place })
  } else if (/^[0-4]$/.test(key)) void chart.pin({ finger: Number(key) })
  else if (key === 's') stringNext = true
  else if (key === 'd' || key === 'u') void chart.pin({ direction: key === 'd' ? 'down' : 'up' })
  else if (key === 'l') void chart.pin({ join: chart.note.join === 'slur' ? 'change' : 'slur' })
  else if (key === 'h' || key === 'f') void chart.pin({ join: key === 'h' ? 'hook' : 'lift' })
  else if (key === 'p') void chart.pin('toggle')
  else if ((key === '+' || key === '-') && chart.note.shape) {
    const level = within(chart.note.shape.level + (key === '+' ? 1 : -1))
    if (level !== chart.note.shape.level) void chart.setLevel(chart.note.id, level)
  }
})
</script>

<template>
  <div class="desk">
    <div v-if="problem" class="problem page" role="alert">{{ problem.text }} <v-btn v-if="problem.passing" @click="load">Try again</v-btn></div>
    <template v-if="chart.view">
      <p class="spoken" aria-live="polite">{{ chart.note ? accessible(chart.note) : '' }}</p>
      <header>
        <h1>{{ chart.view.chart.tune.title }}</h1>
        <span class="quiet">{{ chart.view.chart.tune.key }}, {{ chart.view.chart.tune.meter }}<template v-if="chart.view.moved">, written
          {{ chart.view.moved }}</template></span>
        <span class="state small" :class="{ fawn: chart.state !== 'saved' && chart.state !== 'saving' }" role="status">{{ saved }}</span>
        <router-link v-if="handed" to="/studio" class="small"
          title="What your marks have taught Fawnmoss">{{ handed === 1 ? 'one note' : `${handed} notes` }} by your own hand</router-link>
        <span class="tools">
          <v-btn :disabled="!chart.before.length" title="Ctrl Z" @click="chart.undo()">Undo</v-btn>
          <v-btn :disabled="!chart.after.length" title="Ctrl Shift Z" @click="chart.redo()">Redo</v-btn>
          <v-btn :to="`/charts/${chart.view.id}/compare`">Compare</v-btn>
          <v-btn :to="`/tunes/${chart.view.tune_id}/together?with=${chart.view.id}`">Together</v-btn>
          <TakeAway :id="chart.view.id" :title="chart.view.chart.tune.title" />
          <v-btn variant="flat" color="primary" :disabled="chart.state !== 'saved'" :to="`/charts/${chart.view.id}/card`">Issue card</v-btn>
        </span>
      </header>
      <div v-if="chart.refused" class="problem refusal" role="alert">
        {{ chart.refused.text }} The chart is unchanged.
        <v-btn density="compact" @click="chart.refused = null">Understood</v-btn>
      </div>
      <ul v-if="newHere.length" class="plain warnings small fawn"><li v-for="warning in newHere" :key="warning">{{ warning }}</li></ul>
      <p v-if="chart.view.chart.odd?.length" class="warnings small fawn">
        {{ chart.view.chart.odd.length === 1 ? 'A bar does' : 'Some bars do' }} not add up, marked where it stands.
        <router-link :to="`/tunes/${chart.view.tune_id}`">Mend it on the writing desk</router-link>
      </p>
      <PlayBar backed class="hear">
        <RecordButton v-model="recording" />
      </PlayBar>
      <RecordHere
        v-if="recording" class="recording" :pupil-id="chart.view.pupil_id" :tempo="player.tempo" :play="() => player.load()"
        :about="() => ({ kind: 'chart', chart_id: chart.view!.id, tempo: player.tempo })" :shown="(take) => take.chart_id === chart.view!.id"
      />
      <div class="columns">
        <ChartChoices class="choices" :view="chart.view" @kind="turnTo" @keys="keying = true" @option="chart.option($event)" />
        <ChartSheet
          class="paper"
          :musicxml="chart.musicxml" :chart="chart.view.chart" :strings="chart.view.strings" :selected="chart.selected"
          :anchor="chart.anchor" :now="player.now"
          :spot="tab === 'spots' ? spot : null"
          :show="show" @select="(index, more) => chart.select(index, more)" @spot="choose"
          @cut="(from, to) => chart.cut({ from, to })" @level="(id, level) => chart.setLevel(id, level)"
        />
        <aside class="side" aria-label="About the chart">
          <TabRow v-model="tab" :tabs="TABS" label="What is shown here" panel="panel" />
          <div id="panel" role="tabpanel" :aria-labelledby="`tab-${tab}`">
            <template v-if="tab === 'note'">
              <NotePanel :note="chart.note" :strings="chart.view.strings" @pin="chart.pin($event)" />
              <ShapePart v-if="chart.note?.shape" :note="chart.note" @level="chart.setLevel(chart.note.id, $event)" />
              <PencilPanel
                v-if="chart.note" :note="chart.note" :from="chart.anchor === null ? null : chart.notes[chart.anchor] ?? null"
                :notes="chart.notes" :marks="chart.pencil" @change="chart.setPencil($event)"
              />
              <p v-if="selection" class="small quiet">{{ barWords(selection) }} selected: <b>b</b> makes a spot of it.</p>
              <h2 class="ruled">Hand map</h2>
              <p v-if="region" class="small quiet">From bar {{ region.bar }}, in {{ printed(region.key) }}:</p>
              <HandMap
                :strings="chart.view.strings" :fingers="region?.hand_fingers ?? chart.view.hand_fingers" :words="region?.hand_map ?? chart.view.chart.hand_map"
                :lit="lit"
              />
              <p v-for="(words, name) in chart.view.chart.hand_maps" :key="name" class="small quiet"><b>{{ positionWords(String(name)) }}
                position:</b> {{ Object.entries(words).map(([string, pattern]) => `${string} ${pattern}`).join('; ') }}</p>
            </template>
            <SpotsPanel
              v-else-if="tab === 'spots'"
              :chart="chart.view.chart" :marks="chart.view.options.spots ?? []" :chosen="spot" :selection="selection"
              @choose="choose" @mark="chart.markSpot($event)"
              @drop="chart.dropSpot($event)" @restore="chart.restoreSpot($event)" @hear="hear('spot', $event)"
            />
            <PhrasesPanel
              v-else-if="tab === 'phrases'"
              :chart="chart.view.chart" :own="!!chart.view.options.cuts" :note="chart.note" @cut="chart.cut($event)"
              @hear="hear('phrase', $event)"
            />
            <LookPanel v-else :chart="chart.view.chart" :names="names" />
          </div>
        </aside>
      </div>
      <KeyDialog
        v-model="keying" :tune-id="chart.view.tune_id" :title="chart.view.chart.tune.title" :subject="subject()"
        :version="chart.view.version" :present="chart.view.options.transpose ?? null" @choose="take"
      />
      <StaleDialog :theirs="chart.other" @choose="chart.resolve($event)" />
    </template>
  </div>
</template>

<style scoped>
.desk > header { display: flex; align-items: baseline; gap: var(--room-4); padding: var(--room-4) var(--room-6) var(--room-1); flex-wrap: wrap; }
.tools { margin-left: auto; display: flex; gap: var(--room-1); }
.hear { padding: var(--room-1) var(--room-6); position: sticky; top: 0; z-index: 3; background: var(--paper); }
.recording { padding: var(--room-1) var(--room-6) var(--room-2); }
.refusal { margin: var(--room-1) var(--room-6); }
.warnings { padding: 0 var(--room-6) var(--room-1); }
.columns { display: grid; grid-template-columns: 150px minmax(0, 1fr) 276px; gap: var(--room-5); padding: var(--room-2) var(--room-6) var(--room-7); align-items: start; }
.side { position: sticky; top: 56px; max-height: calc(100vh - 68px); overflow-y: auto; }
@media print {
  .tools, .hear, .choices, .side, .state, .refusal, .warnings { display: none !important; }
  .columns { display: block; padding: 0 2mm; }
  .desk > header { padding: 0 2mm var(--room-1); }
}
@media (--desk) {
  .columns { grid-template-columns: 1fr; padding: var(--room-2) var(--room-4) var(--room-7); }
  /* What is said of the note stays in sight while the notes are looked at. */
  .side {
    top: auto; bottom: 0; max-height: 36vh; background: var(--paper); border-top: 1px solid var(--rule); padding: var(--room-2) 0; z-index: 2;
    margin: 0 -14px; padding-inline: var(--room-4);
  }
  .desk > header { padding: var(--room-3) var(--room-4) var(--room-1); }
}
</style>
