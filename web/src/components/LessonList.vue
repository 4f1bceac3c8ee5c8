<script setup lang="ts">
import type { Lesson, LessonItem } from '../api/types'
import { marksOf, titleOf, type Given } from '../geometry/lesson'

/** What the lesson holds, with what has been given, and the ways out of it. */
defineProps<{ pupil: Lesson['pupil']; items: LessonItem[]; at: number; given: Given[]; carried: string[]; saying: string; ending: boolean }>()
const emit = defineEmits<{ go: [to: number]; finish: []; unbegin: [] }>()
</script>

<template>
  <aside>
    <p class="who"><b>{{ pupil.name }}</b> <router-link :to="`/pupils/${pupil.id}`" class="small">leave</router-link></p>
    <ol class="plain">
      <li v-for="(one, index) in items" :key="one.id" :class="{ on: index === at, gone: !one.minutes }">
        <button type="button" :aria-current="index === at ? 'step' : undefined" @click="emit('go', index)">
          <span>{{ titleOf(one) }}</span>
          <span class="small quiet">{{ one.minutes }} min<template v-if="marksOf(one, given).length">, {{ marksOf(one, given).join(', ') }}</template>
          <template v-if="carried.includes(one.id)">, next time</template></span>
        </button>
      </li>
    </ol>
    <p class="small quiet" role="status">{{ saying }}</p>
    <v-btn variant="outlined" :loading="ending" @click="emit('finish')">End the lesson</v-btn>
    <v-btn v-if="!given.length" @click="emit('unbegin')">Not now: back to the plan</v-btn>
  </aside>
</template>

<style scoped>
aside { border-right: 1px solid var(--rule); padding: 18px 14px; display: flex; flex-direction: column; gap: 8px; }
.who { display: flex; justify-content: space-between; font-size: 1.2rem; margin: 0; }
li button {
  width: 100%; display: flex; flex-direction: column; text-align: left; padding: 6px 10px; cursor: pointer;
  line-height: 1.2; border-radius: 6px;
}
li.on button { box-shadow: inset 4px 0 0 var(--moss); font-weight: 600; }
li.gone { text-decoration: line-through; }
li button:hover { background: rgba(var(--v-theme-on-background), 0.06); }
@media (max-width: 800px) { aside { border-right: 0; } }
</style>
