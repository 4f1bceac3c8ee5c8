<script setup lang="ts">
import { ref } from 'vue'
import type { Mark, MarkInput } from '../api/types'
import { shortDate } from '../geometry/dates'
import type { MarkScale } from '../geometry/lesson'
import MarkButtons from './MarkButtons.vue'

/** Marks as they were given, newest first. A wrong one is changed or struck out; it stays in the record with a line. */
defineProps<{ marks: Mark[]; busy: boolean; named?: (mark: Mark) => string; scaled?: (mark: Mark) => MarkScale }>()
const emit = defineEmits<{ correct: [mark: MarkInput] }>()
const open = ref<number | null>(null)
const why = ref('')
const on = ref('')

function take(mark: Mark): void {
  open.value = open.value === mark.id ? null : mark.id
  why.value = ''
  on.value = mark.made_on
}
/** About the same skill or tune. */
const about = (mark: Mark): MarkInput => ({
  corrects_id: mark.id, source: mark.source === 'placed' ? 'lesson' : mark.source, ...(mark.skill ? { skill: mark.skill } : {}), ...(mark.tune_id ? {
    tune_id: mark.tune_id } : {}),
})
function change(mark: Mark, value: number): void {
  emit('correct', {
    ...about(mark), value, made_on: on.value, note: why.value || mark.note, ...(mark.tempo ? { tempo: mark.tempo } : {}),
    ...(mark.checks.length ? { checks: mark.checks } : {}),
  })
  open.value = null
}
function strike(mark: Mark): void {
  emit('correct', { ...about(mark), value: mark.value, struck: true, note: why.value })
  open.value = null
}
const words = (mark: Mark): string =>
  [
    shortDate(mark.made_on), mark.tempo ? `at ${mark.tempo}` : '', mark.source === 'lesson' ? '' : mark.source,
    mark.was !== null && !mark.struck ? `changed from ${mark.was}` : '', mark.struck ? 'struck out' : '', mark.note,
  ].filter(Boolean).join(', ')
</script>

<template>
  <ul class="plain small">
    <li v-for="mark in marks" :key="mark.id">
      <b v-if="!mark.struck">{{ mark.value }}</b><s v-else>{{ mark.value }}</s>
      <span v-if="named">{{ named(mark) }}</span>
      <span class="quiet">{{ words(mark) }}</span>
      <button
        v-if="!mark.struck" type="button" class="loose" :disabled="busy" :aria-expanded="open === mark.id"
        :aria-label="`Correct ${named ? named(mark) + ', ' : ''}${mark.value} on ${shortDate(mark.made_on)}`" @click="take(mark)"
      >correct</button>
      <div v-if="open === mark.id" class="change">
        <MarkButtons label="it really" :scale="scaled?.(mark)" :busy="busy" @mark="change(mark, $event)" />
        <label>on <input v-model="on" type="date" /></label>
        <input v-model="why" maxlength="500" placeholder="why (optional)" aria-label="Why" />
        <v-btn density="compact" :disabled="busy" @click="strike(mark)">Strike it out</v-btn>
      </div>
    </li>
  </ul>
</template>

<style scoped>
.plain { padding: 0; }
li > span { margin-left: 0.45em; }
.loose { text-decoration: underline; cursor: pointer; margin-left: var(--room-2); }
.change { display: flex; flex-wrap: wrap; gap: var(--room-2) var(--room-4); align-items: center; padding: var(--room-2) 0 var(--room-3); }
.change input { border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
</style>
