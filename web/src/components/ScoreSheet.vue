<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { engrave, waitingWords } from '../composables/useEngraver'
import type { PartView, ScoreView } from '../api/types'
import { barsThatFit } from '../geometry/bands'
import { noteOf, signs, spanOf, type ChordSign } from '../geometry/together'
import { printed } from '../geometry/words'

/**
 * Several parts as one score, chords over it. chosen: a note, by part and id, or a chord, by its index; now: id of the note of the first part that sounds.
 */
const props = defineProps<{
  score: ScoreView
  chords: PartView['chords']
  chosen: { part: number; note: string } | { chord: number } | null
  set: Set<string>
  now?: string | null
}>()
const emit = defineEmits<{ note: [part: number, note: string]; chord: [index: number]; ready: [] }>()

/** In pixels; what is printed as well is placed by its share of the width. */
interface System { width: number; x: Map<string, number>; y: Map<string, number>; chords: ChordSign[] }
const ROOM = 48 // px that a note keeps: over it stand finger and bow
const SCALE = 34

const box = ref<HTMLElement | null>(null)
const pages = ref<string[]>([])
const systems = ref<System[]>([])
const problem = ref('')
let drawn = ''

const times = computed(() => new Map(props.score.parts.flatMap((part, at) => part.notes.map((note) => [`p${at}-${note.id}`, note.at] as [string, number]))))
const chosenId = computed(() => (props.chosen && 'note' in props.chosen ? `p${props.chosen.part}-${props.chosen.note}` : null))
const chosenChord = computed(() => (props.chosen && 'chord' in props.chosen ? props.chosen.chord : null))

async function draw(): Promise<void> {
  const width = Math.floor(box.value?.clientWidth ?? 0)
  if (!width) return
  const key = `${width}|${props.score.musicxml}`
  if (key === drawn) return
  drawn = key
  problem.value = ''
  try {
    const bars = Math.min(...props.score.parts.map((part) => barsThatFit(part.notes.length, props.score.bars.length, width, ROOM)))
    const found = await engrave(props.score.musicxml, width, bars, SCALE)
    if (key !== drawn) return
    pages.value = found
    await nextTick()
    measure()
    requestAnimationFrame(() => emit('ready'))
  } catch (error) {
    drawn = ''
    problem.value = (error as Error).message
  }
}

/** Where notes and chords stand in each system. */
function measure(): void {
  let bar = 0
  systems.value = [...(box.value?.querySelectorAll<HTMLElement>('.staves') ?? [])].map((system) => {
    const own = system.getBoundingClientRect()
    const x = new Map<string, number>()
    const y = new Map<string, number>()
    system.querySelectorAll('g.note, g.rest, g.mRest').forEach((group) => {
      const head = (group.querySelector('.notehead') ?? group).getBoundingClientRect()
      const id = group.getAttribute('data-id') ?? group.id
      x.set(id, head.left - own.left + head.width / 2)
      y.set(id, head.top - own.top + head.height / 2)
    })
    const bars = [...system.querySelectorAll('g.measure')].map(() => bar++)
    const [from, to] = spanOf(props.score, bars)
    const known = new Map<number, number>()
    for (const [id, left] of x) {
      const at = times.value.get(id)
      if (at !== undefined && !known.has(at)) known.set(at, left)
    }
    system.querySelectorAll('g.measure').forEach((measure, at) => {
      const begins = props.score.bars[bars[at]!]![1]!
      if (!known.has(begins)) known.set(begins, measure.getBoundingClientRect().left - own.left + 12)
    })
    known.set(to, own.width)
    const places = [...known].sort((one, other) => one[0] - other[0])
    return { width: own.width, x, y, chords: signs(props.chords, places, from, to) }
  })
}

/** The note nearest to a click: on its staff first. */
function click(event: MouseEvent, at: number): void {
  const system = systems.value[at]
  if (!system) return
  const own = (event.currentTarget as Element).getBoundingClientRect()
  const [left, top] = [event.clientX - own.left, event.clientY - own.top]
  let best: string | null = null
  let least = Infinity
  for (const [id, x] of system.x) {
    const far = Math.abs(x - left) + Math.abs((system.y.get(id) ?? 0) - top) * 1.4
    if (far < least && times.value.has(id)) [best, least] = [id, far]
  }
  const found = best && noteOf(best)
  if (found) emit('note', found.part, found.note)
}

/** Round the head of a note. up: how far over its middle, in pixels. */
const beside = (at: number, id: string, up: number) => ({ left: `${systems.value[at]!.x.get(id)! - 13}px`, top: `${systems.value[at]!.y.get(id)! - up}px` })

useResizeObserver(box, () => void draw())
watch(() => props.score, draw)
watch(() => props.chords, () => nextTick(measure))
</script>

<template>
  <div ref="box" class="score" :data-engraved="systems.length ? 'yes' : undefined">
    <p v-if="!pages.length && !problem" class="quiet" role="status">{{ waitingWords }}</p>
    <div v-if="problem" class="problem" role="alert">{{ problem }} <v-btn @click="draw">Try again</v-btn></div>
    <div v-for="(svg, at) in pages" :key="at" class="system">
      <div class="chords">
        <button
          v-for="chord in systems[at]?.chords ?? []" :key="chord.index" type="button" class="chord"
          :class="{ chosen: chosenChord === chord.index, set: chord.by === 'set' }" :style="{ left: `calc(${(100 * chord.x) / systems[at]!.width}% - 8px)` }"
          :aria-label="`Chord ${chord.text}, bar ${chords[chord.index]!.bar}, beat ${chords[chord.index]!.beat}`" @click="emit('chord', chord.index)"
        >{{ printed(chord.text) }}</button>
      </div>
      <div class="staves" @click="click($event, at)">
        <!-- eslint-disable-next-line vue/no-v-html -- our own engraver's drawing of notes our own server wrote -->
        <div v-html="svg" />
        <template v-if="systems[at]">
          <i
            v-for="id in [...set].filter((one) => systems[at]!.x.has(one))" :key="id" class="pin" :style="beside(at, id, 13)" aria-hidden="true"
          />
          <i v-if="chosenId && systems[at]!.x.has(chosenId)" class="lit" :style="beside(at, chosenId, 16)" aria-hidden="true" />
          <i v-if="now && systems[at]!.x.has(`p0-${now}`)" class="cursor" :style="{ left: `${systems[at]!.x.get(`p0-${now}`)!}px` }" aria-hidden="true" />
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.system { padding: 0 0 12px; border-bottom: 1px solid var(--rule); margin-bottom: var(--room-3); break-inside: avoid; }
.chords { position: relative; height: 30px; }
.chord {
  position: absolute; bottom: 0; padding: 0 var(--room-1); border-radius: 5px; border: 1px solid transparent; background: none; cursor: pointer; color: inherit;
  font: 600 1.05rem var(--v-font-heading); white-space: nowrap;
}
.chord.set { color: var(--moss); text-decoration: underline; text-underline-offset: 3px; }
.chord:hover, .chord:focus-visible { border-color: var(--rule); }
.chord.chosen { background: rgba(var(--v-theme-secondary), 0.2); }
.staves { position: relative; line-height: 0; cursor: pointer; }
.staves :deep(svg) { width: 100%; height: auto; display: block; color: var(--ink); fill: var(--ink); overflow: visible; }
.staves :deep(svg text), .staves :deep(svg tspan:not([font-family])) { font-family: var(--v-font-heading); }
.lit, .pin { position: absolute; width: 26px; pointer-events: none; }
.lit { height: 32px; border-radius: 7px; background: rgba(var(--v-theme-secondary), 0.28); }
.pin { height: 26px; border: 1.5px solid var(--moss); border-radius: 50%; }
.cursor { position: absolute; top: 0; bottom: 0; width: 16px; margin-left: -8px; border-radius: 5px; background: rgba(var(--v-theme-primary), 0.28); pointer-events: none; }
@media print {
  .lit, .cursor, .pin { display: none; }
  .system { border: 0; }
  .chord { border: 0; background: none !important; }
  .chord.set { color: inherit; text-decoration: none; }
}
</style>
