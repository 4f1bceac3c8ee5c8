<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import { ask, byId, Trouble } from '../api/client'
import type { ChartNote, ChartView, Version } from '../api/types'
import StepSheets from '../components/StepSheets.vue'
import { differing, summary } from '../geometry/compare'

/** The simple and the full chart of a tune in step, with what differs brought out. */
const route = useRoute()
const views = ref<ChartView[]>([])
const scores = ref<string[]>([])
const problem = ref<Trouble | null>(null)
const note = ref<{ version: string; note: ChartNote } | null>(null)

async function load(): Promise<void> {
  problem.value = null
  try {
    const one = await ask('get', '/api/charts/{id}', byId(Number(route.params.id)))
    const subject = one.pupil_id ? { pupil_id: one.pupil_id } : { instrument: one.chart.instrument }
    const both = await Promise.all(
      (['simple', 'full'] as Version[]).map((version) =>
        version === one.version && one.part === 'tune' ? one : ask('post', '/api/charts', { body: { tune_id: one.tune_id, version, ...subject } })
      )
    )
    scores.value = await Promise.all(both.map(async (view) => (await ask('get', '/api/charts/{id}/score', byId(view.id))).musicxml))
    views.value = both
  } catch (error) {
    problem.value = error as Trouble
  }
}
void load()

const differences = computed(() => (views.value.length === 2 ? differing(views.value[0]!.chart.notes, views.value[1]!.chart.notes) : []))
const sheets = computed(() => views.value.map((view, index) => ({
  label: view.version, musicxml: scores.value[index]!, chart: view.chart, strings: view.strings,
  lit: new Set(view.chart.notes.flatMap((one, at) => (differences.value.some((other) => other.id === one.id) ? [at] : []))),
})))
function select(sheet: number, at: number): void {
  const view = views.value[sheet]!
  note.value = { version: view.version, note: view.chart.notes[at]! }
}
</script>

<template>
  <div class="page wide">
    <div v-if="problem" class="problem" role="alert">{{ problem.text }} <v-btn @click="load">Try again</v-btn></div>
    <template v-if="views.length === 2">
      <header>
        <h1>{{ views[0]!.chart.tune.title }}</h1>
        <span class="quiet">simple and full{{ views[0]!.pupil_name ? `, for ${views[0]!.pupil_name}` : `, ${views[0]!.chart.instrument}` }}</span>
        <span class="push"><v-btn v-for="view in views" :key="view.id" :to="`/charts/${view.id}`">Open the {{ view.version }} one</v-btn></span>
      </header>
      <p>{{ summary(differences) }}</p>
      <p v-if="note" class="small said" role="status"><b>{{ note.version }}, bar {{ note.note.bar }}:</b> {{ note.note.reasons.join('; ') }}</p>
      <StepSheets :sheets="sheets" @select="select" />
    </template>
    <p v-else-if="!problem" role="status">Opening both charts …</p>
  </div>
</template>

<style scoped>
.wide { max-width: 1300px; }
.said { position: sticky; top: 0; background: var(--paper); z-index: 2; padding: var(--room-1) 0; }
@media print { header .push, .said { display: none; } }
</style>
