<script setup lang="ts">
import { ref } from 'vue'
import type { WorkItem } from '../api/types'
import { budgetWords } from '../geometry/work'

/** The items of a card's work: titles, steps, minutes, their order; own ones added. */
const items = defineModel<WorkItem[]>({ required: true })
defineProps<{ minutes: number }>()
const emit = defineEmits<{ edit: [item: WorkItem]; remove: [item: WorkItem] }>()
const editing = ref<number | null>(null)

function change(index: number, changes: Partial<WorkItem>): void {
  const next = { ...items.value[index]!, ...changes }
  items.value = items.value.map((item, at) => (at === index ? next : item))
  emit('edit', next)
}
function move(index: number, by: number): void {
  const next = [...items.value]
  next.splice(index + by, 0, ...next.splice(index, 1))
  items.value = next
}
function remove(index: number): void {
  const gone = items.value[index]!
  items.value = items.value.filter((_, at) => at !== index)
  editing.value = null
  emit('remove', gone)
}
function add(): void {
  const own: WorkItem = { kind: 'own', title: 'Something of mine', steps: ['What to do.'], minutes: 1, bars: [], tempi: [] }
  editing.value = items.value.length // the model has the new one only after the page above it was drawn
  items.value = [...items.value, own]
  emit('edit', own)
}
</script>

<template>
  <h2>Work <span class="sum" :class="{ fawn: budgetWords(items, minutes) !== 'adds up' }">{{ budgetWords(items, minutes) }}</span></h2>
  <ol class="plain">
    <li v-for="(item, index) in items" :key="`${item.kind}${item.bars.join()}${index}`" class="item">
      <button type="button" class="title" :aria-expanded="editing === index" @click="editing = editing === index ? null : index">{{ item.title }}</button>
      <input
        :value="item.minutes" class="min" inputmode="numeric" :aria-label="`Minutes for ${item.title}`"
        @change="change(index, { minutes: Math.max(0, Math.min(240, Math.round(Number(($event.target as HTMLInputElement).value) || 0))) })"
      />
      <span class="moves">
        <button type="button" :disabled="index === 0" :aria-label="`${item.title}: earlier`" @click="move(index, -1)">↑</button>
        <button type="button" :disabled="index === items.length - 1" :aria-label="`${item.title}: later`" @click="move(index, 1)">↓</button>
        <button type="button" :aria-label="`Leave out ${item.title}`" @click="remove(index)">×</button>
      </span>
      <div v-if="editing === index" class="edit">
        <v-text-field :model-value="item.title" label="Title" maxlength="120" @update:model-value="change(index, { title: $event })" />
        <v-textarea
          :model-value="item.steps.join('\n')" label="What to do, a line a step" rows="4"
          @update:model-value="change(index, { steps: String($event).split('\n').filter((line) => line.trim()) })"
        />
      </div>
    </li>
  </ol>
  <v-btn @click="add">Add my own</v-btn>
</template>

<style scoped>
.sum { font-size: 1rem; }
.item { display: grid; grid-template-columns: 1fr 40px auto; gap: var(--room-1); align-items: center; border-top: 1px solid var(--rule); padding: var(--room-1) 0; }
.title { text-align: left; cursor: pointer; line-height: 1.25; padding: var(--room-1) 0; }
.min { width: 40px; text-align: right; border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; }
.moves button { width: 26px; height: 28px; cursor: pointer; }
.moves button:disabled { opacity: 0.35; }
.edit { grid-column: 1 / -1; display: grid; gap: var(--room-2); padding: var(--room-1) 0 var(--room-2); }
</style>
