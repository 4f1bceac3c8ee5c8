<script setup lang="ts">
import type { Pictures, RoutineStep } from '../api/types'
import type { Part } from '../geometry/lesson'
import RoutineSteps from './RoutineSteps.vue'
import SmallPicture from './SmallPicture.vue'

/** What to do, what to look for and what helps, of one thing in the lesson. Between the checks and the caution there is room for its music. */
defineProps<{ part: Part; steps: RoutineStep[]; row: boolean; child?: boolean; pictures?: Pictures | null }>()
const ticked = defineModel<string[]>({ required: true })
</script>

<template>
  <h1>{{ part.title }}</h1>
  <SmallPicture v-if="part.skill && pictures?.skills[part.skill]" class="beside" :picture="pictures.skills[part.skill]!" large />
  <p v-if="part.say && child" class="say">“{{ part.say }}”</p>
  <p v-if="part.words" class="words" :class="{ second: part.say && child }">{{ part.words }}</p>
  <RoutineSteps v-if="steps.length" :steps="steps" :pictures="pictures?.exercises" large />
  <ul v-if="part.checks.length" :class="['plain checks', { row }]" aria-label="Checks">
    <li v-for="check in part.checks" :key="check"><label><input v-model="ticked" type="checkbox" :value="check" /> {{ check }}</label></li>
  </ul>
  <slot></slot>
  <p v-if="part.caution" class="caution">{{ part.caution }}</p>
  <details v-if="part.faults.length" open>
    <summary class="aside-label">When it goes wrong</summary>
    <p v-for="one in part.faults" :key="one.fault"><i>{{ one.fault }}:</i> {{ one.remedy }}</p>
  </details>
</template>

<style scoped>
h1 { font-size: 3.4rem; line-height: 1.05; margin: var(--room-3) 0 var(--room-4); }
.words { font-size: 1.75rem; line-height: 1.35; max-width: 36em; }
.say { font: italic 500 2rem/1.3 var(--v-font-heading); max-width: 30em; margin-bottom: 0.3em; }
.words.second { font-size: 1.4rem; }
.checks { font-size: 1.5rem; line-height: 1.5; }
.beside { float: right; width: 38%; margin-left: var(--room-6); }
.checks.row { display: flex; flex-wrap: wrap; gap: 0 var(--room-6); font-size: 1.3rem; }
.checks input { width: 22px; height: 22px; accent-color: rgb(var(--v-theme-primary)); }
.caution { font-size: 1.25rem; border-left: 4px solid var(--fawn); padding-left: var(--room-3); margin-top: var(--room-3); }
details { font-size: 1.25rem; margin-top: var(--room-3); }
summary { cursor: pointer; }
@media (--desk) {
  .beside { float: none; width: auto; margin-left: 0; }
}
@media (--tablet) {
  h1 { font-size: 2.1rem; }
  .words { font-size: 1.25rem; }
  .checks { font-size: 1.15rem; }
}
</style>
