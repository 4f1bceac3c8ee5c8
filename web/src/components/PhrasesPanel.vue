<script setup lang="ts">
import { ref } from 'vue'
import type { ChartBody, ChartNote } from '../api/types'
import { noteAt } from '../geometry/spots'

/** Phrases to learn, each beginning on the note the last one ended with; ends are moved by typing bar:beat. */
const props = defineProps<{ chart: ChartBody; own: boolean; note: ChartNote | null }>()
const emit = defineEmits<{ cut: [change: { from: string; to: string } | { add: string } | { remove: string } | null]; hear: [index: number] }>()
const wrong = ref<{ index: number; text: string } | null>(null)

function type(index: number, event: Event): void {
  const field = event.target as HTMLInputElement
  const phrase = props.chart.phrases[index]!
  if (field.value === phrase.to) return
  const found = noteAt(props.chart, field.value)
  wrong.value = found ? null : { index, text: `There is no note at ${field.value || 'nowhere'}. Write bar:beat, such as 4:1.` }
  if (found) emit('cut', { from: phrase.notes[1]!, to: found.id })
}
const inner = (id: string): boolean => props.chart.phrases.slice(0, -1).some((phrase) => phrase.notes[1] === id)
const edge = (id: string): boolean => id === props.chart.notes[0]!.id || id === props.chart.notes.at(-1)!.id
</script>

<template>
  <div>
    <ol class="plain">
      <li v-for="(phrase, index) in chart.phrases" :key="index">
        <b>{{ index + 1 }}</b> <span>{{ phrase.from }} to</span>
        <input
          v-if="index < chart.phrases.length - 1" :value="phrase.to" :aria-label="`End of phrase ${index + 1}, bar and beat`" size="6"
          @change="type(index, $event)" @keydown.enter="type(index, $event)"
        />
        <span v-else>{{ phrase.to }}</span>
        <span class="push">
          <v-btn density="compact" @click="emit('hear', index)">Hear</v-btn>
          <v-btn
            v-if="index < chart.phrases.length - 1" density="compact" title="Join it to the next phrase"
            @click="emit('cut', { remove: phrase.notes[1]! })"
          >Join</v-btn>
        </span>
        <p v-if="chart.shape?.phrases[index]" class="music small">{{ chart.shape.phrases[index]!.words }}</p>
        <p v-if="wrong?.index === index" class="problem small" role="alert">{{ wrong.text }}</p>
      </li>
    </ol>
    <v-btn v-if="note && !inner(note.id) && !edge(note.id)" @click="emit('cut', { add: note.id })">Cut at the selected note</v-btn>
    <v-btn v-if="own" @click="emit('cut', null)">As Fawnmoss finds them</v-btn>
    <p class="small quiet mt-2">Drag the diamonds under the chart, or give one the focus and use ← →.</p>
  </div>
</template>

<style scoped>
li { display: flex; gap: 2px var(--room-2); align-items: center; flex-wrap: wrap; border-top: 1px solid var(--rule); padding: var(--room-1) 0; }
li:first-child { border-top: 0; }
input { border: 0; border-bottom: 1px solid var(--quiet); padding: 1px var(--room-1); color: inherit; font: inherit; background: transparent; }
.push { margin-left: auto; }
.push .v-btn { padding: 0 var(--room-2); min-width: 0; }
.problem, .music { flex-basis: 100%; margin: 0; }
</style>
