<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { ask, Trouble } from '../api/client'
import type { Tune } from '../api/types'

/** Brings a tune to the shelf: pasted text or a file. What is wrong is shown at its place, and the text is kept. */
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ added: [tune: Tune] }>()
const DRAFT = 'fawnmoss.tune.draft'
const EXAMPLE = 'X:1\nT:Name of the tune\nM:4/4\nL:1/4\nK:D\nD E F G|A2 A2|]'

const text = ref(localStorage.getItem(DRAFT) ?? '')
const title = ref('')
const source = ref('')
const file = ref<File | File[] | null>(null)
const busy = ref(false)
const problem = ref<Trouble | null>(null)
const area = ref<{ $el: HTMLElement } | null>(null)
watch(text, (now) => localStorage.setItem(DRAFT, now))

const chosen = computed(() => (Array.isArray(file.value) ? file.value[0] : file.value) ?? null)
const line = computed(() => Number(problem.value?.where.line ?? 0))
const wrongLine = computed(() => (line.value ? (text.value.split('\n')[line.value - 1] ?? '') : ''))
const caret = computed(() => ' '.repeat(Math.max(0, Number(problem.value?.where.column ?? 1) - 1)) + '^')
const fieldOf = (name: string) => (problem.value?.where.field === name ? problem.value.text : '')

function base64(bytes: Uint8Array): string {
  let binary = ''
  for (let at = 0; at < bytes.length; at += 8192) binary += String.fromCharCode(...bytes.subarray(at, at + 8192))
  return btoa(binary)
}

async function add(): Promise<void> {
  busy.value = true
  problem.value = null
  try {
    const about = { title: title.value, source: source.value }
    const body = chosen.value ? { ...about, file_name: chosen.value.name, file: base64(new Uint8Array(await chosen.value.arrayBuffer())) } : { ...about, text: text.value }
    const tune = await ask<Tune>('POST', '/tunes', body)
    if (!chosen.value) text.value = ''
    title.value = source.value = ''
    file.value = null
    open.value = false
    emit('added', tune)
  } catch (error) {
    problem.value = error as Trouble
    await nextTick()
    if (line.value && !chosen.value) show()
  } finally {
    busy.value = false
  }
}

/** Puts the cursor where the mistake is. */
function show(): void {
  const field = area.value?.$el.querySelector('textarea')
  const start = text.value.split('\n').slice(0, line.value - 1).reduce((sum, each) => sum + each.length + 1, 0) + Number(problem.value?.where.column ?? 1) - 1
  field?.focus()
  field?.setSelectionRange(start, start + 1)
}
</script>

<template>
  <v-dialog v-model="open" max-width="720">
    <v-card class="pa-6">
      <h2>Add a tune</h2>
      <form @submit.prevent="add">
        <v-textarea ref="area" v-model="text" :disabled="!!chosen" label="ABC or MusicXML text" :placeholder="EXAMPLE" rows="10" class="notes" spellcheck="false" :error-messages="fieldOf('text')" />
        <div v-if="problem && problem.where.field !== 'text' && problem.where.field !== 'file'" class="problem mt-2" role="alert">
          {{ problem.text }}
          <pre v-if="wrongLine && !chosen">{{ wrongLine }}
{{ caret }}</pre>
        </div>
        <v-file-input v-model="file" label="or a file: .abc, .musicxml, .xml, .mxl" accept=".abc,.txt,.musicxml,.xml,.mxl" variant="underlined" prepend-icon="" clearable :error-messages="fieldOf('file')" class="mt-2" />
        <div class="two">
          <v-text-field v-model="title" label="Title (else as in the text)" :error-messages="fieldOf('title')" />
          <v-text-field v-model="source" label="Source and rights note" :error-messages="fieldOf('source')" />
        </div>
        <div class="d-flex ga-2 mt-4">
          <v-btn type="submit" variant="flat" color="primary" :loading="busy" :disabled="!chosen && !text.trim()">Put it on the shelf</v-btn>
          <v-btn @click="open = false">Not now</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.notes :deep(textarea) { font-family: ui-monospace, 'DejaVu Sans Mono', monospace; font-size: 14px; line-height: 1.45; }
.two { display: grid; grid-template-columns: 1fr 1fr; gap: 18px; }
pre { font-family: ui-monospace, 'DejaVu Sans Mono', monospace; font-size: 14px; margin: 6px 0 0; overflow-x: auto; }
</style>
