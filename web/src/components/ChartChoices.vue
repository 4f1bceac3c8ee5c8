<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { ChartOptions, ChartView, Kind } from '../api/types'
import { positionItems } from '../geometry/bands'
import { tempoProblem } from '../geometry/play'
import { BOWINGS, KINDS, sameKind } from '../geometry/words'
import { useDesk } from '../stores/desk'

/** The slim column: version, key, tempo, schools, what is shown. What is not chosen is left to what the pupil can do. */
const props = defineProps<{ view: ChartView }>()
const emit = defineEmits<{ kind: [kind: Kind]; keys: []; option: [changes: Partial<Record<keyof ChartOptions, unknown>>] }>()
const { show } = useDesk()

const tempo = ref(String(props.view.tempo))
const problem = ref('')
watch(() => props.view.tempo, (now) => (tempo.value = String(now)))

function setTempo(): void {
  const beats = Number(tempo.value)
  problem.value = tempoProblem(tempo.value)
  if (!problem.value && beats !== props.view.tempo) emit('option', { tempo: beats })
}
const weak = computed(() => ['violin', 'viola'].includes(props.view.chart.instrument))
const fourths = [{ value: 'open', title: 'open string' }, { value: 'fourth', title: 'fourth finger' }, { value: 'either', title: 'as it fits' }]
const starts = [
  { value: null, title: 'as it fits' },
  { value: 'down', title: 'down-bow' },
  { value: 'up', title: 'up-bow' },
  { value: 'balance', title: 'up-bow from the balance point' }
]
const slurs = [{ value: true, title: 'as printed' }, { value: false, title: 'broken' }]
const leads = [
  { value: 'old', title: 'on the finger that played' },
  { value: 'new', title: 'on the finger that will play' },
  { value: 'frame', title: 'first finger silently' }
]
const slides = [{ value: 'old', title: 'on the old bow' }, { value: 'new', title: 'on the new bow' }]
const trills = [{ value: 'main', title: 'from the note itself' }, { value: 'upper', title: 'from the note above' }]
/** Fingers and bow signs that the file had; they hold until the teacher says otherwise. */
const inFile = computed(() => props.view.in_file.fingers + props.view.in_file.bows > 0)
const printed = [
  { value: 'all', title: 'fingers and bows hold' },
  { value: 'fingers', title: 'fingers hold' },
  { value: 'bows', title: 'bow signs hold' },
  { value: 'none', title: 'left to Fawnmoss' }
]
const trilled = computed(() => props.view.chart.notes.some((note) => note.trill))
const counts = [
  { value: 'none', title: 'nothing' },
  { value: 'numbers', title: 'numbers' },
  { value: 'syllables', title: 'syllables' },
  { value: 'names', title: 'note names' }
]
const namings = [{ value: 'letters', title: 'letters' }, { value: 'h-b', title: 'letters with H and B' }, { value: 'do', title: 'do re mi' }]
const shape = computed(() => props.view.chart.shape)
const VERSES = { softer: 'softer', octave: 'an octave higher', whisper: 'with a whispering tone', alike: 'as the first' }
const verses = computed(() => (shape.value?.verses ?? []).filter((one) => one.possible).map(({ how }) => ({ value: how, title: VERSES[how] })))
const turn = (said: Partial<NonNullable<ChartOptions['shape']>>): void => emit('option', { shape: { ...props.view.options.shape, ...said } })
const bands = [
  ['spots', 'spots'], ['digits', 'bow signs, fingers'], ['lanes', 'string lanes'], ['bow', 'bow line'],
  ['swell', 'swell'], ['phrases', 'phrases']
] as const
const positions = computed(() => positionItems(props.view.position_names))
</script>

<template>
  <div class="slim">
    <fieldset>
      <legend class="aside-label">Version</legend>
      <label v-for="{ title, value } in KINDS" :key="title" class="choice">
        <input
          type="radio" name="version" :value="title" :checked="sameKind(view, value)" @change="emit('kind', value)"
        /> {{ title }}
      </label>
    </fieldset>
    <dl>
      <dt class="aside-label">For</dt><dd>{{ view.pupil_name ? `${view.pupil_name}, ` : '' }}{{ view.chart.instrument }}</dd>
      <dt class="aside-label">Key</dt><dd>{{ view.chart.tune.key }} <v-btn density="compact" class="other" @click="emit('keys')">Others …</v-btn></dd>
      <dt class="aside-label">Set the bow</dt><dd>{{ view.set_bow }}</dd>
      <dt class="aside-label">Contact zone</dt><dd>{{ view.contact_zone }} of 5, from the fingerboard</dd>
    </dl>
    <v-text-field v-model="tempo" label="Tempo (quarters a minute)" inputmode="numeric" :error-messages="problem" @blur="setTempo" @keydown.enter="setTempo" />
    <template v-if="inFile">
      <p class="small quiet">The file has {{ view.in_file.fingers }} {{ view.in_file.fingers === 1 ? 'finger' : 'fingers' }} and
        {{ view.in_file.bows }} bow {{ view.in_file.bows === 1 ? 'sign' : 'signs' }}; your own mark at a note comes first.</p>
      <v-select
        :model-value="view.printed" :items="printed" label="Marks in the file"
        @update:model-value="emit('option', { printed: $event === 'all' ? null : $event })"
      />
    </template>
    <label class="choice music" title="How loud each note is, what each phrase grows to, where it breathes">
      <input type="checkbox" :checked="!!view.options.shape" @change="emit('option', { shape: view.options.shape ? null : {} })" /> as music
    </label>
    <template v-if="shape">
      <v-select :model-value="shape.verse" :items="verses" label="Second verse" @update:model-value="turn({ verse: $event })" />
      <label v-if="view.version === 'full'" class="choice" title="Long notes then lie under 2 or 3 where the hand can do it">
        <input type="checkbox" :checked="shape.vibrato" @change="turn({ vibrato: shape.vibrato ? undefined : true })" /> has vibrato
      </label>
    </template>
    <details>
      <summary class="aside-label">School</summary>
      <v-select v-if="weak && view.part === 'tune'" :model-value="view.fourth" :items="fourths" label="Fourth or open" @update:model-value="emit('option', {
        fourth: $event })" />
      <v-select
        v-if="view.part === 'tune'" :model-value="view.positions" :items="positions" label="Positions" multiple
        @update:model-value="emit('option', { positions: $event.length ? $event : null })"
      />
      <v-select :model-value="view.options.start ?? null" :items="starts" label="Start" @update:model-value="emit('option', { start: $event })" />
      <v-select :model-value="view.bowing" :items="BOWINGS" label="Bowing" @update:model-value="emit('option', { bowing: $event })" />
      <v-select :model-value="view.slurs" :items="slurs" label="Slurs" @update:model-value="emit('option', { slurs: $event })" />
      <v-select :model-value="view.shift" :items="leads" label="Shift" @update:model-value="emit('option', { shift: $event })" />
      <v-select :model-value="view.slide" :items="slides" label="Slide" @update:model-value="emit('option', { slide: $event })" />
      <v-select v-if="trilled" :model-value="view.trill" :items="trills" label="Trills" @update:model-value="emit('option', { trill: $event })" />
      <label v-if="view.hand || view.options.hand === false" class="choice">
        <input type="checkbox" :checked="view.hand" @change="emit('option', { hand: view.hand ? false : null })" /> as my own marks have taught
      </label>
    </details>
    <details>
      <summary class="aside-label">Shown</summary>
      <label v-for="[band, words] in bands" :key="band" class="choice"><input v-model="show[band]" type="checkbox" /> {{ words }}</label>
      <v-select v-model="show.counting" :items="counts" label="Under the staff" />
      <v-select v-if="show.counting === 'names'" v-model="show.naming" :items="namings" label="Note names" />
    </details>
  </div>
</template>

<style scoped>
.slim { display: flex; flex-direction: column; gap: var(--room-3); }
fieldset { border: 0; padding: 0; margin: 0; }
legend { padding: 0; }
.choice { display: flex; gap: var(--room-2); align-items: center; padding: 2px 0; line-height: 1.25; }
input { accent-color: rgb(var(--v-theme-primary)); }
dl, dd { margin: 0; }
dd { margin-bottom: var(--room-2); line-height: 1.3; }
.other { margin-left: -6px; }
summary { cursor: pointer; padding: var(--room-1) 0; }
details .v-input { margin-top: var(--room-2); }
/* On a music stand: one short row over the notes. */
@media (--desk) {
  .slim { flex-flow: row wrap; gap: var(--room-1) var(--room-6); align-items: flex-start; }
  fieldset { display: flex; flex-wrap: wrap; gap: 0 var(--room-4); align-items: baseline; }
  dl { display: grid; grid-template-columns: auto 1fr auto 1fr; gap: 0 var(--room-3); align-items: baseline; }
  dd { margin: 0 var(--room-3) 0 0; }
  .slim > .v-input { flex: 0 1 170px; }
  details[open] { flex-basis: 100%; display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); gap: var(--room-1) var(--room-5); }
  details[open] summary { grid-column: 1 / -1; }
}
</style>
