<script setup lang="ts">
import { computed } from 'vue'

/** A stone on the path: outline untouched, a quarter started, half steady, full secure, full with a notch rusty. */
const props = withDefaults(defineProps<{ state: string; size?: number }>(), { size: 26 })
const fill = computed(() => ({ untouched: 0, started: 6.5, steady: 13, secure: 26, rusty: 26 })[props.state] ?? 0)
const STONE = 'M 3 15 C 3 8 8 4 14 4 C 21 4 25 9 25 14 C 25 20 20 24 13 24 C 7 24 3 21 3 15 Z'
const id = `stone-${Math.random().toString(36).slice(2)}`
</script>

<template>
  <svg :width="size" :height="size" viewBox="0 0 28 28" aria-hidden="true">
    <clipPath :id="id"><path :d="STONE" /></clipPath>
    <rect x="0" :y="26 - fill" width="28" :height="fill" class="fill" :clip-path="`url(#${id})`" />
    <path v-if="state === 'rusty'" d="M 13 -1 L 18.5 13.5 L 29 5 Z" class="notch" />
    <path :d="STONE" class="edge" />
  </svg>
</template>

<style scoped>
.fill { fill: var(--moss); }
.edge { fill: none; stroke: var(--moss); stroke-width: 1.8; }
.notch { fill: var(--paper); stroke: var(--fawn); stroke-width: 1.4; }
</style>
