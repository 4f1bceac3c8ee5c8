<script setup lang="ts">
import { ref } from 'vue'
import type { Given, Part } from '../geometry/lesson'
import { markOf, MEANINGS } from '../geometry/lesson'
import type { useMetronome } from '../composables/useMetronome'

/** What the hand needs while a lesson runs: the marks, the click, the note, the way to and fro. */
defineProps<{ part: Part; given: Given[]; wanted: boolean; first: boolean; last: boolean; metronome: ReturnType<typeof useMetronome> }>()
const emit = defineEmits<{ go: [by: number]; mark: [value: number]; carry: []; save: [] }>()
const note = defineModel<string>('note', { required: true })
const hurt = defineModel<{ note: string } | null>('hurt', { required: true })
const field = ref<HTMLTextAreaElement | null>(null)
defineExpose({ write: () => field.value?.focus() })
</script>

<template>
  <footer>
    <v-btn size="large" :disabled="first" aria-label="The item before" @click="emit('go', -1)">←</v-btn>
    <div v-if="part.skill || part.tune" class="marks" role="group" :aria-label="`How ${part.title} went`">
      <button
        v-for="(meaning, value) in MEANINGS[part.scale ?? 'playing']" :key="value" type="button" :class="{ on: markOf(part, given) === value }"
        :aria-pressed="markOf(part, given) === value" :aria-label="`${value}: ${meaning}`"
        :title="markOf(part, given) === value ? 'Press again to take it back' : undefined" @click="emit('mark', value)"
      >
        <b>{{ value }}</b>
        <small>{{ meaning }}</small>
      </button>
    </div>
    <span class="tools">
      <v-btn :aria-pressed="metronome.on.value" :variant="metronome.on.value ? 'tonal' : 'text'" @click="metronome.toggle">Click
        {{ metronome.tempo.value }}</v-btn>
      <v-btn density="compact" aria-label="Slower" @click="metronome.set(metronome.tempo.value - 4)">−</v-btn>
      <v-btn density="compact" aria-label="Faster" @click="metronome.set(metronome.tempo.value + 4)">+</v-btn>
      <v-btn :variant="wanted ? 'tonal' : 'text'" :aria-pressed="wanted" @click="emit('carry')">Next time</v-btn>
      <v-btn
        v-if="part.skill" :variant="hurt ? 'tonal' : 'text'" color="error" :aria-pressed="!!hurt"
        @click="hurt = hurt ? null : { note: '' }"
      >It hurt</v-btn>
    </span>
    <textarea
      ref="field" v-model="note" rows="1" maxlength="2000" placeholder="Note (n)" aria-label="Note" @blur="emit('save')"
      @keydown.esc="field?.blur()"
    ></textarea>
    <v-btn size="large" variant="flat" color="primary" :disabled="last" aria-label="The next item" @click="emit('go', 1)">→</v-btn>
    <p v-if="hurt" class="hurt">Stop and rest. What hurt? <input v-model="hurt.note" maxlength="300" aria-label="What hurt" /> Then mark it: it
      rests until you clear it. Pain that stays or comes back belongs with a doctor.</p>
    <p v-if="metronome.problem.value" class="hurt">{{ metronome.problem.value }}</p>
  </footer>
</template>

<style scoped>
footer {
  border-top: 1px solid var(--rule); padding: var(--room-3) var(--room-6); display: flex; flex-wrap: wrap; gap: var(--room-3) var(--room-5);
  align-items: center; background: var(--card); position: sticky; bottom: 0;
}
.marks { display: flex; gap: var(--room-2); }
.marks button {
  width: 92px; height: 64px; border: 1.5px solid var(--quiet); border-radius: 12px; display: flex;
  flex-direction: column; align-items: center; justify-content: center; cursor: pointer; line-height: 1.05;
  padding: 0 var(--room-1);
}
.marks b { font-size: 1.5rem; }
.marks small { font-size: 0.78rem; text-align: center; }
.marks .on { background: var(--moss); border-color: var(--moss); color: rgb(var(--v-theme-on-primary)); }
.tools { display: flex; align-items: center; flex-wrap: wrap; }
textarea {
  flex: 1 1 180px; min-width: 140px; border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit;
  background: transparent; resize: vertical; padding: var(--room-1);
}
.hurt { flex-basis: 100%; margin: 0; }
.hurt input { border: 0; border-bottom: 1px solid var(--quiet); font: inherit; color: inherit; background: transparent; min-width: 220px; }
@media (--tablet) {
  footer { padding: var(--room-2) var(--room-4); gap: var(--room-1) var(--room-2); }
  .marks { order: -1; flex: 0 0 100%; min-width: 0; gap: var(--room-2); }
  .marks button { flex: 1 1 0; width: auto; min-width: 0; height: 58px; padding: 0; }
  .marks small { font-size: 0.7rem; }
  .tools { flex: 1; justify-content: center; }
  .tools .v-btn { padding: 0 var(--room-2); min-width: 0; }
  textarea { order: 1; flex-basis: 100%; }
}
</style>
