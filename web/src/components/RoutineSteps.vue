<script setup lang="ts">
import type { Picture, RoutineStep } from '../api/types'
import { clockWords } from '../geometry/lesson'
import SmallPicture from './SmallPicture.vue'

/** A warm-up as timed steps with repetitions, rests and cautions. */
defineProps<{ steps: RoutineStep[]; large?: boolean; pictures?: Record<string, Picture> }>()
</script>

<template>
  <ol class="plain routine" :class="{ large }" aria-label="Warm-up">
    <li v-for="step in steps" :key="step.id">
      <span class="count">{{ step.times }} ×<small>{{ clockWords(step.times * step.seconds) }} in all</small></span>
      <span>
        <b>{{ step.name }}</b> {{ step.words }}<template v-if="step.rest"> Rest {{ step.rest }} seconds.</template>
        <em v-if="step.caution">{{ ` ${step.caution}` }}</em>
        <SmallPicture v-if="pictures?.[step.id]" :picture="pictures[step.id]!" />
      </span>
    </li>
  </ol>
</template>

<style scoped>
.routine li { display: grid; grid-template-columns: 76px 1fr; gap: var(--room-3); padding: var(--room-1) 0; border-top: 1px solid var(--rule); align-items: baseline; }
.routine li:first-child { border-top: 0; }
.count { font-weight: 600; white-space: nowrap; }
.count small { display: block; font-weight: 400; color: var(--quiet); }
.large { font-size: 1.35rem; line-height: 1.35; max-width: 46em; }
.large .count small { font-size: 1rem; }
em { color: var(--fawn); }
</style>
