<script setup lang="ts">
import { computed } from 'vue'
import type { ChartNote } from '../api/types'
import { DESK, together, type BandSize, type Placed } from '../geometry/bands'
import { mark, trillFingers } from '../geometry/words'
import BowSign from './BowSign.vue'

/** Bow signs over finger digits, over the staff; the digits of a double stop are stacked. A teacher's own marks are underlined. */
const props = defineProps<{ notes: Placed[]; width: number; selected: number | null; size: BandSize }>()

/** From the note before to one that the engine would take into the same bow: dashed, because no page asks for it. */
const proposals = computed(() =>
  props.notes.flatMap((one, at) =>
    one.note.added && at > 0 ? [`M ${props.notes[at - 1]!.x + 8} 10 Q ${(props.notes[at - 1]!.x + one.x) / 2} ${-1} ${one.x} 10`] : []
  )
)

/** A sign stands where a stroke begins. */
const signed = (one: Placed, at: number): boolean => one.note.join !== 'slur' && !together(props.notes, at)
/** Digits of a double stop, its note's or the one before's. */
const stacked = (at: number): boolean => together(props.notes, at) || (at + 1 < props.notes.length && together(props.notes, at + 1))
/** On a card, where there is less room, the sign stands near a single digit and over a stack of two. */
const signAt = (at: number): number => (props.size.digits === DESK.digits ? 4 : stacked(at) ? 5 : 12)
/** Fingers of the grace notes, before the note's own. Cards issued long ago have none. */
const small = (note: Partial<ChartNote>): string => (note.graces ?? []).map((grace) => grace.finger).join(' ')
</script>

<template>
  <svg class="band" :viewBox="`0 ${58 - size.digits} ${width} ${size.digits}`" aria-hidden="true">
    <path v-for="arc in proposals" :key="arc" class="proposal" :d="arc" />
    <g v-for="(one, at) in notes" :key="one.note.id" :transform="`translate(${one.x} 0)`" :class="{ chosen: one.index === selected }">
      <BowSign v-if="signed(one, at)" :direction="one.note.direction" :join="one.note.join" :y="signAt(at)" />
      <path v-if="one.note.pinned.includes('direction') || one.note.pinned.includes('join')" class="pin" d="M -6 27 H 6" />
      <text :y="together(notes, at) ? 30 : 43" class="digit" :class="{ paired: stacked(at) }" text-anchor="middle">{{ one.note.finger }}</text>
      <text v-if="small(one.note)" :y="together(notes, at) ? 30 : 43" x="-8" class="small" text-anchor="end">{{ small(one.note) }}</text>
      <text v-if="one.note.trill" y="36" x="6.5" class="small">{{ trillFingers(one.note) }}</text>
      <path v-if="one.note.pinned.includes('place')" class="pin" d="M -6 46.5 H 6" />
      <text v-if="mark(one.note) && !together(notes, at)" :y="55" class="word" text-anchor="middle">{{ mark(one.note) }}</text>
    </g>
  </svg>
</template>

<style scoped>
.digit { font: 600 17px var(--v-font-body); fill: var(--ink); }
text.paired { font-size: 13.5px; }
text.small { font: 600 11px var(--v-font-body); fill: var(--ink); }
.word { font: italic 500 10.5px var(--v-font-heading); fill: var(--fawn); }
.proposal { fill: none; stroke: var(--ink); stroke-width: 1.5; stroke-dasharray: 4 3; }
.pin { stroke: var(--fawn); stroke-width: 2; }
.chosen .digit { fill: var(--fawn); }
</style>
