import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { ask, Trouble } from '../api/client'
import type { ChartNote, ChartOptions, ChartView, Pin, Spot, SpotMark } from '../api/types'
import { turned, type Choice } from '../geometry/pins'
import { carried } from '../geometry/same'
import { cutsOf, dropped, marked, moveCut, restored } from '../geometry/spots'

/** What a save sends and undo brings back. */
interface Marks { options: ChartOptions; pins: Pin[] }

const keep = (id: number) => `fawnmoss.chart.${id}.unsaved`
/** Undo and redo of this window, good as long as nobody else has saved since. */
const history = (id: number) => `fawnmoss.chart.${id}.history`
const copy = (marks: Marks): Marks => JSON.parse(JSON.stringify(marks)) as Marks
const same = (a: Marks, b: Marks) => JSON.stringify(a) === JSON.stringify(b)

/**
 * The chart on the desk. Every change is sent at once, one after the other; while the server or its database is away the
 * change is kept (also over a reload) and tried again until it goes through.
 */
export const useChart = defineStore('chart', () => {
  // Replaced whole, never changed inside: a long chart is too large to be watched in depth.
  const view = shallowRef<ChartView | null>(null)
  const musicxml = ref('')
  const selected = ref<number | null>(null)
  /** Where a selection of several notes began; null when one note is selected. */
  const anchor = ref<number | null>(null)
  const state = ref<'saved' | 'saving' | 'waiting' | 'stale'>('saved')
  const refused = ref<Trouble | null>(null)
  const other = shallowRef<ChartView | null>(null)
  const before = ref<Marks[]>([])
  const after = ref<Marks[]>([])
  let wanted: Marks | null = null
  let timer: ReturnType<typeof setTimeout> | undefined

  const notes = computed<ChartNote[]>(() => view.value?.chart.notes ?? [])
  const note = computed(() => (selected.value === null ? null : (notes.value[selected.value] ?? null)))
  const marks = (): Marks => copy({ options: view.value!.options, pins: view.value!.pins })

  function show(found: ChartView): void {
    view.value = view.value?.id === found.id ? { ...found, chart: { ...found.chart, notes: carried(view.value.chart.notes, found.chart.notes) } } : found
    if (selected.value !== null && selected.value >= found.chart.notes.length) selected.value = null
  }

  async function load(id: number): Promise<void> {
    clearTimeout(timer)
    wanted = null
    view.value = null
    musicxml.value = ''
    before.value = after.value = []
    refused.value = other.value = null
    state.value = 'saved'
    selected.value = anchor.value = null
    show(await ask<ChartView>('GET', `/charts/${id}`))
    remember(id)
    await loadScore()
    const kept = localStorage.getItem(keep(id))
    if (kept) await change(JSON.parse(kept) as Marks)
  }

  /** Takes undo and redo up again after a reload. */
  function remember(id: number): void {
    const kept = JSON.parse(sessionStorage.getItem(history(id)) ?? 'null') as { version: number; before: Marks[]; after: Marks[] } | null
    if (kept?.version !== view.value?.lock_version) return
    before.value = kept!.before
    after.value = kept!.after
  }

  function noteHistory(): void {
    const kept = { version: view.value!.lock_version, before: before.value.slice(-100), after: after.value.slice(-100) }
    try {
      sessionStorage.setItem(history(view.value!.id), JSON.stringify(kept))
    } catch {
      sessionStorage.removeItem(history(view.value!.id)) // full: undo then lasts as long as the page
    }
  }

  async function loadScore(): Promise<void> {
    musicxml.value = (await ask<{ musicxml: string }>('GET', `/charts/${view.value!.id}/score`)).musicxml
  }

  /** Takes a new set of marks into use; undo brings the present ones back. */
  async function change(next: Marks): Promise<void> {
    const now = wanted ?? marks()
    if (same(now, next)) return
    before.value = [...before.value, now]
    after.value = []
    await send(next)
  }

  async function undo(): Promise<void> {
    const last = before.value.at(-1)
    if (!last || !view.value) return
    before.value = before.value.slice(0, -1)
    after.value = [...after.value, wanted ?? marks()]
    await send(last)
  }

  async function redo(): Promise<void> {
    const next = after.value.at(-1)
    if (!next || !view.value) return
    after.value = after.value.slice(0, -1)
    before.value = [...before.value, wanted ?? marks()]
    await send(next)
  }

  /** Sends what is wanted now; a send under way is followed by another for what changed meanwhile. */
  async function send(next: Marks): Promise<void> {
    wanted = copy(next)
    refused.value = null
    localStorage.setItem(keep(view.value!.id), JSON.stringify(wanted))
    if (state.value === 'saving' || state.value === 'stale') return
    await push()
  }

  async function push(): Promise<void> {
    clearTimeout(timer)
    const chart = view.value
    if (!wanted || !chart) return
    const sending = wanted
    const moved = JSON.stringify(sending.options.transpose) !== JSON.stringify(chart.options.transpose)
    state.value = 'saving'
    try {
      const found = await ask<ChartView>('PUT', `/charts/${chart.id}`, { lock_version: chart.lock_version, ...sending })
      if (view.value?.id !== chart.id) return
      show(found)
      if (wanted === sending) settle(chart.id)
      if (moved) await loadScore()
    } catch (error) {
      if (view.value?.id === chart.id) fail(error as Trouble, sending)
      return
    }
    if (wanted) await push()
  }

  function settle(id: number): void {
    wanted = null
    state.value = 'saved'
    localStorage.removeItem(keep(id))
    noteHistory()
  }

  function fail(trouble: Trouble, sending: Marks): void {
    if (trouble.passing) {
      state.value = 'waiting'
      timer = setTimeout(push, 2500)
    } else if (trouble.code === 'stale') {
      state.value = 'stale'
      other.value = trouble.body.current as ChartView
    } else {
      // Refused: the chart stays as it was, and so does undo.
      before.value = before.value.slice(0, -1)
      if (wanted === sending) settle(view.value!.id)
      refused.value = trouble
    }
  }

  /** Two windows changed the chart: keep mine over theirs, or take theirs. */
  async function resolve(mine: boolean): Promise<void> {
    const theirs = other.value
    if (!theirs) return
    other.value = null
    show(theirs)
    if (mine && wanted) {
      await push()
    } else {
      before.value = after.value = []
      settle(theirs.id)
    }
  }

  /** Fixes (or frees) something on the note in hand. */
  async function pin(choice: Choice): Promise<void> {
    if (!note.value || !view.value) return
    const now = wanted ?? marks()
    await change({ ...now, pins: turned(now.pins, note.value, choice) })
  }

  async function option(changes: Partial<Record<keyof ChartOptions, unknown>>): Promise<void> {
    const now = wanted ?? marks()
    const options = Object.fromEntries(Object.entries({ ...now.options, ...changes }).filter(([, value]) => value !== null && value !== undefined))
    await change({ ...now, options: options as ChartOptions })
  }

  const spotMarks = (): SpotMark[] => wanted?.options.spots ?? view.value?.options.spots ?? []
  const setSpots = (marks: SpotMark[]): Promise<void> => option({ spots: marks.length ? marks : null })
  const markSpot = (mark: SpotMark): Promise<void> => setSpots(marked(spotMarks(), mark))
  const dropSpot = (spot: Spot): Promise<void> => setSpots(dropped(spotMarks(), spot))
  const restoreSpot = (bars: number[]): Promise<void> => setSpots(restored(spotMarks(), bars))

  /** Phrases: a boundary moved, made or taken away; null gives them back to the engine. */
  async function cut(change: { from: string; to: string } | { add: string } | { remove: string } | null): Promise<void> {
    const chart = view.value?.chart
    if (!chart) return
    if (change === null) return option({ cuts: null })
    const now = cutsOf(chart)
    if ('from' in change) {
      const next = moveCut(chart, change.from, change.to)
      if (next) await option({ cuts: next })
    } else await option({ cuts: 'add' in change ? [...new Set([...now, change.add])] : now.filter((id) => id !== change.remove) })
  }

  /** Takes a note in hand; with more, all from the one in hand before. */
  function select(index: number | null, more = false): void {
    anchor.value = more && index !== null ? (anchor.value ?? selected.value) : null
    selected.value = index
  }

  const step = (by: number, more = false): void => {
    if (notes.value.length) select(Math.min(notes.value.length - 1, Math.max(0, (selected.value ?? (by > 0 ? -1 : notes.value.length)) + by)), more)
  }

  return { view, musicxml, selected, anchor, state, refused, other, before, after, notes, note, load, undo, redo, resolve, pin, option, cut, markSpot, dropSpot, restoreSpot, select, step, push }
})
