<script setup lang="ts">
import { ref } from 'vue'
import type { Mark, Stone } from '../api/types'
import { shortDate } from '../geometry/dates'
import MarkButtons from './MarkButtons.vue'

/** One stone: what to do, what to look for, what goes wrong, the marks so far, and a place to mark it. */
defineProps<{ stone: Stone; marks: Mark[]; busy: boolean }>()
const emit = defineEmits<{ mark: [mark: { value: number; note: string }] }>()
const note = ref('')

function mark(value: number): void {
  emit('mark', { value, note: note.value })
  note.value = ''
}
</script>

<template>
  <article class="detail" :aria-label="stone.name">
    <div>
      <h3>{{ stone.name }}</h3>
      <p class="small fawn">{{ stone.why.startsWith(stone.state) ? stone.why : `${stone.state}: ${stone.why}` }}</p>
      <p>{{ stone.task }}</p>
      <ul class="small"><li v-for="check in stone.checks" :key="check">{{ check }}</li></ul>
      <p v-for="one in stone.faults" :key="one.fault" class="small"><i>{{ one.fault }}:</i> {{ one.remedy }}</p>
      <p v-if="stone.caution" class="small"><b>Take care:</b> {{ stone.caution }}</p>
    </div>
    <div>
      <v-text-field v-model="note" label="Note with the mark (optional)" maxlength="500" />
      <MarkButtons class="mt-3" :label="stone.name" :busy="busy" @mark="mark" />
      <ul class="plain small mt-3"><li v-for="one in marks.slice(0, 6)" :key="one.id"><b>{{ one.value }}</b> <span class="quiet">{{ shortDate(one.made_on) }}{{ one.note ? `: ${one.note}` : '' }}</span></li></ul>
    </div>
  </article>
</template>

<style scoped>
.detail { display: grid; grid-template-columns: 1.4fr 1fr; gap: 8px 36px; margin: 12px 0 0 96px; padding: 12px 16px; background: var(--card); border-radius: 8px; }
ul { padding-left: 1.1em; }
.plain { padding: 0; }
@media (max-width: 700px) { .detail { grid-template-columns: 1fr; margin-left: 0; } }
</style>
