<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { ChartBody } from '../api/types'
import { barsThatFit, CARD, indexed } from '../geometry/bands'
import { engrave, waitingWords } from '../composables/useEngraver'
import { EVERYTHING, type Show } from '../stores/desk'
import SystemBlock from './SystemBlock.vue'

/** Several charts of one tune in step: the same bars of each under one another. lit: notes to bring out, by their index. */
export interface Sheet { label: string; musicxml: string; chart: ChartBody; strings: string[]; lit?: Set<number> }
const props = withDefaults(defineProps<{ sheets: Sheet[]; now?: string | null; show?: Show }>(), { now: null, show: () => EVERYTHING })
const emit = defineEmits<{ select: [sheet: number, note: number]; ready: [] }>()

const box = ref<HTMLElement | null>(null)
const pages = ref<string[][]>([])
const indices = computed(() => props.sheets.map((sheet) => indexed(sheet.chart.notes)))
const problem = ref('')
let drawn = ''

async function draw(): Promise<void> {
  const width = Math.floor(box.value?.clientWidth ?? 0)
  if (!width || !props.sheets.length) return
  const bars = Math.min(...props.sheets.map(({ chart }) => barsThatFit(chart.notes.length, new Set(chart.notes.map((note) => note.bar)).size, width)))
  const key = [width, bars, ...props.sheets.map((sheet) => sheet.musicxml)].join('|')
  if (key === drawn) return
  drawn = key
  problem.value = ''
  try {
    const found = []
    for (const sheet of props.sheets) found.push(await engrave(sheet.musicxml, width, bars, 34))
    if (key !== drawn) return
    pages.value = found
    requestAnimationFrame(() => requestAnimationFrame(() => emit('ready')))
  } catch (error) {
    drawn = ''
    problem.value = (error as Error).message
  }
}
useResizeObserver(box, () => void draw())
watch(() => props.sheets, draw)
</script>

<template>
  <div ref="box" class="sheet" :data-engraved="pages.length ? 'yes' : undefined">
    <p v-if="!pages.length && !problem" class="quiet" role="status">{{ waitingWords }}</p>
    <div v-if="problem" class="problem" role="alert">{{ problem }} <v-btn @click="draw">Try again</v-btn></div>
    <div v-for="(_, system) in pages[0] ?? []" :key="system" class="step">
      <template v-for="(sheet, index) in sheets" :key="index">
        <div v-if="pages[index]?.[system]" class="part">
          <span class="label">{{ sheet.label }}</span>
          <SystemBlock
            :svg="pages[index]![system]!"
            :chart="sheet.chart" :index="indices[index]!" :strings="sheet.strings" :selected="null" :now="now"
            :lit="sheet.lit" :show="show" steady fixed :size="CARD"
            @select="(note) => emit('select', index, note)"
          />
        </div>
      </template>
    </div>
  </div>
</template>

<style scoped>
.step { border-bottom: 1px solid var(--rule); padding: 8px 0 10px; break-inside: avoid; }
.label { font-family: var(--v-font-heading); font-style: italic; color: var(--quiet); }
</style>
