<script setup lang="ts">
import { computed } from 'vue'
import { bowY, rows, textWidth, together, type BandSize, type Placed, type SystemLayout } from '../geometry/bands'

/** The bow line: frog on top, tip at the bottom, so that a down-bow goes down. A stroke short of bow is hatched. */
const props = defineProps<{ notes: Placed[]; layout: SystemLayout; selected: number | null; size: BandSize }>()
const TOP = 8
const HEIGHT = computed(() => props.size.bow)
const height = computed(() => TOP + HEIGHT.value + 8 + props.size.labels * 14)

const strokes = computed(() =>
  props.notes.filter((_, at) => !together(props.notes, at)).map((one) => {
    const [from, to] = one.note.bow as [number, number]
    return {
      id: one.note.id,
      index: one.index,
      short: one.note.short,
      x1: one.x,
      x2: one.end,
      y1: bowY(from, TOP, HEIGHT.value),
      y2: bowY(to, TOP, HEIGHT.value),
      lifted: ['lift', 'recovery'].includes(one.note.join)
    }
  }),
)

/** One label a stroke, where there is room; what has none is read on the right when the note is chosen. */
const labels = computed(() => {
  const starts = props.notes.filter((one, at) => one.note.join !== 'slur' && one.note.bow_words !== props.notes[at - 1]?.note.bow_words)
  const found = rows(starts.map((one) => ({ x: one.x, width: textWidth(one.note.bow_words) })), props.size.labels)
  return starts.flatMap((one, at) =>
    found[at] == null || one.x + textWidth(one.note.bow_words) > props.layout.width + 14
      ? []
      : [{ id: one.note.id, x: one.x, y: TOP + HEIGHT.value + 17 + found[at]! * 13, text: one.note.bow_words }]
  )
})
</script>

<template>
  <svg class="band" :viewBox="`0 0 ${layout.width} ${height}`" aria-hidden="true">
    <defs>
      <pattern id="short-of-bow" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><line class="hatch" y2="5" /></pattern>
    </defs>
    <rect class="ground" x="14" :y="TOP" :width="Math.max(0, layout.width - 14)" :height="HEIGHT" />
    <line v-for="x in layout.bars" :key="x" class="bar" :x1="x" :x2="x" :y1="TOP" :y2="TOP + HEIGHT" />
    <line class="middle" x1="14" :x2="layout.width" :y1="TOP + HEIGHT / 2" :y2="TOP + HEIGHT / 2" />
    <text class="end" x="0" :y="TOP + 8">F</text>
    <text class="end" x="0" :y="TOP + HEIGHT">T</text>
    <g v-for="stroke in strokes" :key="stroke.id" :class="{ chosen: stroke.index === selected }">
      <rect v-if="stroke.short" :x="stroke.x1" :y="TOP" :width="stroke.x2 - stroke.x1" :height="HEIGHT" fill="url(#short-of-bow)" />
      <line class="stroke" :x1="stroke.x1" :y1="stroke.y1" :x2="stroke.x2" :y2="stroke.y2" />
      <circle class="turn" :cx="stroke.x1" :cy="stroke.y1" r="2.6" />
    </g>
    <text v-for="label in labels" :key="label.id" class="label" :x="label.x" :y="label.y">{{ label.text }}</text>
  </svg>
</template>

<style scoped>
.ground { fill: rgba(var(--v-theme-on-background), 0.05); }
.bar { stroke: var(--rule); }
.middle { stroke: var(--rule); stroke-dasharray: 2 4; }
.end { font: 600 10px var(--v-font-body); fill: var(--quiet); }
.stroke { stroke: var(--moss); stroke-width: 2.4; }
.turn { fill: var(--ink); }
.hatch { stroke: var(--fawn); stroke-width: 1.4; }
.label { font: 400 11.5px var(--v-font-body); fill: var(--quiet); }
.chosen .stroke { stroke: var(--fawn); stroke-width: 3.4; }
</style>
