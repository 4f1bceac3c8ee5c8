<script setup lang="ts">
import { computed } from 'vue'
import { positionLabels, ringPath, shiftArrow, type BandSize, type Placed, type SystemLayout } from '../geometry/bands'

/** Four string lanes, highest on top, with the finger as a disc on its lane; a held finger as a bar; ringing notes under one arc or two. */
const props = defineProps<{ notes: Placed[]; layout: SystemLayout; strings: string[]; selected: number | null; size: BandSize }>()
const names = computed(() => [...props.strings].reverse())
const height = computed(() => props.size.laneTop + props.size.lane * (names.value.length - 1) + props.size.disc * 1.9)
const y = (string: string) => props.size.laneTop + names.value.indexOf(string) * props.size.lane

/** A hold runs to its later note, or to the system's edge when that stands in another one. */
const holds = computed(() =>
  props.notes.filter((one) => one.note.hold_to !== null).map((one) => {
    const target = props.notes.find((other) => other.index === one.note.hold_to)
    return { id: one.note.id, x1: one.x, x2: target?.x ?? props.layout.width, y: y(one.note.string) + props.size.disc + 3.5 }
  }),
)
const labels = computed(() => positionLabels(props.notes))
/** A shift is drawn from the note before when that stands in this system; from its left edge otherwise. */
const shifts = computed(() => props.notes.flatMap((one, at) => {
  if (!one.note.shift) return []
  const before = props.notes[at - 1]
  const from = before ? { x: before.x, y: y(before.note.string) } : { x: Math.max(14, one.x - 40), y: y(one.note.string) }
  return [{ id: one.note.id, d: shiftArrow(from, { x: one.x, y: y(one.note.string) }, props.size.disc) }]
}))
</script>

<template>
  <svg class="band" :viewBox="`0 0 ${layout.width} ${height}`" aria-hidden="true">
    <line v-for="x in layout.bars" :key="`b${x}`" class="bar" :x1="x" :x2="x" :y1="size.laneTop - 8" :y2="height - 10" />
    <g v-for="(name, index) in names" :key="name">
      <line class="string" :x1="14" :x2="layout.width" :y1="y(name)" :y2="y(name)" :stroke-width="0.9 + index * 0.35" />
      <text class="name" x="0" :y="y(name) + 4">{{ name }}</text>
    </g>
    <line v-for="one in notes" :key="`t${one.note.id}`" class="trail" :x1="one.x" :x2="one.end - 3" :y1="y(one.note.string)" :y2="y(one.note.string)" />
    <path v-for="hold in holds" :key="`h${hold.id}`" class="hold" :d="`M ${hold.x1} ${hold.y - 3} v 3 H ${hold.x2} v -3`" />
    <path v-for="shift in shifts" :key="`s${shift.id}`" class="shift" :d="shift.d" />
    <g v-for="(one, at) in notes" :key="one.note.id" :transform="`translate(${one.x} ${y(one.note.string)})`" :class="{ chosen: one.index === selected }">
      <circle :r="size.disc" :class="one.note.finger === 0 ? 'open' : 'disc'" />
      <text class="finger" :class="{ hollow: one.note.finger === 0 }" y="4.5" text-anchor="middle">{{ one.note.finger }}</text>
      <path v-if="one.note.ring !== 'none'" class="ring" :d="ringPath(size.disc, one.note.ring === 'strong')" />
      <text v-if="labels.has(at)" class="position" :y="-size.disc - 8" text-anchor="middle">{{ labels.get(at) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.string { stroke: rgba(var(--v-theme-on-background), 0.45); }
.bar { stroke: var(--rule); stroke-width: 1; }
.name { font: 600 12px var(--v-font-body); fill: var(--quiet); }
.trail { stroke: rgba(var(--v-theme-primary), 0.45); stroke-width: 4; }
.hold { fill: none; stroke: var(--moss); stroke-width: 1.4; }
.disc { fill: var(--moss); }
.open { fill: var(--paper); stroke: var(--moss); stroke-width: 2; }
.finger { font: 600 13px var(--v-font-body); fill: rgb(var(--v-theme-on-primary)); }
.finger.hollow { fill: var(--ink); }
.ring { fill: none; stroke: var(--fawn); stroke-width: 1.6; }
.position { font: 600 12.5px var(--v-font-body); font-variant: small-caps; fill: var(--fawn); paint-order: stroke; stroke: var(--paper); stroke-width: 3; }
.shift { fill: none; stroke: var(--fawn); stroke-width: 1.6; }
.chosen circle { stroke: var(--fawn); stroke-width: 2.5; }
@media print { .open { fill: #fff; } }
</style>
