<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import type { ChartNote, PencilMark } from '../api/types'
import { circled, marksAt, pencilled, PENCIL_WORDS } from '../geometry/pencil'
import { DYNAMICS } from '../geometry/writing'

/** What a teacher pencils into this chart at the note in hand; the tune stays as it is. from: the other end of a selection, or null. */
const props = defineProps<{ note: ChartNote; from: ChartNote | null; notes: ChartNote[]; marks: PencilMark[] }>()
const emit = defineEmits<{ change: [marks: PencilMark[]] }>()
const open = ref(false)
const typed = reactive({ words: '', heading: '', remark: '' })

const here = computed(() => marksAt(props.marks, props.note, props.notes))
const has = (kind: PencilMark['kind'], text?: string) => here.value.some((mark) => mark.kind === kind && (text === undefined || mark.text === text))
function put(kind: PencilMark['kind'], text = ''): void {
  emit('change', pencilled(props.marks, { kind, note: props.note.id, to: null, text }))
}
/** Over the selection; without one, over the note alone. */
function hairpin(kind: 'crescendo' | 'diminuendo'): void {
  const [first, last] = [props.note, props.from ?? props.note].sort((a, b) => props.notes.indexOf(a) - props.notes.indexOf(b))
  emit('change', pencilled(props.marks, { kind, note: first!.id, to: last!.id, text: '' }))
}
function write(kind: 'words' | 'heading' | 'remark'): void {
  if (!typed[kind].trim()) return
  put(kind, typed[kind].trim())
  typed[kind] = ''
}
const label = (mark: PencilMark) => [PENCIL_WORDS[mark.kind], mark.text].filter(Boolean).join(': ')
</script>

<template>
  <details class="pencil" aria-label="Pencil" :open="open || here.length > 0" @toggle="open = ($event.target as HTMLDetailsElement).open">
    <summary class="aside-label">Pencil</summary>
    <ul v-if="here.length" class="plain small">
      <li v-for="mark in here" :key="`${mark.kind} ${mark.note} ${mark.to}`">{{ label(mark) }}
        <v-btn density="compact" @click="emit('change', marks.filter((one) => one !== mark))">Rub it out</v-btn></li>
    </ul>
    <div class="row">
      <v-btn
        v-for="name in DYNAMICS" :key="name" density="compact" class="dynamic" :variant="has('dynamic', name) ? 'tonal' : 'text'"
        @click="put('dynamic', name)"
      >{{ name }}</v-btn>
      <v-btn density="compact" title="Over the selection: Shift and the arrows" @click="hairpin('crescendo')">growing</v-btn>
      <v-btn density="compact" title="Over the selection: Shift and the arrows" @click="hairpin('diminuendo')">fading</v-btn>
      <v-btn density="compact" :variant="has('breath') ? 'tonal' : 'text'" @click="put('breath')">breath</v-btn>
      <v-btn density="compact" :variant="has('circle') ? 'tonal' : 'text'" @click="emit('change', circled(marks, note, notes))">circle the bar</v-btn>
    </div>
    <form
      v-for="[kind, words, most] in ([['words', 'a word over the note', 60], ['remark', 'a remark under the line', 300], ['heading', 'a heading over the bar',
        60]] as const)"
      :key="kind" class="line" @submit.prevent="write(kind)"
    >
      <input v-model="typed[kind]" :aria-label="words" :placeholder="words" :maxlength="most" />
      <v-btn type="submit" density="compact" :disabled="!typed[kind].trim()">Write it</v-btn>
    </form>
  </details>
</template>

<style scoped>
.pencil { margin-top: var(--room-3); }
summary { cursor: pointer; }
.row { display: flex; flex-wrap: wrap; }
.row :deep(.v-btn) { min-width: 0; padding: 0 var(--room-2); }
.dynamic { font-style: italic; font-weight: 700; font-family: var(--v-font-heading); }
.line { display: flex; gap: var(--room-1); margin-top: var(--room-1); }
.line input { flex: 1; min-width: 0; border: 1px solid var(--quiet); border-radius: 5px; padding: var(--room-1) var(--room-2); background: var(--card); color: inherit; }
</style>
