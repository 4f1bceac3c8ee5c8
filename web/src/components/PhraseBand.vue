<script setup lang="ts">
import { computed, ref } from 'vue'
import type { ChartBody } from '../api/types'
import { nearest, type Placed, type SystemLayout } from '../geometry/bands'
import { beat } from '../geometry/words'

/** Phrases as braces under the system. A boundary is the note both phrases share: drag it, or move it with the arrow keys. */
const props = defineProps<{ chart: ChartBody; index: Map<string, number>; notes: Placed[]; layout: SystemLayout; fixed?: boolean }>()
const emit = defineEmits<{ cut: [from: string, to: string] }>()

const svg = ref<SVGSVGElement | null>(null)
const dragged = ref<{ from: string; x: number; to: string } | null>(null)

const phrases = computed(() => {
  if (!props.notes.length) return []
  const [first, last] = [props.notes[0]!, props.notes.at(-1)!]
  return props.chart.phrases.flatMap((phrase, number) => {
    const [from, to] = phrase.notes.map((id) => props.index.get(id)!) as [number, number]
    if (to < first.index || from > last.index) return []
    const begin = props.notes.find((one) => one.index === from)
    const end = props.notes.find((one) => one.index === to)
    const x1 = begin ? begin.x + (number ? 5 : -6) : 14
    const x2 = end ? end.x + (number === props.chart.phrases.length - 1 ? 8 : -5) : props.layout.width - 2
    return x2 - x1 < 4
      ? []
      : [
          {
            number: number + 1,
            x1,
            x2,
            open: !begin,
            goes: !end,
            cut: end && number < props.chart.phrases.length - 1 ? { id: end.note.id, x: end.x, index: to } : null
          }
        ]
  })
})
const cuts = computed(() => phrases.value.flatMap((phrase) => (phrase.cut ? [{ ...phrase.cut, number: phrase.number }] : [])))

/** A brace: its beak points down at the middle; an open side goes on in another system. */
function brace(x1: number, x2: number, open: boolean, goes: boolean): string {
  const middle = (x1 + x2) / 2
  return `${open ? `M ${x1} 8` : `M ${x1} 3 q 0 5 6 5`} H ${middle - 5} q 5 0 5 4 q 0 -4 5 -4 H ${goes ? x2 : x2 - 6}${goes ? '' : ' q 6 0 6 -5'}`
}

function where(event: PointerEvent): Placed | null {
  const box = svg.value!.getBoundingClientRect()
  return nearest(props.notes, ((event.clientX - box.left) / box.width) * props.layout.width)
}
function take(event: PointerEvent, id: string, x: number): void {
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  dragged.value = { from: id, x, to: id }
}
function drag(event: PointerEvent): void {
  const found = dragged.value && where(event)
  if (dragged.value && found) dragged.value = { ...dragged.value, x: found.x, to: found.note.id }
}
function drop(): void {
  const done = dragged.value
  dragged.value = null
  if (done && done.to !== done.from) emit('cut', done.from, done.to)
}
function key(event: KeyboardEvent, id: string, at: number): void {
  if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return
  event.preventDefault()
  event.stopPropagation()
  const to = props.chart.notes[at + (event.key === 'ArrowRight' ? 1 : -1)]
  if (to) emit('cut', id, to.id)
}
const spoken = (id: string): string => {
  const note = props.chart.notes[props.index.get(id)!]!
  return `bar ${note.bar}, beat ${beat(note.beat)}`
}
</script>

<template>
  <svg ref="svg" class="band" :viewBox="`0 0 ${layout.width} 26`">
    <g aria-hidden="true">
      <g v-for="phrase in phrases" :key="phrase.number">
        <path class="brace" :d="brace(phrase.x1, phrase.x2, phrase.open, phrase.goes)" />
        <text :x="(phrase.x1 + phrase.x2) / 2" y="24" text-anchor="middle">{{ phrase.number }}</text>
      </g>
    </g>
    <template v-if="!fixed">
      <g
        v-for="cut in cuts"
        :key="cut.number" class="cut" role="slider" tabindex="0" :aria-label="`End of phrase ${cut.number}`"
        :aria-valuetext="spoken(cut.id)" :aria-valuenow="cut.index + 1"
        aria-valuemin="1" :aria-valuemax="chart.notes.length" :transform="`translate(${dragged?.from === cut.id ? dragged.x : cut.x} 6)`"
        @pointerdown="take($event, cut.id, cut.x)"
        @pointermove="drag" @pointerup="drop" @pointercancel="dragged = null"
        @keydown="key($event, cut.id, cut.index)" @click.stop
      >
        <rect class="grip" x="-11" y="-6" width="22" height="24" /><path class="knob" d="M 0 -5 L 4.5 2 L 0 9 L -4.5 2 Z" />
      </g>
    </template>
  </svg>
</template>

<style scoped>
.brace { fill: none; stroke: var(--quiet); stroke-width: 1.2; }
text { font: italic 500 12px var(--v-font-heading); fill: var(--quiet); }
.cut { cursor: ew-resize; touch-action: none; }
.grip { fill: transparent; }
.knob { fill: var(--moss); }
.cut:focus-visible { outline: none; }
.cut:focus-visible .grip { stroke: var(--moss); stroke-width: 2; }
@media print { .cut { display: none; } }
</style>
