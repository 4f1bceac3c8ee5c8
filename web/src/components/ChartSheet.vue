<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import type { ChartBody } from '../api/types'
import type { HeardMarks } from '../geometry/heard'
import { barsThatFit, CARD, DESK, indexed } from '../geometry/bands'
import { engrave, SCALE, waitingWords } from '../composables/useEngraver'
import { EVERYTHING, type Show } from '../stores/desk'
import SystemBlock from './SystemBlock.vue'

/** A whole chart: engraved once for its notes and width; changed marks redraw only the bands. */
const props = withDefaults(
  defineProps<{
    musicxml: string
    chart: ChartBody
    strings: string[]
    selected?: number | null
    anchor?: number | null
    now?: string | null
    lit?: Set<number>
    spot?: number[] | null
    heard?: { name: string; marks: HeardMarks }[]
    show?: Show
    steady?: boolean
    card?: boolean
    fixed?: boolean
  }>(),
  { selected: null, anchor: null, now: null, lit: () => new Set<number>(), spot: null, heard: () => [],
    show: () => EVERYTHING, steady: false, card: false, fixed: false }
)
const emit = defineEmits<{
  select: [index: number, more: boolean]
  spot: [bars: number[]]
  cut: [from: string, to: string]
  level: [id: string, level: number]
  ready: []
}>()

const sheet = ref<HTMLElement | null>(null)
const index = computed(() => indexed(props.chart.notes))
const pages = ref<string[]>([])
const problem = ref('')
const busy = ref(true)
const blocks = ref<InstanceType<typeof SystemBlock>[]>([])
let engraved = ''
let later: ReturnType<typeof setTimeout> | undefined

async function draw(): Promise<void> {
  const width = Math.floor(sheet.value?.clientWidth ?? 0)
  if (!width || !props.musicxml) return
  const counted = new Set(props.chart.notes.map((note) => note.bar)).size
  const most = barsThatFit(props.chart.notes.length, counted, width)
  const bars = props.card ? most : Math.min(4, most)
  const key = `${width} ${bars} ${props.musicxml}`
  if (key === engraved) return
  engraved = key
  busy.value = pages.value.length === 0
  problem.value = ''
  try {
    pages.value = await engrave(props.musicxml, width, bars, props.card ? 34 : SCALE)
    requestAnimationFrame(() => requestAnimationFrame(() => emit('ready')))
  } catch (error) {
    engraved = ''
    problem.value = (error as Error).message
  } finally {
    busy.value = false
  }
}

useResizeObserver(sheet, () => {
  clearTimeout(later)
  later = setTimeout(draw, engraved ? 120 : 0)
})
onMounted(() => {
  void document.fonts?.ready.then(() => blocks.value.forEach((block) => block.measure()))
})
watch(() => props.musicxml, draw)
</script>

<template>
  <div ref="sheet" class="sheet" :data-engraved="pages.length > 0 ? 'yes' : undefined">
    <p v-if="busy" class="quiet" role="status">{{ waitingWords }}</p>
    <div v-if="problem" class="problem" role="alert">{{ problem }} <v-btn @click="draw">Try again</v-btn></div>
    <SystemBlock
      v-for="(page, at) in pages"
      ref="blocks" :key="at" :svg="page" :chart="chart" :index="index" :strings="strings" :selected="selected"
      :anchor="anchor" :now="now" :lit="lit" :spot="spot" :heard="heard"
      :show="show"
      :steady="steady" :fixed="fixed || card" :size="card ? CARD : DESK" @select="(note, more) => emit('select', note, more)"
      @spot="emit('spot', $event)" @cut="(from, to) => emit('cut', from, to)"
      @level="(id, level) => emit('level', id, level)"
    />
  </div>
</template>
