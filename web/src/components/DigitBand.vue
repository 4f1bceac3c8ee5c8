<script setup lang="ts">
import type { BandSize, Placed } from '../geometry/bands'
import { mark } from '../geometry/words'
import BowSign from './BowSign.vue'

/** Bow signs over finger digits, over the staff. A teacher's own marks are underlined. */
defineProps<{ notes: Placed[]; width: number; selected: number | null; size: BandSize }>()

/** A sign stands where a stroke begins. */
const signed = (one: Placed): boolean => one.note.join !== 'slur'
</script>

<template>
  <svg class="band" :viewBox="`0 ${58 - size.digits} ${width} ${size.digits}`" aria-hidden="true">
    <g v-for="one in notes" :key="one.note.id" :transform="`translate(${one.x} 0)`" :class="{ chosen: one.index === selected }">
      <BowSign v-if="signed(one)" :direction="one.note.direction" :join="one.note.join" :y="size.digits < 58 ? 12 : 6" />
      <path v-if="one.note.pinned.includes('direction')" class="pin" d="M -6 27 H 6" />
      <text y="42" class="digit" text-anchor="middle">{{ one.note.finger }}</text>
      <path v-if="one.note.pinned.includes('place')" class="pin" d="M -6 46.5 H 6" />
      <text v-if="mark(one.note)" :y="55" class="word" text-anchor="middle">{{ mark(one.note) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.band { display: block; width: 100%; height: auto; overflow: visible; }
.digit { font: 600 17px var(--v-font-body); fill: var(--ink); }
.word { font: italic 500 10.5px var(--v-font-heading); fill: var(--fawn); }
.pin { stroke: var(--fawn); stroke-width: 2; }
.chosen .digit { fill: var(--fawn); }
</style>
