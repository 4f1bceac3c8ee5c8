<script setup lang="ts">
import type { BandSize, Placed } from '../geometry/bands'
import { mark } from '../geometry/words'
import BowSign from './BowSign.vue'

/** Bow signs over finger digits, over the staff. A teacher's own marks are underlined. */
const props = defineProps<{ notes: Placed[]; width: number; selected: number | null; size: BandSize }>()

/** How many notes of the same double stop stand before this one: their digits are stacked, the lower string's below. */
const above = (one: Placed, at: number): number => (at > 0 && props.notes[at - 1]!.note.bar === one.note.bar && props.notes[at - 1]!.note.beat === one.note.beat ? 1 : 0)

/** A sign stands where a stroke begins. */
const signed = (one: Placed, at: number): boolean => one.note.join !== 'slur' && !above(one, at)
</script>

<template>
  <svg class="band" :viewBox="`0 ${58 - size.digits} ${width} ${size.digits}`" aria-hidden="true">
    <g v-for="(one, at) in notes" :key="one.note.id" :transform="`translate(${one.x} 0)`" :class="{ chosen: one.index === selected }">
      <BowSign v-if="signed(one, at)" :direction="one.note.direction" :join="one.note.join" :y="size.digits < 58 ? 12 : 6" />
      <path v-if="one.note.pinned.includes('direction') || one.note.pinned.includes('join')" class="pin" d="M -6 27 H 6" />
      <text :y="above(one, at) ? 29 : 42" class="digit" :class="{ upper: above(one, at) }" text-anchor="middle">{{ one.note.finger }}</text>
      <path v-if="one.note.pinned.includes('place')" class="pin" d="M -6 46.5 H 6" />
      <text v-if="mark(one.note) && !above(one, at)" :y="55" class="word" text-anchor="middle">{{ mark(one.note) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.band { display: block; width: 100%; height: auto; overflow: visible; }
.upper { font-size: 14px !important; }
.digit { font: 600 17px var(--v-font-body); fill: var(--ink); }
.word { font: italic 500 10.5px var(--v-font-heading); fill: var(--fawn); }
.pin { stroke: var(--fawn); stroke-width: 2; }
.chosen .digit { fill: var(--fawn); }
</style>
