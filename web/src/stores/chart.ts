import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { ask, byId, Trouble } from '../api/client'
import type { ChartNote, ChartOptions, ChartView, PencilMark, Spot, SpotMark } from '../api/types'
import { turned, type Choice } from '../geometry/pins'
import { carried } from '../geometry/same'
import { caught, single } from '../composables/kept'
import { cutsOf, dropped, marked, moveCut, restored } from '../geometry/spots'
import { FRESH, next, onItsWay, same, wanted as newestOf, type Desk, type Happening, type History, type Marks } from './saving'

/** Marks that the server does not have yet, and the chart's number when they were set. */
interface Unsaved extends Marks {
  lock_version?: number
}
const kept = (id: number) => single<Unsaved>(`fawnmoss.chart.${id}.unsaved`)
const KEPT = /^fawnmoss\.chart\.(\d+)\.unsaved$/
const AGAIN = 2500 // ms until a save is tried again while the server is away
/** Undo and redo of this window, good as long as nobody else has saved since. */
const history = (id: number) => `fawnmoss.chart.${id}.history`
const copy = (marks: Marks): Marks => JSON.parse(JSON.stringify(marks)) as Marks

/**
 * Sends what desks that are closed now had to leave in this browser. What somebody has overtaken, or the server does not take, stays
 * until that chart is opened, for then it can be asked about. desk: the chart that is open, which sends its own.
 */
export async function sendUnsaved(desk: number | null): Promise<void> {
  for (const id of caught(KEPT).map(Number)) {
    const unsaved = kept(id).read()
    if (id === desk || unsaved?.lock_version === undefined) continue
    try {
      await ask('put', '/api/charts/{id}', { ...byId(id), body: { ...unsaved, lock_version: unsaved.lock_version } })
    } catch {
      continue
    }
    if (JSON.stringify(kept(id).read()) === JSON.stringify(unsaved)) kept(id).keep(null)
  }
}

/**
 * The chart on the desk. Every change is sent at once, one after the other; while the server or its database is away the
 * change is kept (also over a reload) and tried again until it goes through. What an answer means for what is wanted, for undo and
 * redo is decided in saving.ts; here it is sent, kept and shown.
 */
export const useChart = defineStore('chart', () => {
  // Replaced whole, never changed inside: a long chart is too large to be watched in depth.
  const view = shallowRef<ChartView | null>(null)
  const musicxml = ref('')
  const selected = ref<number | null>(null)
  /** Where a selection of several notes began; null when one note is selected. */
  const anchor = ref<number | null>(null)
  const desk = shallowRef<Desk>(FRESH)
  const state = computed(() => desk.value.saving.tag)
  const refused = computed({
    get: () => desk.value.refused,
    set: (trouble: Trouble | null) => {
      desk.value = { ...desk.value, refused: trouble }
    },
  })
  const other = computed(() => (desk.value.saving.tag === 'stale' ? desk.value.saving.other : null))
  const before = computed(() => desk.value.history.before)
  const after = computed(() => desk.value.history.after)
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
    desk.value = FRESH
    view.value = null
    musicxml.value = ''
    selected.value = anchor.value = null
    show(await ask('get', '/api/charts/{id}', byId(id)))
    remember(id)
    await loadScore()
    const unsaved = kept(id).read()
    if (unsaved) await change({ options: unsaved.options, pins: unsaved.pins })
  }

  /** Takes undo and redo up again after a reload. */
  function remember(id: number): void {
    const found = JSON.parse(sessionStorage.getItem(history(id)) ?? 'null') as (History & { version: number }) | null
    if (found?.version === view.value?.lock_version) desk.value = { ...desk.value, history: { before: found!.before, after: found!.after } }
  }

  function noteHistory(): void {
    const found = { version: view.value!.lock_version, before: before.value.slice(-100), after: after.value.slice(-100) }
    try {
      sessionStorage.setItem(history(view.value!.id), JSON.stringify(found))
    } catch {
      sessionStorage.removeItem(history(view.value!.id)) // full: undo then lasts as long as the page
    }
  }

  async function loadScore(): Promise<void> {
    musicxml.value = (await ask('get', '/api/charts/{id}/score', byId(view.value!.id))).musicxml
  }

  /** The marks as the teacher wants them, saved or not. */
  const now = (): Marks => newestOf(desk.value.saving) ?? marks()

  /** Takes a new set of marks into use; undo brings the present ones back. */
  async function change(marks: Marks): Promise<void> {
    if (!same(now(), marks)) await wish(marks, { before: [...before.value, now()], after: [] })
  }

  async function undo(): Promise<void> {
    const last = before.value.at(-1)
    if (last && view.value) await wish(last, { before: before.value.slice(0, -1), after: [...after.value, now()] })
  }

  async function redo(): Promise<void> {
    const last = after.value.at(-1)
    if (last && view.value) await wish(last, { before: [...before.value, now()], after: after.value.slice(0, -1) })
  }

  const wish = (marks: Marks, history: History): Promise<void> => happen({ kind: 'wished', marks: copy(marks), history })

  /** Something happened: what is wanted is kept, and sent when it is its turn. */
  async function happen(happening: Happening): Promise<void> {
    const id = view.value!.id
    const sending = onItsWay(desk.value.saving)
    desk.value = next(desk.value, happening)
    clearTimeout(timer)
    const unsaved = newestOf(desk.value.saving)
    kept(id).keep(unsaved && { ...unsaved, lock_version: view.value!.lock_version })
    if (state.value === 'saved') noteHistory()
    if (state.value === 'waiting') timer = setTimeout(push, AGAIN)
    const now = onItsWay(desk.value.saving)
    if (now && now !== sending) await send(id, now.marks)
  }

  async function send(id: number, sending: Marks): Promise<void> {
    const chart = view.value!
    const engraved = (options: ChartOptions) =>
      JSON.stringify([options.transpose, options.shape && [options.shape.levels, options.cuts],
        (options.pencil ?? []).filter((mark) => !['remark', 'circle'].includes(mark.kind))])
    const moved = engraved(sending.options) !== engraved(chart.options)
    let happening: Happening
    try {
      const found = await ask('put', '/api/charts/{id}', { ...byId(id), body: { lock_version: chart.lock_version, ...sending } })
      if (view.value?.id !== id) return
      show(found)
      happening = { kind: 'accepted' }
    } catch (error) {
      if (view.value?.id !== id) return
      happening = answerOf(error as Trouble)
    }
    if (happening.kind === 'accepted' && moved) void loadScore()
    await happen(happening)
  }

  const answerOf = (trouble: Trouble): Happening =>
    trouble.code === 'stale'
      ? { kind: 'stale', other: trouble.body.current as ChartView }
      : trouble.passing || trouble.status === 401
        ? { kind: 'away' }
        : { kind: 'refused', trouble }

  /** Tries at once what waits for the server. */
  const push = (): Promise<void> => happen({ kind: 'again' })

  /** Two windows changed the chart: keep mine over theirs, or take theirs. */
  async function resolve(mine: boolean): Promise<void> {
    if (!other.value) return
    show(other.value)
    await happen({ kind: mine ? 'mine' : 'theirs' })
  }

  /** Fixes (or frees) something on the note in hand. */
  async function pin(choice: Choice): Promise<void> {
    if (!note.value || !view.value) return
    await change({ ...now(), pins: turned(now().pins, note.value, choice) })
  }

  async function option(changes: Partial<Record<keyof ChartOptions, unknown>>): Promise<void> {
    const options = Object.fromEntries(Object.entries({ ...now().options, ...changes }).filter(([, value]) => value !== null && value !== undefined))
    await change({ ...now(), options: options as ChartOptions })
  }

  /** The loudness of a note as the teacher wants it, or null as Fawnmoss finds it. */
  async function setLevel(id: string, level: number | null): Promise<void> {
    const { levels, ...rest } = now().options.shape ?? {}
    const others = Object.fromEntries(Object.entries(levels ?? {}).filter(([note]) => note !== id))
    const next = level === null ? others : { ...others, [id]: level }
    await option({ shape: Object.keys(next).length ? { ...rest, levels: next } : rest })
  }

  /** What is pencilled in, as the teacher wants it, and other marks in its place. */
  const pencil = computed(() => (view.value && desk.value && now().options.pencil) || [])
  const setPencil = (marks: PencilMark[]): Promise<void> => option({ pencil: marks.length ? marks : null })

  const spotMarks = (): SpotMark[] => (view.value && now().options.spots) ?? []
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

  return {
    view,
    musicxml,
    selected,
    anchor,
    state,
    refused,
    other,
    before,
    after,
    notes,
    note,
    load,
    undo,
    redo,
    resolve,
    pin,
    option,
    setLevel,
    cut,
    pencil,
    setPencil,
    markSpot,
    dropSpot,
    restoreSpot,
    select,
    step,
    push,
  }
})
