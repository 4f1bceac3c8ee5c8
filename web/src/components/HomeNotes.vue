<script setup lang="ts">
import { ref } from 'vue'
import { ask, byId, type Trouble } from '../api/client'
import type { HomeNote } from '../api/types'
import { shortDate } from '../geometry/dates'

/** What came from home, with room for an answer on the next card; or only read. */
defineProps<{ notes: HomeNote[]; answerable?: boolean }>()
const answers = defineModel<Record<number, string>>({ default: () => ({}) })
const emit = defineEmits<{ read: [note: HomeNote] }>()
const problem = ref<Trouble | null>(null)

async function read(note: HomeNote): Promise<void> {
  try {
    await ask('post', '/api/notes/{id}/read', byId(note.id))
    emit('read', note)
  } catch (error) {
    problem.value = error as Trouble
  }
}
</script>

<template>
  <ul v-if="notes.length" class="plain" aria-label="From home">
    <li v-for="note in notes" :key="note.id">
      <p><span class="quiet">From home, {{ shortDate(note.on) }}:</span> {{ note.text }}
        <v-btn density="compact" @click="read(note)">Read</v-btn></p>
      <v-text-field
        v-if="answerable" :model-value="answers[note.id] ?? ''" label="Answer, on the next card" maxlength="500" density="compact"
        @update:model-value="answers = { ...answers, [note.id]: $event }"
      />
    </li>
    <li v-if="problem" class="problem" role="alert">{{ problem.text }}</li>
  </ul>
</template>

<style scoped>
li { border-left: 3px solid var(--fawn); padding: 2px 0 2px var(--room-3); margin-bottom: var(--room-2); }
p { margin: 0; }
</style>
