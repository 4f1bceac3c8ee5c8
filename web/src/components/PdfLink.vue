<script setup lang="ts">
import { onUnmounted, ref } from 'vue'
import { fileName } from '../geometry/words'

/** A PDF made by the server from the same page: takes a moment, says so, can be broken off. */
const props = defineProps<{ href: string; label?: string }>()
const busy = ref(false)
const problem = ref('')
let control: AbortController | undefined

async function fetchPdf(): Promise<void> {
  if (busy.value) return control?.abort()
  busy.value = true
  problem.value = ''
  control = new AbortController()
  try {
    const response = await fetch(props.href, { signal: control.signal, credentials: 'same-origin' })
    if (!response.ok)
      throw new Error(((await response.json().catch(() => null)) as { error?: { message?: string } } | null)?.error?.message ?? 'The PDF could not be made.')
    const link = document.createElement('a')
    link.href = URL.createObjectURL(await response.blob())
    link.download = fileName(response.headers.get('content-disposition')) ?? 'page.pdf'
    link.click()
    URL.revokeObjectURL(link.href)
  } catch (error) {
    if ((error as Error).name !== 'AbortError') problem.value = `${(error as Error).message.replace(/\.?$/, '.')} Print the page instead, or try again.`
  } finally {
    busy.value = false
  }
}
onUnmounted(() => control?.abort())
</script>

<template>
  <span>
    <v-btn @click="fetchPdf">{{ busy ? 'Making the PDF … stop' : (label ?? 'PDF') }}</v-btn>
    <span v-if="problem" class="small fawn" role="alert">{{ problem }}</span>
  </span>
</template>
