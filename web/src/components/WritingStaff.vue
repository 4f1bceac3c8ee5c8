<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { nextTick, onUnmounted, ref, watch } from 'vue'
import type { Writing } from '../api/types'
import { engrave, engraveInTwo, SCALE, waitingWords } from '../composables/useEngraver'
import { asSystems } from '../geometry/systems'
import { staffLine } from '../geometry/writing'

/** The staff that is written on: what is in hand is lit, bars that do not add up are marked; clicks and drags are told in steps of the staff. */
const props = defineProps<{ view: Writing; stale?: boolean; now?: string | null }>()
const emit = defineEmits<{ select: [number: number, more: boolean]; line: [line: number]; move: [number: number, steps: number] }>()
const sheet = ref<HTMLElement | null>(null)
const pages = ref<string[]>([])
const problem = ref('')
/** Where what is in hand stands, pixels from the sheet's corner. */
const boxes = ref<{ left: number; top: number; width: number; height: number }[]>([])
let latest = 0
let whole: ReturnType<typeof setTimeout> | undefined
const PAUSE = 500 // ms without a key until the tune is engraved as a whole
const known = new Map<string, string>() // systems as they were engraved last, by their text and width
let drawn = ''

async function draw(): Promise<void> {
  const width = Math.floor(sheet.value?.clientWidth ?? 0)
  const key = `${width} ${props.view.musicxml}`
  if (!width) return
  if (key === drawn) return light()
  drawn = key
  const own = ++latest
  const bars = Math.max(1, Math.floor(width / 200))
  clearTimeout(whole)
  try {
    const first = !pages.value.length
    const { musicxml } = props.view
    const found = first ? await inOne(musicxml, width, bars) : await inSystems(musicxml, width, bars)
    if (own !== latest) return
    await show(found)
    if (!first) whole = setTimeout(() => void finish(own, width, bars), PAUSE)
  } catch (error) {
    if (own === latest) problem.value = (error as Error).message
    drawn = ''
  }
}

async function show(found: string[]): Promise<void> {
  pages.value = found
  problem.value = ''
  await nextTick()
  light()
}

/** Everything at once: ties and slurs from one system to the next are drawn. */
async function inOne(musicxml: string, width: number, bars: number): Promise<string[]> {
  const found = await engrave(musicxml, width, bars, SCALE)
  engraveInTwo()
  learn(asSystems(musicxml, bars), width, found)
  return found
}

/** System by system, only what has changed: quick enough to write with. */
async function inSystems(musicxml: string, width: number, bars: number): Promise<string[]> {
  const parts = asSystems(musicxml, bars)
  const found = await Promise.all(parts.map(async (part) => known.get(`${width} ${part}`) ?? (await engrave(part, width, bars + 1, SCALE))[0] ?? ''))
  learn(parts, width, found)
  return found
}

function learn(parts: string[], width: number, found: string[]): void {
  known.clear()
  if (parts.length === found.length) parts.forEach((part, at) => known.set(`${width} ${part}`, found[at]!))
}

/** The whole once more, when there is time. */
async function finish(own: number, width: number, bars: number): Promise<void> {
  const found = await inOne(props.view.musicxml, width, bars).catch(() => null)
  if (found && own === latest) await show(found)
}

/** Marks what is in hand and what does not add up on the drawing as it is. */
function light(): void {
  const root = sheet.value
  if (!root) return
  root.querySelectorAll('.odd, .sounding').forEach((one) => one.classList.remove('odd', 'sounding'))
  const { cursor, anchor, sounds, odd } = props.view
  const [from, to] = cursor === null ? [0, -1] : [Math.min(cursor, anchor ?? cursor), Math.max(cursor, anchor ?? cursor)]
  const corner = root.getBoundingClientRect()
  const found = sounds.slice(from, to + 1).flatMap((sound) => sound.ids).map((id) => root.querySelector(`[data-id="${id}"]`)).filter((one) => one !== null)
  boxes.value = found.map((one) => {
    const box = one.getBoundingClientRect()
    return { left: box.left - corner.left - 5, top: box.top - corner.top - 5, width: box.width + 10, height: box.height + 10 }
  })
  const system = found.at(-1)?.closest('.writing-system')?.getBoundingClientRect()
  if (system && (system.bottom > window.innerHeight || system.top < 60)) found.at(-1)!.closest('.writing-system')!.scrollIntoView({ block: 'center' })
  if (props.now) root.querySelector(`[data-id="${props.now}"]`)?.classList.add('sounding')
  const bars = root.querySelectorAll('g.measure')
  odd.forEach(({ bar }) => bars[bar]?.classList.add('odd'))
}
watch(() => props.view, draw)
watch(() => props.now, light)
useResizeObserver(sheet, () => void draw())
onUnmounted(() => clearTimeout(whole))

/** The sound nearest to a point of the system it is on: its number, and how far to the left of the point it stands. */
function nearest(x: number, system: Element): { number: number; away: number } | null {
  let best: { number: number; away: number } | null = null
  props.view.sounds.forEach((sound, number) => {
    const box = system.querySelector(`[data-id="${sound.ids[0]}"]`)?.getBoundingClientRect()
    if (!box) return
    const away = x - (box.left + box.width / 2)
    if (!best || Math.abs(away) < Math.abs(best.away)) best = { number, away }
  })
  return best
}
function lines(system: Element): { top: number; bottom: number } | null {
  const all = [...(system.querySelector('g.staff')?.querySelectorAll(':scope > path') ?? [])].map((line) => line.getBoundingClientRect())
  return all.length < 5 ? null : { top: all[0]!.top + all[0]!.height / 2, bottom: all[4]!.top + all[4]!.height / 2 }
}

const HALF = 10 // px: nearer than this a note is meant, farther to its right an empty place
let drag: { number: number; y: number; step: number; moved: number; held: boolean } | null = null

function down(event: PointerEvent): void {
  const system = (event.target as Element).closest('.writing-system')
  if (!system || event.button !== 0) return
  const found = nearest(event.clientX, system)
  const staff = lines(system)
  const last = props.view.sounds.length - 1
  if (found && !(found.number === last && found.away > HALF * 2)) {
    drag = { number: found.number, y: event.clientY, step: staff ? (staff.bottom - staff.top) / 8 : 4, moved: 0, held: !event.shiftKey }
    emit('select', found.number, event.shiftKey)
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  } else if (staff) emit('line', staffLine(event.clientY, staff.top, staff.bottom))
}
function moved(event: PointerEvent): void {
  if (!drag?.held) return
  const steps = Math.round((drag.y - event.clientY) / drag.step)
  if (steps === drag.moved || Math.abs(drag.y - event.clientY) < 3) return
  emit('move', drag.number, steps - drag.moved)
  drag.moved = steps
}
const up = (): void => {
  drag = null
}
</script>

<template>
  <div
    ref="sheet" class="staff" :class="{ stale }" :data-drawn="pages.length || undefined" role="application"
    aria-label="The staff: click to write, drag a note to move it" @pointerdown="down" @pointermove="moved" @pointerup="up" @pointercancel="up"
  >
    <p v-if="!pages.length && !problem" class="quiet" role="status">{{ waitingWords }}</p>
    <p v-if="problem" class="problem" role="alert">{{ problem }}</p>
    <!-- eslint-disable-next-line vue/no-v-html -- our own engraver's drawing of notes our own server wrote -->
    <div v-for="(page, index) in pages" :key="index" class="writing-system" v-html="page" />
    <i
      v-for="(box, index) in boxes" :key="`hand ${index}`" class="in-hand"
      :style="{ left: `${box.left}px`, top: `${box.top}px`, width: `${box.width}px`, height: `${box.height}px` }"
    />
  </div>
</template>

<style scoped>
.staff { position: relative; min-height: 120px; touch-action: pan-y; user-select: none; cursor: crosshair; outline: none; }
.staff :deep(svg) { width: 100%; height: auto; display: block; color: var(--ink); fill: var(--ink); overflow: visible; }
.staff :deep(svg text), .staff :deep(svg tspan:not([font-family])) { font-family: var(--v-font-heading); }
.staff :deep(g.note), .staff :deep(g.rest) { cursor: ns-resize; }
.in-hand { position: absolute; border-radius: 7px; background: rgba(var(--v-theme-primary), 0.2); pointer-events: none; }
.staff :deep(.sounding), .staff :deep(.sounding *) { color: var(--fawn); fill: var(--fawn); stroke: var(--fawn); }
.staff :deep(.odd > .staff > path) { stroke: var(--fawn); stroke-dasharray: 30 22; stroke-width: 26; }
.stale { opacity: 0.45; }
</style>
