<script setup lang="ts">
import { ref } from 'vue'
import type { Lesson } from '../api/types'
import { localDate } from '../api/client'
import { longDate, shortDate } from '../geometry/dates'
import { marksOf, titleOf, type Given } from '../geometry/lesson'
import LessonChange from './LessonChange.vue'
import NewTakes from './NewTakes.vue'

/** What the lesson holds, with what has been given, the ways to change it and the ways out of it. */
defineProps<{ lesson: Lesson; at: number; given: Given[]; carried: string[]; saying: string; ending: boolean }>()
const emit = defineEmits<{ go: [to: number]; move: [from: number, to: number]; changed: [lesson: Lesson]; finish: []; unbegin: [] }>()
const changing = ref(false)
</script>

<template>
  <aside>
    <p class="who"><b>{{ lesson.pupil.name }}</b> <router-link :to="`/pupils/${lesson.pupil.id}`" class="small">leave</router-link></p>
    <p v-if="lesson.held_on !== localDate()" class="small fawn">The lesson of {{ longDate(lesson.held_on) }}</p>
    <p v-if="lesson.last_note" class="small note"><span class="quiet">{{ shortDate(lesson.last_note.on) }}:</span> {{ lesson.last_note.note }}</p>
    <NewTakes :takes="lesson.recordings ?? []" window class="small" />
    <p v-for="note in lesson.notes ?? []" :key="note.id" class="small note"><span class="quiet">From home, {{ shortDate(note.on) }}:</span> {{ note.text }}</p>
    <ol class="plain">
      <li v-for="(one, index) in lesson.items" :key="one.id" :class="{ on: index === at, gone: !one.minutes }">
        <button type="button" class="item" :aria-current="index === at ? 'step' : undefined" @click="emit('go', index)">
          <span>{{ titleOf(one) }}</span>
          <span class="small quiet">{{ one.minutes }} min<template v-if="marksOf(one, given).length">, {{ marksOf(one, given).join(', ') }}</template>
          <template v-if="carried.includes(one.id)">, next time</template></span>
        </button>
        <span v-if="changing" class="moves">
          <button type="button" :disabled="index === 0" :aria-label="`${one.title}: earlier`" @click="emit('move', index, index - 1)">↑</button>
          <button type="button" :disabled="index === lesson.items.length - 1" :aria-label="`${one.title}: later`"
            @click="emit('move', index, index + 1)">↓</button>
        </span>
      </li>
    </ol>
    <v-btn :variant="changing ? 'tonal' : 'text'" :aria-expanded="changing" @click="changing = !changing">Change the lesson</v-btn>
    <LessonChange
      v-if="changing" :lesson="lesson" :after="lesson.items[at]?.id ?? ''" :marks="given.length" @changed="emit('changed', $event)"
      @unbegin="emit('unbegin')"
    />
    <p class="small quiet" role="status">{{ saying }}</p>
    <v-btn variant="outlined" :loading="ending" @click="emit('finish')">End the lesson</v-btn>
  </aside>
</template>

<style scoped>
aside { border-right: 1px solid var(--rule); padding: var(--room-5) var(--room-4); display: flex; flex-direction: column; gap: var(--room-2); }
.who { display: flex; justify-content: space-between; font-size: 1.2rem; margin: 0; }
.note { margin: 0; white-space: pre-line; max-height: 8em; overflow: auto; }
li { display: flex; align-items: center; }
.item {
  flex: 1; display: flex; flex-direction: column; text-align: left; padding: var(--room-2) var(--room-3); cursor: pointer;
  line-height: 1.2; border-radius: 6px;
}
li.on .item { box-shadow: inset 4px 0 0 var(--moss); font-weight: 600; }
li.gone { text-decoration: line-through; }
li button:hover { background: rgba(var(--v-theme-on-background), 0.06); }
.moves { white-space: nowrap; }
.moves button { width: 32px; height: 36px; cursor: pointer; }
.moves button:disabled { opacity: 0.35; }
@media (--tablet) { aside { border-right: 0; } }
</style>
