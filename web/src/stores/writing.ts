import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { ask, Trouble } from '../api/client'
import type { Instrument, Writing } from '../api/types'
import { single } from '../composables/kept'
import type { Act } from '../geometry/writing'

/** What a tune begins with while it has no note; clef: null for the instrument's own. */
export interface Start { key: string; meter: string; tempo: number | null; pickup: string; clef: string | null }
type Place = Pick<Writing, 'text' | 'cursor' | 'anchor' | 'pen' | 'pickup'>
interface Kept { place: Partial<Place>; start: Start; instrument: Instrument; waiting: Act[] }

const START: Start = { key: 'D major', meter: '4/4', tempo: null, pickup: '0', clef: null }
const AGAIN = 2000 // ms until the server is asked again while it is away
const MOST = 150 // acts sent at once

/**
 * The tune on the writing desk. Acts are sent in the order in which they were pressed, those that gather meanwhile together; while the
 * server is away they wait, also over a reload. Undo goes back text by text, without end.
 */
export const useWriting = defineStore('writing', () => {
  const view = shallowRef<Writing | null>(null)
  const start = ref<Start>({ ...START })
  const instrument = ref<Instrument>('violin')
  const waiting = ref<Act[]>([])
  const away = ref(false)
  const mistake = shallowRef<Trouble | null>(null)
  const refused = ref('')
  const before = shallowRef<Place[]>([])
  const after = shallowRef<Place[]>([])
  let place: Partial<Place> = { text: '' }
  let read: Place | null = null // the last one that could be read
  let sending = false
  let wanted = false // asked again when the answer on its way is there
  let timer: ReturnType<typeof setTimeout> | undefined
  let box = single<Kept>('fawnmoss.writing.new')
  let runs = 0

  const text = computed(() => view.value?.text ?? '')
  /** The text as it stands, read or not. */
  const raw = ref('')

  /** What is on the shelf, as the desk writes it; null when something was kept from before. */
  let shelved: string | null = null

  const keep = (): void => {
    const same = shelved !== null && shelved !== '' && raw.value === shelved && !waiting.value.length
    box.keep(same ? null : { place, start: start.value, instrument: instrument.value, waiting: waiting.value })
  }
  /** What is there now is on the shelf, or not wanted any more: nothing is kept of it. */
  function settle(): void {
    shelved = raw.value
    box.keep(null)
  }

  /** Takes up a tune: `name` is that of what this browser keeps of it. What was kept comes back; true when there was something. */
  async function open(name: string, tune: string, by: Instrument): Promise<boolean> {
    clearTimeout(timer)
    runs += 1
    box = single<Kept>(`fawnmoss.writing.${name}`)
    const found = box.read()
    view.value = null
    before.value = after.value = []
    waiting.value = found?.waiting ?? []
    start.value = { ...(found?.start ?? START) }
    instrument.value = found?.instrument ?? by
    place = found?.place ?? { text: tune }
    raw.value = place.text ?? ''
    read = null
    sending = wanted = false
    mistake.value = null
    shelved = null
    await send(true, false)
    if (!found) settle()
    return !!found && !!(found.place.text || found.waiting.length)
  }

  /** Where the desk stands, as the server takes it. A tune without notes begins as it was chosen; one with notes has its own pick-up. */
  function asked() {
    const { pickup, ...at } = place
    return { text: '', ...at, start: { ...start.value, pickup: pickup ?? start.value.pickup }, instrument: instrument.value }
  }

  /** Asks what the desk looks like after what waits; at first also when nothing does. */
  async function send(anyway = false, record = true): Promise<void> {
    if (sending) wanted ||= anyway
    if (sending || (!anyway && !waiting.value.length)) return
    sending = true
    wanted = false
    const run = runs
    const acts = waiting.value.slice(0, MOST)
    try {
      const found = await ask('post', '/api/writing', { body: { ...asked(), acts } })
      if (run !== runs) return
      waiting.value = found.refused ? [] : waiting.value.slice(acts.length)
      refused.value = found.refused ?? ''
      if (record && found.text !== (place.text ?? '')) {
        const own = { ...(place as Place) }
        before.value = [...before.value, own, ...found.steps.filter((step, at) => step.text !== (found.steps[at - 1] ?? own).text)] // a key at a time
        after.value = []
      }
      show(found)
      away.value = false
      mistake.value = null
    } catch (error) {
      if (run !== runs) return
      const trouble = error as Trouble
      away.value = trouble.passing
      if (away.value) timer = setTimeout(() => void send(anyway, record), AGAIN)
      else {
        mistake.value = trouble
        waiting.value = []
      }
    } finally {
      if (run === runs) {
        sending = false
        keep()
      }
    }
    if (run === runs && !away.value) await send(wanted)
  }

  function show(found: Writing): void {
    view.value = found
    raw.value = found.text
    place = read = { text: found.text, cursor: found.cursor, anchor: found.anchor, pen: found.pen, pickup: found.pickup }
  }

  /** Acts, as they are pressed. While the text cannot be read there is no staff to write on. */
  function press(...acts: Act[]): void {
    if (mistake.value) return
    waiting.value = [...waiting.value, ...acts]
    keep()
    void send()
  }

  /** Another text in the place of what is there; what it was can be had back. */
  async function replace(now: string): Promise<void> {
    await whenStill()
    if (now === raw.value) return
    const old = read
    place = { text: now, ...(old ? { pen: old.pen, pickup: old.pickup } : {}) }
    raw.value = now
    await send(true, false)
    if (!mistake.value && old && old.text !== read?.text) {
      before.value = [...before.value, old]
      after.value = []
    }
  }

  async function whenStill(): Promise<void> {
    while (sending) await new Promise((resolve) => setTimeout(resolve, 20))
  }

  async function back(from: typeof before, to: typeof before): Promise<void> {
    const last = from.value.at(-1)
    if (!last || sending || waiting.value.length) return
    from.value = from.value.slice(0, -1)
    to.value = [...to.value, { ...(place as Place) }]
    place = { ...last }
    await send(true, false)
  }
  const undo = () => back(before, after)
  const redo = () => back(after, before)

  /** Other choices for a tune without notes, or another instrument. */
  async function begin(changes: Partial<Start>): Promise<void> {
    start.value = { ...start.value, ...changes }
    if (changes.pickup !== undefined) delete place.pickup
    await send(true, false)
  }
  async function play(from: Instrument): Promise<void> {
    instrument.value = from
    await begin({ clef: null })
  }
  const schedule = () => ask('post', '/api/writing/play', { body: asked() })

  return { view, text, raw, start, instrument, waiting, away, mistake, refused, before, after, open, press, replace, undo, redo, begin, play, schedule, settle }
})
