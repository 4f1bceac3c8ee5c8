<script setup lang="ts">
import { ref } from 'vue'
import type { Instrument } from '../api/types'
import type { Start } from '../stores/writing'

/** What a new tune begins with, as choices: instrument and clef, key, meter, tempo, pick-up. */
const props = defineProps<{ start: Start; instrument: Instrument }>()
const emit = defineEmits<{ begin: [changes: Partial<Start>]; play: [instrument: Instrument] }>()

const CLEFS: Record<Instrument, string> = { violin: 'treble', viola: 'alto', cello: 'bass', bass: 'bass' }
const instruments = Object.keys(CLEFS) as Instrument[]
const clefs = ['treble', 'alto', 'tenor', 'bass']
const keys = ['C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Eb', 'Ab'].map((tonic) => `${tonic} major`).concat(['A', 'E', 'B', 'F#', 'D', 'G', 'C'].map((tonic) => `${tonic} minor`))
const meters = ['2/4', '3/4', '4/4', '6/8', '9/8', '12/8', '3/8', '2/2', 'C', 'C|'].map((value) => ({ value, title: value })).concat({ value: 'none', title: 'free, no meter' })
const pickups = [{ value: '0', title: 'none' }, { value: '1/2', title: 'an eighth' }, { value: '1', title: 'a quarter' }, { value: '3/2', title: 'three eighths' }, { value: '2', title: 'a half' }, { value: '3', title: 'three quarters' }]
const tempo = ref(props.start.tempo === null ? '' : String(props.start.tempo))
const wrong = ref('')

function setTempo(): void {
  const beats = Number(tempo.value)
  const fits = tempo.value === '' || (Number.isInteger(beats) && beats >= 20 && beats <= 300)
  wrong.value = fits ? '' : 'A whole number from 20 to 300, or nothing.'
  if (fits) emit('begin', { tempo: tempo.value === '' ? null : beats })
}
function choose(instrument: Instrument): void {
  emit('play', instrument)
  emit('begin', { clef: CLEFS[instrument] })
}
</script>

<template>
  <div class="start" role="group" aria-label="It begins with">
    <v-select :model-value="instrument" :items="instruments" label="Fingers of the" density="compact" @update:model-value="choose" />
    <v-select :model-value="start.clef" :items="clefs" label="Clef" density="compact" @update:model-value="emit('begin', { clef: $event })" />
    <v-select :model-value="start.key" :items="keys" label="Key" density="compact" @update:model-value="emit('begin', { key: $event })" />
    <v-select :model-value="start.meter" :items="meters" label="Meter" density="compact" @update:model-value="emit('begin', { meter: $event })" />
    <v-select :model-value="start.pickup" :items="pickups" label="Pick-up" density="compact" @update:model-value="emit('begin', { pickup: $event })" />
    <v-text-field v-model="tempo" label="Tempo" hint="quarters a minute" inputmode="numeric" density="compact" :error-messages="wrong" @blur="setTempo" @keydown.enter="setTempo" />
  </div>
</template>

<style scoped>
.start { display: grid; grid-template-columns: 1fr 1fr; gap: 14px 16px; padding-top: 14px; }
</style>
