<script setup lang="ts">
import { computed } from 'vue'
import { rows, textWidth, type Placed } from '../geometry/bands'
import type { HeardMarks } from '../geometry/heard'

/** What was heard, note by note: a shape on one line, words in rows under it, stops before their notes. */
const props = defineProps<{ notes: Placed[]; width: number; marks: HeardMarks; name?: string }>()
const SIZE = 11.5
const ROW = 13
const NAME = 13 // pixels over the shapes for the name of a recording, where there are several

const told = computed(() => props.notes.flatMap((one) => {
  const sign = props.marks.signs.get(one.index)
  return sign ? [{ x: one.x, sign, index: one.index }] : []
}))
const words = computed(() => {
  const label = (middle: number, text: string) => ({ x: Math.max(0, middle - textWidth(text, SIZE) / 2), text, width: textWidth(text, SIZE) })
  const all = told.value.flatMap(({ x, sign, index }) => {
    const stop = props.marks.stops.get(index)
    return [...(stop ? [label(x - 13, stop)] : []), ...(sign.words ? [label(x, sign.words)] : [])]
  }).sort((one, other) => one.x - other.x)
  const placed = rows(all, 3, 4)
  return all.flatMap((one, at) => (placed[at] === null ? [] : [{ ...one, row: placed[at]! }]))
})
const top = computed(() => (props.name ? NAME : 0))
const height = computed(() => 20 + (words.value.length ? (Math.max(...words.value.map((one) => one.row)) + 1) * ROW : 0) + 2)
</script>

<template>
  <svg v-if="told.length" class="band" :viewBox="`0 ${-top} ${width} ${height + top}`" aria-hidden="true">
    <text v-if="name" class="name" x="0" y="-2">{{ name }}</text>
    <g v-for="one in told" :key="one.index" :transform="`translate(${one.x} 10)`" :class="one.sign.shape">
      <circle v-if="one.sign.shape === 'dot'" r="3.2" />
      <template v-else-if="one.sign.shape === 'ring'"><circle r="3.2" /><path class="line" d="M -7 -1 A 7 7 0 0 1 7 -1" /></template>
      <path v-else-if="one.sign.shape === 'low'" d="M -6 -4.5 H 6 L 0 6 Z" />
      <path v-else-if="one.sign.shape === 'high'" d="M -6 5 H 6 L 0 -5.5 Z" />
      <path v-else-if="one.sign.shape === 'cross'" class="line" d="M -5 -5 L 5 5 M -5 5 L 5 -5" />
      <circle v-else-if="one.sign.shape === 'gap'" class="line open" r="5" />
      <text v-else class="ask" text-anchor="middle" y="4">?</text>
      <path v-if="marks.again.has(one.index)" class="line" d="M -6 9 H 6" />
      <path v-if="marks.stops.has(one.index)" class="line" d="M -15 -7 V 7 M -11 -7 V 7" />
      <text v-if="marks.added.has(one.index)" class="word" x="8" y="-2">{{ marks.added.get(one.index) }}</text>
    </g>
    <text v-for="(one, at) in words" :key="at" class="word" :x="one.x" :y="30 + one.row * ROW">{{ one.text }}</text>
  </svg>
</template>

<style scoped>
.dot circle, .ring circle { fill: var(--moss); }
.ring .line { stroke: var(--moss); }
.low path, .high path { fill: var(--fawn); }
.line { fill: none; stroke: var(--fawn); stroke-width: 2; }
.cross .line { stroke-width: 2.6; }
.open { stroke-dasharray: 3 2.4; }
.ask { font: 600 12px var(--v-font-body); fill: var(--quiet); }
.word { font: 600 11.5px var(--v-font-body); fill: var(--ink); }
.name { font: italic 500 11.5px var(--v-font-heading); fill: var(--quiet); }
</style>
