<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ask, Trouble } from '../api/client'
import type { ChartView, Version } from '../api/types'
import ChartChoices from '../components/ChartChoices.vue'
import ChartSheet from '../components/ChartSheet.vue'
import HandMap from '../components/HandMap.vue'
import IssueDialog from '../components/IssueDialog.vue'
import NotePanel from '../components/NotePanel.vue'
import StaleDialog from '../components/StaleDialog.vue'
import { useKeys } from '../composables/useKeys'
import { neighbour } from '../geometry/pins'
import { accessible } from '../geometry/words'
import { useChart } from '../stores/chart'
import { usePupils } from '../stores/pupils'

const route = useRoute()
const router = useRouter()
const chart = useChart()
const pupils = usePupils()
const problem = ref<Trouble | null>(null)
const issuing = ref(false)
let stringNext = false
const FILES = [{ ending: 'musicxml', name: 'MusicXML' }, { ending: 'abc', name: 'ABC' }, { ending: 'mid', name: 'MIDI' }]

async function load(): Promise<void> {
  problem.value = null
  try {
    await chart.load(Number(route.params.id))
    if (chart.view?.pupil_id) pupils.choose(chart.view.pupil_id)
  } catch (error) {
    problem.value = error as Trouble
  }
}
watch(() => route.params.id, (id) => id && load(), { immediate: true })

/** The same tune for whoever is chosen at the top. */
async function open(subject: { pupil_id?: number; instrument?: string }, version: Version): Promise<void> {
  try {
    const found = await ask<ChartView>('POST', '/charts', { tune_id: chart.view!.tune_id, version, ...subject })
    await router.push(`/charts/${found.id}`)
  } catch (error) {
    problem.value = error as Trouble
  }
}
const subject = () => (chart.view!.pupil_id ? { pupil_id: chart.view!.pupil_id } : { instrument: chart.view!.chart.instrument })
watch([() => pupils.currentId, () => pupils.instrument], ([id, instrument]) => {
  if (!chart.view || (id ? id === chart.view.pupil_id : !chart.view.pupil_id && instrument === chart.view.chart.instrument)) return
  void open(id ? { pupil_id: id } : { instrument }, chart.view.version)
})
const turnVersion = (version: Version) => version !== chart.view?.version && open(subject(), version)

const saved = computed(() => ({ saved: 'saved', saving: 'saving …', waiting: 'not saved yet: the server is away; kept here, trying again', stale: 'changed in another window' })[chart.state])
const lit = computed(() => (chart.note ? { string: chart.note.string, semitones: chart.note.semitones, finger: chart.note.finger } : null))
const newHere = computed(() => chart.view?.chart.warnings ?? [])

useKeys((event) => {
  if (!chart.view || issuing.value) return
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
    return chart.step(key === 'ArrowRight' ? 1 : -1)
  }
  if (key === 'v') return void turnVersion(chart.view.version === 'simple' ? 'full' : 'simple')
  if (!chart.note) return
  if (key === 'ArrowUp' || key === 'ArrowDown') {
    event.preventDefault()
    const place = neighbour(chart.note, key === 'ArrowDown' ? 1 : -1)
    if (place) void chart.pin({ place })
  } else if (/^[0-4]$/.test(key)) void chart.pin({ finger: Number(key) })
  else if (key === 's') stringNext = true
  else if (key === 'd' || key === 'u') void chart.pin({ direction: key === 'd' ? 'down' : 'up' })
  else if (key === 'l') void chart.pin({ join: chart.note.join === 'slur' ? 'change' : 'slur' })
  else if (key === 'h' || key === 'f') void chart.pin({ join: key === 'h' ? 'hook' : 'lift' })
  else if (key === 'p') void chart.pin('toggle')
})
</script>

<template>
  <div class="desk">
    <div v-if="problem" class="problem page" role="alert">{{ problem.text }} <v-btn v-if="problem.passing" @click="load">Try again</v-btn></div>
    <template v-if="chart.view">
      <p class="spoken" aria-live="polite">{{ chart.note ? accessible(chart.note) : '' }}</p>
      <header>
        <h1>{{ chart.view.chart.tune.title }}</h1>
        <span class="quiet">{{ chart.view.chart.tune.key }}, {{ chart.view.chart.tune.meter }}<template v-if="chart.view.moved">, written {{ chart.view.moved }}</template></span>
        <span class="state small" :class="{ fawn: chart.state !== 'saved' && chart.state !== 'saving' }" role="status">{{ saved }}</span>
        <span class="tools">
          <v-btn :disabled="!chart.before.length" title="Ctrl Z" @click="chart.undo()">Undo</v-btn>
          <v-btn :disabled="!chart.after.length" title="Ctrl Shift Z" @click="chart.redo()">Redo</v-btn>
          <v-btn v-for="file in FILES" :key="file.ending" :href="`/api/charts/${chart.view.id}/chart.${file.ending}`" download>{{ file.name }}</v-btn>
          <v-btn variant="flat" color="primary" :disabled="chart.state !== 'saved'" @click="issuing = true">Issue card</v-btn>
        </span>
      </header>
      <div v-if="chart.refused" class="problem refusal" role="alert">
        {{ chart.refused.text }} The chart is unchanged.
        <v-btn density="compact" @click="chart.refused = null">Understood</v-btn>
      </div>
      <ul v-if="newHere.length" class="plain warnings small fawn"><li v-for="warning in newHere" :key="warning">{{ warning }}</li></ul>
      <div class="columns">
        <ChartChoices class="choices" :view="chart.view" @version="turnVersion" @option="chart.option($event)" />
        <ChartSheet
          class="paper" :musicxml="chart.musicxml" :chart="chart.view.chart" :strings="chart.view.strings" :selected="chart.selected"
          @select="chart.selected = $event"
        />
        <aside class="side" aria-label="The selected note">
          <NotePanel :note="chart.note" :strings="chart.view.strings" @pin="chart.pin($event)" />
          <h2 class="ruled">Hand map</h2>
          <HandMap :strings="chart.view.strings" :fingers="chart.view.hand_fingers" :words="chart.view.chart.hand_map" :lit="lit" />
        </aside>
      </div>
      <IssueDialog v-model="issuing" :view="chart.view" />
      <StaleDialog :theirs="chart.other" @choose="chart.resolve($event)" />
    </template>
  </div>
</template>

<style scoped>
.spoken { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); margin: 0; }
.desk > header { display: flex; align-items: baseline; gap: 14px; padding: 14px 28px 4px; flex-wrap: wrap; }
.tools { margin-left: auto; display: flex; gap: 4px; }
.refusal { margin: 4px 28px; }
.warnings { padding: 0 28px 4px; }
.columns { display: grid; grid-template-columns: 150px minmax(0, 1fr) 276px; gap: 22px; padding: 6px 28px 40px; align-items: start; }
.side { position: sticky; top: 12px; max-height: calc(100vh - 24px); overflow-y: auto; }
@media (max-width: 1050px) { .columns { grid-template-columns: 1fr; padding: 6px 14px 40px; } .side { position: static; max-height: none; } .desk > header { padding: 12px 14px 4px; } }
</style>
