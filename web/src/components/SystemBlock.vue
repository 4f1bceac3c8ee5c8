<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import type { ChartBody } from '../api/types'
import { nearest, placed, type BandSize, type Placed, type SystemLayout } from '../geometry/bands'
import { accessible } from '../geometry/words'
import type { HeardMarks } from '../geometry/heard'
import type { Show } from '../stores/desk'
import BowBand from './BowBand.vue'
import CountBand from './CountBand.vue'
import DigitBand from './DigitBand.vue'
import LaneBand from './LaneBand.vue'
import MarksBand from './MarksBand.vue'
import PhraseBand from './PhraseBand.vue'
import SwellBand from './SwellBand.vue'
import TakeBand from './TakeBand.vue'

/**
 * One system: spots, bow signs and digits, the engraved staff, counting, string lanes, the bow line, the swell and phrases, one x for all.
 * anchor: where a selection of several notes began; now: id of the note that sounds; lit: indices of notes to bring out; heard: of one or more recordings.
 */
const props = defineProps<{
  svg: string
  chart: ChartBody
  index: Map<string, number>
  strings: string[]
  selected: number | null
  anchor?: number | null
  now?: string | null
  lit?: Set<number>
  spot?: number[] | null
  heard?: { name: string; marks: HeardMarks }[]
  show: Show
  steady?: boolean
  fixed?: boolean
  size: BandSize
}>()
const emit = defineEmits<{
  select: [index: number, more: boolean]
  spot: [bars: number[]]
  cut: [from: string, to: string]
  level: [id: string, level: number]
}>()

const block = ref<HTMLElement | null>(null)
const staff = ref<HTMLElement | null>(null)
const layout = ref<SystemLayout>({ width: 0, notes: new Map(), rests: [], bars: [], spans: [] })
/** The notes of this system; the same list as before when nothing in it has changed, so that its bands are not drawn again. */
const here = computed<Placed[]>((before) => {
  const now = placed(props.chart.notes, layout.value, props.index)
  return before &&
    now.length === before.length &&
    now.every((one, at) => one.note === before[at]!.note && one.x === before[at]!.x && one.end === before[at]!.end)
    ? before
    : now
})
const chosen = computed(() => here.value.find((one) => one.index === props.selected) ?? null)
const range = computed(() => {
  const ends = [props.selected, props.anchor ?? props.selected]
  if (ends[0] === null || ends[0] === undefined) return null
  const [from, to] = [Math.min(...(ends as number[])), Math.max(...(ends as number[]))]
  const own = here.value.filter((one) => one.index >= from && one.index <= to)
  return own.length ? { left: own[0]!.x - 13, width: own.at(-1)!.x - own[0]!.x + 26 } : null
})
/** What was pencilled in besides the engraving. Cards issued long ago have none. */
const circles = computed(() => layout.value.spans.filter((span) => (props.chart.pencil ?? []).some((mark) => mark.kind === 'circle' && mark.bar === span.bar)))
const remarks = computed(() => (props.chart.pencil ?? []).filter((mark) => mark.kind === 'remark' && here.value.some((one) => one.note.id === mark.note)))
/** Bars that do not add up: the desk's business, not the card's. */
const odd = computed(() =>
  layout.value.spans.flatMap((span) => (props.fixed ? [] : (props.chart.odd ?? [])).filter((one) => one.bar === span.bar).map((one) => ({ ...one, span })))
)
const cursor = computed(() => (props.now ? (layout.value.notes.get(props.now) ?? null) : null))

function measure(): void {
  if (!staff.value) return
  const box = staff.value.getBoundingClientRect()
  const centre = (element: Element) => {
    const own = element.getBoundingClientRect()
    return own.left - box.left + own.width / 2
  }
  const notes = new Map<string, number>()
  staff.value.querySelectorAll('g.note').forEach((group) => {
    notes.set(group.getAttribute('data-id') ?? group.id, centre(group.querySelector('.notehead') ?? group))
  })
  layout.value = {
    width: box.width, notes,
    rests: [...staff.value.querySelectorAll('g.rest, g.mRest')].map(centre),
    bars: [...staff.value.querySelectorAll('g.barLine')].map((line) => line.getBoundingClientRect().right - box.left),
    spans: spans(notes, box),
  }
}

/** Where each bar runs: from the bar line before it, or just before its first note, to its own. */
function spans(notes: Map<string, number>, box: DOMRect): SystemLayout['spans'] {
  const found: SystemLayout['spans'] = []
  staff.value!.querySelectorAll('g.measure').forEach((measure) => {
    const ids = [...measure.querySelectorAll('g.note')].map((group) => group.getAttribute('data-id') ?? group.id)
    const before = found.at(-1)
    const known = ids.map((id) => props.chart.notes[props.index.get(id) ?? -1]?.bar).find((bar) => bar !== undefined)
    const own = measure.getBoundingClientRect()
    const x1 = before?.x2 ?? Math.max(0, (notes.get(ids[0] ?? '') ?? own.left - box.left) - 14)
    const line = measure.querySelector('g.barLine')?.getBoundingClientRect().right ?? own.right
    found.push({ bar: known ?? (before ? before.bar + 1 : 1), x1, x2: line - box.left })
  })
  return found
}

function click(event: MouseEvent): void {
  if (!block.value) return
  const found = nearest(here.value, event.clientX - block.value.getBoundingClientRect().left)
  if (found) emit('select', found.index, event.shiftKey)
}

onMounted(() => nextTick(measure))
watch(() => props.svg, () => nextTick(measure))
watch([chosen, cursor], ([now, plays], [was, played]) => {
  const come = (now && now !== was && !props.steady) || (plays !== null && played === null)
  if (come) block.value?.scrollIntoView({ block: 'nearest' })
})
watch(() => props.spot, (bars) => {
  if (bars && layout.value.spans.some((span) => span.bar === bars[0])) block.value?.scrollIntoView({ block: 'nearest', behavior: 'smooth' })
})
defineExpose({ measure })
</script>

<template>
  <section ref="block" class="system" @click="click">
    <div v-if="range" class="lit" :style="{ left: `${range.left}px`, width: `${range.width}px` }" aria-hidden="true" />
    <template v-if="lit?.size">
      <div
        v-for="one in here.filter((each) => lit!.has(each.index))" :key="one.index" class="differs" :style="{ left: `${one.x - 11}px` }"
        aria-hidden="true"
      />
    </template>
    <div v-if="cursor !== null" class="cursor" :style="{ left: `${cursor}px` }" aria-hidden="true" />
    <MarksBand v-if="show.spots && layout.width" :spots="chart.spots" :layout="layout" :chosen="spot ?? null" @spot="emit('spot', $event)" />
    <DigitBand v-if="show.digits && layout.width" :notes="here" :width="layout.width" :selected="selected" :size="size" />
    <!-- eslint-disable-next-line vue/no-v-html -- our own engraver's drawing of notes our own server wrote -->
    <div class="engraved">
      <div ref="staff" class="staff" v-html="svg" />
      <i v-for="span in circles" :key="span.bar" class="circle" :style="{ left: `${span.x1 - 2}px`, width: `${span.x2 - span.x1 + 2}px` }" />
    </div>
    <TakeBand
      v-for="one in layout.width ? heard ?? [] : []" :key="one.name" :notes="here" :width="layout.width" :marks="one.marks"
      :name="heard!.length > 1 ? one.name : ''"
    />
    <p v-for="one in odd" :key="one.bar" class="odd" :style="{ marginLeft: `${Math.max(0, one.span.x1)}px` }">
      <i :style="{ width: `${one.span.x2 - one.span.x1}px` }" aria-hidden="true" />{{ one.words }}</p>
    <CountBand v-if="show.counting !== 'none' && layout.width" :notes="here" :width="layout.width" :show="show" />
    <LaneBand v-if="show.lanes && layout.width" :notes="here" :layout="layout" :strings="strings" :selected="selected" :size="size" />
    <BowBand v-if="show.bow && layout.width" :notes="here" :layout="layout" :selected="selected" :size="size" />
    <SwellBand
      v-if="chart.shape && show.swell && layout.width" :notes="here" :layout="layout" :selected="selected" :size="size" :fixed="fixed"
      @level="(id, level) => emit('level', id, level)"
    />
    <p v-for="mark in remarks" :key="mark.note" class="remark">Bar {{ mark.bar }}: {{ mark.text }}</p>
    <PhraseBand
      v-if="show.phrases && layout.width && chart.phrases.length > 1" :chart="chart" :index="index" :notes="here" :layout="layout"
      :fixed="fixed" @cut="(from, to) => emit('cut', from, to)"
    />
    <ol class="read spoken">
      <li
        v-for="one in here" :key="one.note.id" v-memo="[one.note, one.index === selected]"
        :aria-current="one.index === selected ? 'true' : undefined"
      >{{ accessible(one.note) }}</li>
    </ol>
  </section>
</template>

<style scoped>
.system { position: relative; scroll-margin-top: 56px; break-inside: avoid; cursor: pointer; padding-bottom: 6px; }
.staff { line-height: 0; }
.staff :deep(svg) { width: 100%; height: auto; display: block; color: var(--ink); fill: var(--ink); overflow: visible; }
.staff :deep(svg text), .staff :deep(svg tspan:not([font-family])) { font-family: var(--v-font-heading); }
.engraved { position: relative; }
.circle { position: absolute; top: -4px; bottom: -4px; border: 2px solid var(--fawn); border-radius: 45% / 50%; pointer-events: none; }
/* a dashed line under the bar, and what is wrong with it */
.odd { margin: 0 0 2px; font-size: 0.85rem; color: var(--fawn); }
.odd i { display: block; border-top: 2px dashed var(--fawn); margin-bottom: 1px; }
.remark { margin: 2px 0 0; font: italic 500 0.95rem var(--v-font-heading); color: var(--ink); }
.lit { position: absolute; top: 0; bottom: 0; border-radius: 6px; background: rgba(var(--v-theme-secondary), 0.16); pointer-events: none; }
.differs { position: absolute; top: 0; height: 50px; width: 22px; border-radius: 5px; border: 1.5px dashed var(--fawn); pointer-events: none; }
.cursor {
  position: absolute; top: 0; bottom: 0; width: 18px; margin-left: -9px; border-radius: 5px;
  background: rgba(var(--v-theme-primary), 0.28); pointer-events: none;
}
@media print { .lit, .cursor, .odd { display: none; } .system { cursor: auto; } }
</style>
