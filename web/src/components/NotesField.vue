<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Trouble } from '../api/client'
import { offset } from '../geometry/shelf'

/** A field for a tune's text, with the mistake marked where it stands. where: line and column of it, as the server says. */
const text = defineModel<string>({ required: true })
const props = defineProps<{ where?: Trouble['where']; label: string }>()
const EXAMPLE = 'X:1\nT:Name of the tune\nM:4/4\nL:1/4\nK:D\nD E F G|A2 A2|]'
const field = ref<HTMLTextAreaElement | null>(null)
const back = ref<HTMLElement | null>(null)
const at = computed(() => offset(text.value, Number(props.where?.line ?? 0), Number(props.where?.column ?? 1)))
const marked = computed(() => {
  if (at.value === null) return null
  const sign = text.value.slice(at.value, at.value + 1)
  return {
    before: text.value.slice(0, at.value),
    sign: sign && sign !== '\n' ? sign : ' ',
    after: sign === '\n' ? text.value.slice(at.value) : text.value.slice(at.value + 1)
  }
})
const scroll = (): void => {
  if (back.value && field.value) back.value.scrollTop = field.value.scrollTop
}
/** Puts the cursor where the mistake is. */
function show(): void {
  if (at.value === null) return
  field.value?.focus()
  field.value?.setSelectionRange(at.value, at.value + 1)
}
defineExpose({ show })
</script>

<template>
  <div class="notes">
    <pre ref="back" class="back" aria-hidden="true"><template v-if="marked">{{ marked.before }}<mark>{{ marked.sign }}</mark>{{ marked.after }}</template></pre>
    <textarea
      ref="field" v-model="text" :aria-label="label" :placeholder="EXAMPLE" spellcheck="false" autocomplete="off" autocapitalize="off"
      @scroll="scroll"
    />
  </div>
</template>

<style scoped>
.notes { position: relative; border: 1px solid var(--quiet); border-radius: 6px; overflow: hidden; background: var(--card); }
.notes:focus-within { border-color: var(--moss); box-shadow: 0 0 0 1px var(--moss); }
.back, textarea {
  margin: 0; padding: var(--room-3) var(--room-3); font: 14px/1.5 ui-monospace, 'DejaVu Sans Mono', monospace; white-space: pre-wrap;
  overflow-wrap: break-word; width: 100%; height: 100%;
}
.back { position: absolute; inset: 0; color: transparent; overflow: hidden; pointer-events: none; }
mark { background: rgba(var(--v-theme-secondary), 0.45); color: transparent; box-shadow: 0 2px 0 var(--fawn); }
textarea { position: relative; display: block; border: 0; outline: 0; resize: vertical; background: transparent; color: inherit; min-height: 300px; }
</style>
