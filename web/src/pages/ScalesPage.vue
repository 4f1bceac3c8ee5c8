<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { Line, Scale, Version } from '../api/types'
import ChartSheet from '../components/ChartSheet.vue'
import HandMap from '../components/HandMap.vue'
import NewInIt from '../components/NewInIt.vue'
import PlayBar from '../components/PlayBar.vue'
import RecordButton from '../components/RecordButton.vue'
import RecordHere from '../components/RecordHere.vue'
import { printPage, usePaper } from '../composables/usePaper'
import { positionItems } from '../geometry/bands'
import { levelWords } from '../geometry/shelf'
import { accessible, printed, wholeOf } from '../geometry/words'
import { useDesk } from '../stores/desk'
import { usePlayer } from '../stores/player'
import { usePupils } from '../stores/pupils'
import { single } from '../composables/kept'

/** Any scale or arpeggio, written and fingered for whoever is chosen at the top. */
const pupils = usePupils()
const player = usePlayer()
const router = useRouter()
usePaper()
const desk = useDesk()
const kept = single<object>('fawnmoss.scale')
const form = reactive({
  tonic: 'D',
  kind: 'major',
  octaves: 1,
  begins: 'open' as Line['begins'],
  to: 'tonic',
  fourth: 'open',
  rhythm: 'plain',
  slur: '1',
  version: 'simple' as Version,
  tempo: '',
  positions: [] as string[],
  ...kept.read()
})
const scale = ref<Scale | null>(null)
const problem = ref<Trouble | null>(null)
const selected = ref<number | null>(null)
const recording = ref(false)
/** What the scale on the page was asked for with. */
const wished = ref<Record<string, string | number>>({})
let asked = 0

const tonics = ['C', 'G', 'D', 'A', 'E', 'B', 'F#', 'F', 'Bb', 'Eb', 'Ab', 'Db'].map((value) => ({ value, title: printed(value) }))
const kinds = ['major', 'natural-minor', 'harmonic-minor', 'melodic-minor', 'chromatic', 'arpeggio', 'minor arpeggio'].map((value) => ({
  value,
  title: value.replace('-', ' ')
}))
const starts = [
  { value: 'open', title: 'open string, else low' },
  { value: 'lowest', title: 'as low as it goes' },
  { value: 'highest', title: 'as high as it goes' }
]
const ends = [{ value: 'tonic', title: 'to the tonic' }, { value: 'top', title: 'on to the top finger' }]
const fourths = [
  { value: 'open', title: 'open strings' },
  { value: 'fourth', title: 'fourth fingers' },
  { value: 'descending', title: 'open up, fourth down' },
  { value: 'check-pairs', title: 'both, to check' }
]
const rhythms = [
  { value: 'plain', title: 'a beat a note' },
  { value: 'twice', title: 'each twice, two beats' },
  { value: 'four', title: 'four beats a note' },
  { value: 'quarter-eighths', title: 'quarter and two eighths' },
  { value: 'eighths', title: 'eighths' }
]
const slurs = ['1', '2', '3', '4', '3+2', '2+3', '6', '8', 'octave'].map((value) => ({
  value,
  title: { '1': 'separate', octave: 'the octave to a bow' }[value] ?? `${value} to a bow`
}))
const weak = computed(() => ['violin', 'viola'].includes(pupils.current?.instrument ?? pupils.instrument))
const key = computed(() => `${form.tonic} ${form.kind.includes('minor') ? 'minor' : 'major'}`)
const positions = computed(() => positionItems(scale.value?.position_names ?? []))
const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')
const named = ['tempo', 'positions']

async function load(): Promise<void> {
  const own = ++asked
  kept.keep(form)
  const wish = {
    key: key.value,
    kind: form.kind === 'minor arpeggio' ? 'arpeggio' : form.kind,
    octaves: form.octaves,
    begins: form.begins,
    to: form.to,
    fourth: weak.value ? form.fourth : 'open',
    rhythm: form.rhythm,
    slur: form.slur,
    version: form.version,
    ...(form.positions.length ? { positions: form.positions.join(',') } : {})
  }
  wished.value = wish
  try {
    const query = {
      ...pupils.subject,
      ...wish,
      ...(form.tempo ? { tempo: wholeOf(form.tempo) } : {})
    }
    const found = await ask('get', '/api/scale', { params: { query } })
    if (own !== asked) return
    scale.value = found
    problem.value = null
    selected.value = null
    player.use(async () => found.play)
    player.own = found.chart.tempo
  } catch (error) {
    if (own === asked) problem.value = error as Trouble
  }
}
watch([form, () => pupils.currentId, () => pupils.instrument], load, { immediate: true, deep: true })
watch(() => pupils.current?.instrument ?? pupils.instrument, () => (form.positions = []))

/** As a tune, so that it can be marked and issued like any other. */
async function keep(): Promise<void> {
  try {
    const tune = await ask('post', '/api/tunes', { body: { text: scale.value!.abc, source: 'Written by Fawnmoss' } })
    const chart = await ask('post', '/api/charts', { body: { tune_id: tune.id, version: form.version, ...pupils.subject } })
    await router.push(`/charts/${chart.id}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
</script>

<template>
  <div class="page wide">
    <header>
      <h1>{{ scale?.title ?? 'Scales' }}</h1><span class="quiet">for {{ pupils.current?.name ?? `the ${pupils.instrument}` }}</span>
      <span class="push">
        <v-btn :disabled="!scale || !!problem" @click="keep">Chart it as a tune</v-btn>
        <v-btn variant="flat" color="primary" :disabled="!scale" @click="printPage">Print</v-btn>
      </span>
    </header>
    <div class="two">
      <form class="choices" @submit.prevent>
        <div class="pair">
          <v-select v-model="form.tonic" :items="tonics" label="Tonic" />
          <v-select v-model="form.octaves" :items="[1, 2, 3]" label="Octaves" :error="!!fieldOf('octaves')" />
        </div>
        <v-select v-model="form.kind" :items="kinds" label="Kind" />
        <v-select v-model="form.begins" :items="starts" label="Begins" />
        <v-select v-model="form.to" :items="ends" label="Up" />
        <v-select v-if="weak" v-model="form.fourth" :items="fourths" label="Fourth or open" />
        <v-select v-model="form.rhythm" :items="rhythms" label="Rhythm" />
        <v-select v-model="form.slur" :items="slurs" label="Bow" />
        <v-select v-model="form.version" :items="['simple', 'full']" label="Version" />
        <v-select v-model="form.positions" :items="positions" label="Positions (else the usual)" multiple :error-messages="fieldOf('positions')" />
        <v-text-field
          :model-value="form.tempo" label="Tempo (else as usual)" inputmode="numeric" :error-messages="fieldOf('tempo')"
          @change="form.tempo = ($event.target as HTMLInputElement).value.trim()"
        />
      </form>
      <div>
        <p v-if="problem && !named.includes(String(problem.where.field))" class="problem" role="alert">{{ problem.text }}</p>
        <PlayBar v-if="scale" class="mb-2">
          <RecordButton v-model="recording" />
        </PlayBar>
        <RecordHere
          v-if="scale && recording" :pupil-id="pupils.currentId ?? null" :tempo="player.tempo" :play="() => player.load()"
          :about="() => ({ kind: 'scale', scale: wished, tempo: player.tempo, ...pupils.subject })"
          :shown="(take) => take.kind === 'scale' && scale!.title.startsWith(`${take.title},`)"
        />
        <template v-if="scale">
          <p class="spoken" aria-live="polite">{{ selected === null ? '' : accessible(scale.chart.notes[selected]!) }}</p>
          <ChartSheet
            :musicxml="scale.musicxml" :chart="scale.chart" :strings="scale.strings" :selected="selected" :now="player.now"
            :show="{ ...desk.show, spots: false, phrases: false }" fixed steady @select="selected = $event"
          />
          <p>{{ scale.advice }}</p>
          <section v-if="scale.readiness" class="small new" aria-label="What is new in it">
            <p class="aside-label">{{ pupils.current?.name }}: {{ levelWords(scale.readiness.level) }}</p>
            <NewInIt :readiness="scale.readiness" pupil />
          </section>
          <div class="map"><HandMap :strings="scale.strings" :fingers="scale.hand_fingers" :words="scale.chart.hand_map" /></div>
        </template>
        <p v-else-if="!problem" role="status">Writing the scale …</p>
      </div>
    </div>
  </div>
</template>

<style scoped>
.wide { max-width: 1400px; }
.two { display: grid; grid-template-columns: 230px minmax(0, 1fr); gap: var(--room-6); align-items: start; }
.choices { display: flex; flex-direction: column; gap: var(--room-2); }
.pair { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-4); }
.map { max-width: 300px; margin-top: var(--room-3); }
@media (--slate) { .two { grid-template-columns: 1fr; } .choices { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); } }
@media print { .choices, .new, header .push { display: none; } .two { display: block; } .page { padding: 0 2mm; } }
</style>
