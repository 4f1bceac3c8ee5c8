<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import type { ChartNote } from '../api/types'
import { nearest, placed, type BandSize, type SystemLayout } from '../geometry/bands'
import { accessible } from '../geometry/words'
import BowBand from './BowBand.vue'
import DigitBand from './DigitBand.vue'
import LaneBand from './LaneBand.vue'

/** One system: bow signs and digits, the engraved staff, string lanes and the bow line, one x for all. */
const props = defineProps<{ svg: string; notes: ChartNote[]; strings: string[]; selected: number | null; digits: boolean; lanes: boolean; bow: boolean; steady?: boolean; size: BandSize }>()
const emit = defineEmits<{ select: [index: number] }>()

const block = ref<HTMLElement | null>(null)
const staff = ref<HTMLElement | null>(null)
const layout = ref<SystemLayout>({ width: 0, notes: new Map(), rests: [], bars: [] })
const here = computed(() => placed(props.notes, layout.value))
const lit = computed(() => here.value.find((one) => one.index === props.selected) ?? null)

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
  }
}

function click(event: MouseEvent): void {
  if (!block.value) return
  const found = nearest(here.value, event.clientX - block.value.getBoundingClientRect().left)
  if (found) emit('select', found.index)
}

onMounted(() => nextTick(measure))
watch(() => props.svg, () => nextTick(measure))
watch(lit, (now) => {
  if (now && !props.steady) block.value?.scrollIntoView({ block: 'nearest' })
})
defineExpose({ measure })
</script>

<template>
  <section ref="block" class="system" @click="click">
    <div v-if="lit" class="lit" :style="{ left: `${lit.x - 13}px` }" aria-hidden="true" />
    <DigitBand v-if="digits && layout.width" :notes="here" :width="layout.width" :selected="selected" :size="size" />
    <!-- eslint-disable-next-line vue/no-v-html -- our own engraver's drawing of notes our own server wrote -->
    <div ref="staff" class="staff" v-html="svg" />
    <LaneBand v-if="lanes && layout.width" :notes="here" :all="notes" :layout="layout" :strings="strings" :selected="selected" :size="size" />
    <BowBand v-if="bow && layout.width" :notes="here" :layout="layout" :selected="selected" :size="size" />
    <ol class="read">
      <li v-for="one in here" :key="one.note.id" :aria-current="one.index === selected ? 'true' : undefined">{{ accessible(one.note) }}</li>
    </ol>
  </section>
</template>

<style scoped>
.system { position: relative; break-inside: avoid; cursor: pointer; padding-bottom: 6px; }
.staff { line-height: 0; }
.staff :deep(svg) { width: 100%; height: auto; display: block; color: var(--ink); fill: var(--ink); overflow: visible; }
.staff :deep(svg text), .staff :deep(svg tspan) { font-family: var(--v-font-heading); }
.lit { position: absolute; top: 0; bottom: 0; width: 26px; border-radius: 6px; background: rgba(var(--v-theme-secondary), 0.16); pointer-events: none; }
.read { position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); margin: 0; }
@media print { .lit { display: none; } .system { cursor: auto; } }
</style>
