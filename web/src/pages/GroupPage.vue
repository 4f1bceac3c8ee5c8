<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import type { Group, Instrument, Tune, Version } from '../api/types'
import PlayBar from '../components/PlayBar.vue'
import StepSheets from '../components/StepSheets.vue'
import { printPage, usePaper } from '../composables/usePaper'
import { usePlayer } from '../stores/player'

/** One tune for several instruments: one key for all, each in its own octave, the same bars under one another. */
const route = useRoute()
const player = usePlayer()
usePaper()
const INSTRUMENTS: Instrument[] = ['violin', 'viola', 'cello', 'bass']
const chosen = ref<Instrument[]>(['violin', 'cello', 'bass'])
const version = ref<Version>('simple')
const key = ref('')
const tune = ref<Tune | null>(null)
const group = ref<Group | null>(null)
const problem = ref<Trouble | null>(null)
const heard = ref(0)
const ready = ref(false)
let asked = 0

async function load(): Promise<void> {
  const own = ++asked
  problem.value = null
  ready.value = false
  if (!chosen.value.length) return void (group.value = null)
  try {
    tune.value ??= await ask('get', '/api/tunes/{id}', byId(Number(route.params.id)))
    const instruments = INSTRUMENTS.filter((name) => chosen.value.includes(name)).join(',')
    const query = { instruments, version: version.value, ...(key.value ? { key: key.value } : {}) }
    const found = await ask('get', '/api/tunes/{id}/group', byId(Number(route.params.id), query))
    if (own !== asked) return
    group.value = found
    heard.value = Math.min(heard.value, found.parts.length - 1)
  } catch (error) {
    if (own === asked) problem.value = error as Trouble
  }
}
watch([chosen, version, key], load, { immediate: true, deep: true })
watch([group, heard], () => {
  const part = group.value?.parts[heard.value]
  if (!part) return
  player.use(async () => part.play)
  player.own = part.chart.tempo
})
const sheets = computed(() =>
  (group.value?.parts ?? []).map((part) => ({
    label: [part.instrument, part.moved].filter(Boolean).join(', '),
    musicxml: part.musicxml,
    chart: part.chart,
    strings: part.strings
  }))
)
const keys = computed(() => (group.value?.keys ?? []).map((one, index) => ({ value: one.key, title: `${one.key}${index === 0 ? ', friendliest' : ''}` })))
</script>

<template>
  <div class="page wide">
    <header>
      <h1>{{ tune?.title ?? 'A tune for several' }}</h1>
      <span v-if="group" class="quiet">{{ group.key }}, for {{ group.parts.map((part) => part.instrument).join(', ') }}</span>
      <span class="push"><v-btn variant="flat" color="primary" :disabled="!ready" @click="printPage">Print</v-btn></span>
    </header>
    <div class="choices">
      <fieldset>
        <legend class="spoken">Instruments</legend>
        <label v-for="name in INSTRUMENTS" :key="name"><input v-model="chosen" type="checkbox" :value="name" /> {{ name }}</label>
      </fieldset>
      <v-select v-model="version" :items="['simple', 'full']" label="Version" />
      <v-select :model-value="group?.key ?? ''" :items="keys" label="Key for all" @update:model-value="key = $event" />
      <v-select v-if="group" v-model="heard" :items="group.parts.map((part, index) => ({ value: index, title: part.instrument }))" label="Heard" />
    </div>
    <PlayBar v-if="group" />
    <p v-if="problem" class="problem" role="alert">{{ problem.text }}</p>
    <p v-else-if="!chosen.length">Choose the instruments that play together.</p>
    <p v-else-if="!group" role="status">Finding a key for all …</p>
    <StepSheets v-if="group && chosen.length && !problem" :sheets="sheets" :now="player.now" @ready="ready = true" />
  </div>
</template>

<style scoped>
.wide { max-width: 1300px; }
.choices { display: flex; flex-wrap: wrap; gap: var(--room-2) var(--room-6); align-items: end; }
.choices .v-input { max-width: 220px; min-width: 150px; }
fieldset { border: 0; padding: 0 0 var(--room-2); display: flex; gap: var(--room-4); }
label { display: inline-flex; gap: var(--room-2); align-items: center; }
input { accent-color: rgb(var(--v-theme-primary)); }
@media print { .choices, header .push { display: none; } .page { padding: 0 2mm; } }
</style>
