<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { ChartOptions, ChartView, Version } from '../api/types'

/** The slim column: version, tempo, schools. What is not chosen is left to what the pupil can do. */
const props = defineProps<{ view: ChartView }>()
const emit = defineEmits<{ version: [version: Version]; option: [changes: Partial<Record<keyof ChartOptions, unknown>>] }>()

const tempo = ref(String(props.view.tempo))
const problem = ref('')
watch(() => props.view.tempo, (now) => (tempo.value = String(now)))

function setTempo(): void {
  const beats = Number(tempo.value)
  problem.value = Number.isInteger(beats) && beats >= 20 && beats <= 300 ? '' : 'A whole number from 20 to 300.'
  if (!problem.value && beats !== props.view.tempo) emit('option', { tempo: beats })
}
const weak = computed(() => ['violin', 'viola'].includes(props.view.chart.instrument))
const fourths = [{ value: 'open', title: 'open string' }, { value: 'fourth', title: 'fourth finger' }, { value: 'either', title: 'as it fits' }]
const starts = [
  { value: null, title: 'as it fits' }, { value: 'down', title: 'down-bow' }, { value: 'up', title: 'up-bow' }, { value: 'balance', title: 'up-bow from the balance point' },
]
const slurs = [{ value: true, title: 'as printed' }, { value: false, title: 'broken' }]
</script>

<template>
  <div class="slim">
    <fieldset>
      <legend class="aside-label">Version</legend>
      <label v-for="name in ['simple', 'full'] as Version[]" :key="name" class="choice">
        <input type="radio" name="version" :value="name" :checked="view.version === name" @change="emit('version', name)" /> {{ name }}
      </label>
    </fieldset>
    <dl>
      <dt class="aside-label">For</dt><dd>{{ view.pupil_name ? `${view.pupil_name}, ` : '' }}{{ view.chart.instrument }}</dd>
      <dt class="aside-label">Set the bow</dt><dd>{{ view.set_bow }}</dd>
      <dt class="aside-label">Contact zone</dt><dd>{{ view.contact_zone }} of 5, from the fingerboard</dd>
    </dl>
    <v-text-field v-model="tempo" label="Tempo (quarters a minute)" inputmode="numeric" :error-messages="problem" @blur="setTempo" @keydown.enter="setTempo" />
    <v-select v-if="weak" :model-value="view.fourth" :items="fourths" label="Fourth or open" @update:model-value="emit('option', { fourth: $event })" />
    <v-select :model-value="view.options.start ?? null" :items="starts" label="Start" @update:model-value="emit('option', { start: $event })" />
    <v-select :model-value="view.slurs" :items="slurs" label="Slurs" @update:model-value="emit('option', { slurs: $event })" />
  </div>
</template>

<style scoped>
.slim { display: flex; flex-direction: column; gap: 12px; }
fieldset { border: 0; padding: 0; margin: 0; }
legend { padding: 0; }
.choice { display: flex; gap: 8px; align-items: center; padding: 2px 0; }
input { accent-color: rgb(var(--v-theme-primary)); }
dl, dd { margin: 0; }
dd { margin-bottom: 6px; line-height: 1.3; }
@media (max-width: 1050px) { .slim { display: grid; grid-template-columns: repeat(auto-fit, minmax(150px, 1fr)); } }
</style>
