<script setup lang="ts">
import { ref } from 'vue'
import type { Instrument } from '../api/types'
import { tempoProblem } from '../geometry/play'
import { CLEFS, KEYS, METERS, PICKUPS } from '../geometry/writing'
import type { Start } from '../stores/writing'

/** What a new tune begins with, as choices: instrument and clef, key, meter, tempo, pick-up. */
const props = defineProps<{ start: Start; instrument: Instrument; clef: string }>()
const emit = defineEmits<{ begin: [changes: Partial<Start>]; play: [instrument: Instrument] }>()

const INSTRUMENTS: Instrument[] = ['violin', 'viola', 'cello', 'bass']
const meters = METERS.map((value) => ({ value, title: value === 'none' ? 'free, no meter' : value }))
const tempo = ref(props.start.tempo === null ? '' : String(props.start.tempo))
const wrong = ref('')

function setTempo(): void {
  wrong.value = tempo.value === '' ? '' : tempoProblem(tempo.value)
  if (!wrong.value) emit('begin', { tempo: tempo.value === '' ? null : Number(tempo.value) })
}
</script>

<template>
  <div class="start" role="group" aria-label="It begins with">
    <v-select :model-value="instrument" :items="INSTRUMENTS" label="Fingers of the" density="compact" @update:model-value="emit('play', $event)" />
    <v-select :model-value="clef" :items="CLEFS" label="Clef" density="compact" @update:model-value="emit('begin', { clef: $event })" />
    <v-select :model-value="start.key" :items="KEYS" label="Key" density="compact" @update:model-value="emit('begin', { key: $event })" />
    <v-select :model-value="start.meter" :items="meters" label="Meter" density="compact" @update:model-value="emit('begin', { meter: $event })" />
    <v-select :model-value="start.pickup" :items="PICKUPS" label="Pick-up" density="compact" @update:model-value="emit('begin', { pickup: $event })" />
    <v-text-field
      v-model="tempo" label="Tempo" hint="quarters a minute" inputmode="numeric" density="compact" :error-messages="wrong"
      @blur="setTempo" @keydown.enter="setTempo"
    />
  </div>
</template>

<style scoped>
.start { display: grid; grid-template-columns: 1fr 1fr; gap: var(--room-4) var(--room-4); padding-top: var(--room-4); }
</style>
