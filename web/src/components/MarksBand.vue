<script setup lang="ts">
import { computed } from 'vue'
import type { Spot } from '../api/types'
import { rows, textWidth, type SystemLayout } from '../geometry/bands'

/** Trouble spots as brackets over their bars, the worst first; a click takes one in hand. */
const props = defineProps<{ spots: Spot[]; layout: SystemLayout; chosen: number[] | null }>()
const emit = defineEmits<{ spot: [bars: number[]] }>()
const ROW = 15

const found = computed(() => {
  const all = props.spots.flatMap((spot) => {
    const own = props.layout.spans.filter((span) => spot.bars.includes(span.bar))
    if (!own.length) return []
    const x1 = own[0]!.x1 + 3
    const x2 = own.at(-1)!.x2 - 4
    const text = `${spot.rank} ${spot.name}`
    const most = Math.floor((x2 - x1 + 30) / (11.5 * 0.47))
    return [{ spot, x1, x2, text: text.length > most ? `${text.slice(0, Math.max(1, most - 1))}…` : text }]
  }).sort((a, b) => a.x1 - b.x1)
  const placed = rows(all.map((one) => ({ x: one.x1, width: Math.max(one.x2 - one.x1, textWidth(one.text)) })), 2)
  return all.map((one, at) => ({ ...one, y: (placed[at] ?? 1) * ROW }))
})
const height = computed(() => (found.value.length ? Math.max(...found.value.map((one) => one.y)) + 22 : 0))
</script>

<template>
  <svg v-if="height" class="band" :viewBox="`0 0 ${layout.width} ${height}`" aria-hidden="true">
    <g
      v-for="one in found" :key="one.spot.bars.join()" class="spot" :class="{ chosen: chosen?.join() === one.spot.bars.join() }"
      @click.stop="emit('spot', one.spot.bars)"
    >
      <rect class="grip" :x="one.x1" :y="one.y" :width="one.x2 - one.x1" height="20" />
      <path class="bracket" :d="`M ${one.x1} ${one.y + 21} V ${one.y + 14} H ${one.x2} V ${one.y + 21}`" />
      <text :x="one.x1 + 2" :y="one.y + 10">{{ one.text }}</text>
    </g>
  </svg>
</template>

<style scoped>
.grip { fill: transparent; }
.bracket { fill: none; stroke: var(--fawn); stroke-width: 1.5; }
text { font: italic 500 12px var(--v-font-heading); fill: var(--fawn); }
.chosen .bracket { stroke-width: 3; }
.chosen text { font-weight: 700; }
</style>
