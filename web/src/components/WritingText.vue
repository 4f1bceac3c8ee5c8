<script setup lang="ts">
import { nextTick, ref } from 'vue'
import NotesField from './NotesField.vue'

/** The tune of the writing desk as text, beside what the signs mean. */
defineProps<{ text: string; where?: { line?: number; column?: number } }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ type: [text: string] }>()
const field = ref<InstanceType<typeof NotesField> | null>(null)

/** Goes to the mistake. */
async function show(): Promise<void> {
  open.value = true
  await nextTick()
  field.value?.show()
}
defineExpose({ show })
/** The signs of the text, by what a teacher wants to write; lengths as with L:1/4, where a plain letter is a quarter. */
const SIGNS: [string, string][] = [
  ['C D E F G A B c d', 'notes from middle C up; small letters are an octave higher'],
  ["C, c'", 'an octave lower with a comma, higher with an apostrophe; once more for one more'],
  ['A2 A4 A/', 'a half, a whole, an eighth: the length behind the letter'],
  ['A3/2 B/', 'a dotted quarter and an eighth; A3 is a dotted half'],
  ['A>B A<B', 'dotted and short, short and dotted'],
  ['(3A/B/c/', 'a triplet: three in the time of two; (5:4:5 five in the time of four'],
  ['A2-|A2', 'a tie: the same note goes on, over a bar line too'],
  ['(A B c)', 'a slur'],
  ['z z2', 'rests; Z4 four bars of rest'],
  ['^F _B =C', 'sharp, flat, natural: before the note, to the end of the bar'],
  ['| |: :| ||', 'bars, repeats, a double line; |1 and :|2 first and second ending'],
  ['D|G A B', 'a pick-up: a short first bar'],
  ['[K:G] [M:3/4]', 'another key or meter from here on'],
  ['!2!A "_III"A', 'a finger, a string (I is the highest)'],
  ['vA uB', 'down-bow, up-bow; .A staccato, TA trill, {g}A grace note, !fine! !D.C.! !segno! !D.S.!'],
]
</script>

<template>
  <details class="as-text" :open="open" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="aside-label">The same as text (ABC)</summary>
    <div v-if="open" class="two">
      <NotesField ref="field" :model-value="text" label="The tune as ABC text" :where="where" @update:model-value="emit('type', $event)" />
      <dl class="signs small">
        <template v-for="[sign, words] in SIGNS" :key="sign"><dt><code>{{ sign }}</code></dt><dd>{{ words }}</dd></template>
      </dl>
    </div>
  </details>
</template>

<style scoped>
.as-text { margin-top: var(--room-4); }
summary { cursor: pointer; }
.two { display: grid; grid-template-columns: minmax(0, 1fr) minmax(0, 1fr); gap: var(--room-6); margin-top: var(--room-2); }
.signs { display: grid; grid-template-columns: max-content 1fr; gap: 2px var(--room-5); align-content: start; }
.signs dd { margin: 0; }
code { font-family: ui-monospace, 'DejaVu Sans Mono', monospace; }
@media (--slate) { .two { grid-template-columns: minmax(0, 1fr); } }
</style>
