<script setup lang="ts">
import { computed } from 'vue'
import type { HandFingers } from '../api/types'

/** The hand on four strings from the nut outward, to scale in semitones as they really narrow; close fingers touch. */
const props = defineProps<{
  strings: string[]
  fingers: HandFingers
  words: Record<string, string>
  lit?: { string: string; semitones: number; finger: number } | null
}>()
const LENGTH = 250
const distance = (semitones: number) => 26 + ((1 - 2 ** (-semitones / 12)) / (1 - 2 ** (-8 / 12))) * (LENGTH - 46)
const lines = computed(() =>
  [...props.strings].reverse().map((name, index) => ({ name, y: 18 + index * 30, fingers: props.fingers[name] ?? [], words: props.words[name] ?? '' }))
)
const extra = computed(() => {
  const lit = props.lit
  if (!lit || lit.finger === 0) return null
  const known = (props.fingers[lit.string] ?? []).some(([finger, semitones]) => finger === lit.finger && semitones === lit.semitones)
  return known ? null : lit
})
const isLit = (string: string, finger: number, semitones: number) =>
  props.lit?.string === string && props.lit.finger === finger && props.lit.semitones === semitones
</script>

<template>
  <figure class="map">
    <svg :viewBox="`0 0 ${LENGTH} 126`" role="img" :aria-label="lines.map((line) => `${line.name}: ${line.words}`).join('; ')">
      <line class="nut" x1="24" x2="24" y1="8" y2="118" />
      <g v-for="line in lines" :key="line.name">
        <text class="name" x="4" :y="line.y + 4">{{ line.name }}</text>
        <line class="string" x1="24" :x2="LENGTH" :y1="line.y" :y2="line.y" />
        <g
          v-for="[finger, semitones] in line.fingers" :key="`${finger} ${semitones}`" :transform="`translate(${distance(semitones!)} ${line.y})`"
          :class="{ lit: isLit(line.name, finger!, semitones!) }"
        >
          <circle r="9.2" /><text y="4.2" text-anchor="middle">{{ finger }}</text>
        </g>
        <g v-if="extra?.string === line.name" :transform="`translate(${distance(extra.semitones)} ${line.y})`" class="lit">
          <circle r="9.2" />
          <text y="4.2" text-anchor="middle">{{ extra.finger }}</text>
        </g>
        <circle v-if="lit?.string === line.name && lit.finger === 0" class="openlit" cx="14" :cy="line.y" r="10" />
      </g>
    </svg>
    <figcaption class="small quiet">
      <span v-for="line in lines" :key="line.name"><b>{{ line.name }}</b> {{ line.words }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
.map { margin: 0; }
svg { width: 100%; display: block; }
.nut { stroke: var(--ink); stroke-width: 4; }
.string { stroke: rgba(var(--v-theme-on-background), 0.5); stroke-width: 1.2; }
.name { font: 600 12px var(--v-font-body); fill: var(--ink); }
circle { fill: var(--paper); stroke: var(--moss); stroke-width: 1.8; }
g > text { font: 600 12px var(--v-font-body); fill: var(--ink); }
.lit circle { fill: var(--fawn); stroke: var(--fawn); }
.lit text { fill: rgb(var(--v-theme-on-secondary)); }
.openlit { fill: none; stroke: var(--fawn); stroke-width: 2.4; }
figcaption { display: grid; grid-template-columns: 1fr 1fr; gap: 0 var(--room-3); margin-top: var(--room-2); line-height: 1.35; }
</style>
