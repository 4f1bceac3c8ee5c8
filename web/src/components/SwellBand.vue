<script setup lang="ts">
import { computed, ref } from 'vue'
import type { BandSize, Placed, SystemLayout } from '../geometry/bands'
import { draggedTo, halfOf, LOUDEST, SOFTEST, swellPath, swollen, within, type Swollen } from '../geometry/swell'

/** How loud it is played: a swell under the bow line, as high as it is loud; a ring where a phrase has its goal. A note's edge is dragged up for louder. */
const props = defineProps<{ notes: Placed[]; layout: SystemLayout; selected: number | null; size: BandSize; fixed?: boolean }>()
const emit = defineEmits<{ level: [id: string, level: number] }>()

const height = computed(() => props.size.swell)
const middle = computed(() => height.value / 2)
const dragged = ref<{ id: string; from: number; y: number; level: number } | null>(null)
const points = computed<Swollen[]>(() =>
  swollen(props.notes, height.value).map((one) =>
    one.note.id === dragged.value?.id ? { ...one, half: halfOf(dragged.value.level, height.value) } : one
  )
)
const path = computed(() => swellPath(points.value, props.notes.at(-1)?.end ?? 0, middle.value))
const shown = (one: Swollen): number => (one.note.id === dragged.value?.id ? dragged.value.level : one.note.shape!.level)

function take(event: PointerEvent, one: Swollen): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = { id: one.note.id, from: one.note.shape!.level, y: event.clientY, level: one.note.shape!.level }
}
function drag(event: PointerEvent): void {
  const now = dragged.value
  if (now) dragged.value = { ...now, level: draggedTo(now.from, now.y - event.clientY) }
}
function drop(): void {
  const done = dragged.value
  dragged.value = null
  if (done && done.level !== done.from) emit('level', done.id, done.level)
}
function key(event: KeyboardEvent, one: Swollen): void {
  const by = { ArrowUp: 1, ArrowDown: -1 }[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  const level = within(one.note.shape!.level + by)
  if (level !== one.note.shape!.level) emit('level', one.note.id, level)
}
</script>

<template>
  <svg class="band" :viewBox="`0 0 ${layout.width} ${height}`">
    <g aria-hidden="true">
      <path class="swell" :d="path" />
      <line class="middle" x1="14" :x2="layout.width" :y1="middle" :y2="middle" />
      <template v-for="one in points" :key="one.note.id">
        <circle v-if="one.note.shape!.goal" class="goal" :cx="one.x" :cy="middle" :r="fixed ? 3.2 : 4.5" />
        <path v-if="one.note.shape!.breath" class="breath" :d="`M ${one.x + 15} ${middle - 7} q 3.5 4 -1.5 8`" />
      </template>
    </g>
    <template v-if="!fixed">
      <g
        v-for="one in points" :key="one.note.id" class="grip" :class="{ set: one.note.shape!.set, chosen: one.index === selected }" role="slider"
        :tabindex="one.index === selected ? 0 : -1" :aria-label="`Loudness in bar ${one.note.bar}`" :aria-valuenow="shown(one)" :aria-valuemin="SOFTEST"
        :aria-valuemax="LOUDEST" :aria-valuetext="one.note.shape!.words" @pointerdown="take($event, one)" @pointermove="drag" @pointerup="drop"
        @pointercancel="dragged = null" @keydown="key($event, one)"
      >
        <title>{{ one.note.shape!.words }}</title>
        <rect x="-9" width="18" :height="height" :transform="`translate(${one.x} 0)`" />
        <circle :cx="one.x" :cy="middle - one.half" r="3" />
      </g>
    </template>
  </svg>
</template>

<style scoped>
.swell { fill: var(--moss); fill-opacity: 0.28; stroke: var(--moss); stroke-width: 1; stroke-linejoin: round; }
.middle { stroke: var(--quiet); stroke-width: 0.7; stroke-dasharray: 1 4; }
.goal { fill: var(--paper); stroke: var(--fawn); stroke-width: 1.8; }
.breath { fill: none; stroke: var(--ink); stroke-width: 1.6; stroke-linecap: round; }
.grip { cursor: ns-resize; touch-action: none; }
.grip rect { fill: transparent; }
.grip circle { fill: var(--moss); opacity: 0; }
.grip:hover circle, .grip.chosen circle { opacity: 1; }
.grip.set circle { opacity: 1; fill: var(--fawn); }
.grip:focus-visible { outline: none; }
.grip:focus-visible circle { stroke: var(--ink); stroke-width: 2; opacity: 1; }
@media print { .grip { display: none; } }
</style>
