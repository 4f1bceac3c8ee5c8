<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { engrave, SCALE, waitingWords } from '../composables/useEngraver'

/** The notes as they will be engraved, while they are being written. */
const props = defineProps<{ musicxml: string; stale?: boolean }>()
const sheet = ref<HTMLElement | null>(null)
const pages = ref<string[]>([])
const problem = ref('')
let latest = 0

async function draw(): Promise<void> {
  const width = Math.floor(sheet.value?.clientWidth ?? 0)
  if (!width || !props.musicxml) return
  const own = ++latest
  try {
    const drawn = await engrave(props.musicxml, width, Math.max(2, Math.floor(width / 190)), SCALE)
    if (own !== latest) return
    pages.value = drawn
    problem.value = ''
  } catch (error) {
    if (own === latest) problem.value = (error as Error).message
  }
}
onMounted(draw)
watch(() => props.musicxml, draw)
</script>

<template>
  <div ref="sheet" class="staff" :class="{ stale }" :data-drawn="pages.length || undefined">
    <p v-if="!pages.length && !problem" class="quiet" role="status">{{ !musicxml ? 'The staff appears as you write.' : waitingWords }}</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <!-- eslint-disable-next-line vue/no-v-html -- our own engraver's drawing of notes our own server wrote -->
    <div v-for="(page, index) in pages" :key="index" v-html="page" />
  </div>
</template>

<style scoped>
.staff :deep(svg) { width: 100%; height: auto; display: block; color: var(--ink); fill: var(--ink); overflow: visible; }
.staff :deep(svg text), .staff :deep(svg tspan:not([font-family])) { font-family: var(--v-font-heading); }
.stale { opacity: 0.45; }
</style>
