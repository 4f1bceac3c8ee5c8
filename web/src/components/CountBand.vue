<script setup lang="ts">
import { together, type Placed } from '../geometry/bands'
import { printed } from '../geometry/words'
import type { Show } from '../stores/desk'

/** What to say under each note: counted numbers, rhythm syllables or note names. */
const props = defineProps<{ notes: Placed[]; width: number; show: Show }>()

function text(one: Placed): string {
  if (props.show.counting === 'names') return props.show.naming === 'h-b' ? one.note.names['h-b'] : printed(one.note.names[props.show.naming])
  return props.show.counting === 'numbers' ? one.note.count.numbers.replace('and', '&') : one.note.count.syllables
}
</script>

<template>
  <svg class="band" :viewBox="`0 0 ${width} 20`" aria-hidden="true">
    <template v-for="(one, at) in notes" :key="one.note.id">
      <text v-if="show.counting === 'names' || !together(notes, at)" :x="one.x" :y="together(notes, at) ? 4 : 14" text-anchor="middle">{{ text(one) }}</text>
    </template>
  </svg>
</template>

<style scoped>
text { font: 600 12.5px var(--v-font-body); fill: var(--ink); }
</style>
