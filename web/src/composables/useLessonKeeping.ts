import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, ref, watch, type Ref } from 'vue'
import { ask, byId, localDate, type Trouble } from '../api/client'
import type { Lesson } from '../api/types'
import { inOrder } from '../geometry/lesson'
import { newKey } from '../geometry/words'
import { single } from './kept'
import { sheetsOf } from './useExcerpt'

interface Kept { at: number; seconds: Record<string, number>; note: string; carried: string[]; order?: string[]; key?: string }
const SAVE = 20 // seconds of lesson between two savings of the clock
const GAP = 5 // seconds: longer between two beats is a closed lid, not lesson time

/**
 * What a running lesson keeps: its place, its clock, its note, its order, and what is wanted next time. In this browser at once, at the server
 * soon, and again when it can be reached.
 *   const { at, seconds, note, running, save, state } = useLessonKeeping(lesson)
 */
export function useLessonKeeping(lesson: Ref<Lesson>) {
  const opened = lesson.value
  const box = single<Kept>(`fawnmoss.lesson.${opened.id}`)
  const planBox = single<Lesson>(`fawnmoss.lesson.${opened.id}.plan`)
  const kept = box.read()
  const at = ref(Math.min(kept?.at ?? opened.clock.at, Math.max(0, opened.items.length - 1)))
  const seconds = ref<Record<string, number>>({ ...opened.clock.seconds })
  for (const [one, count] of Object.entries(kept?.seconds ?? {})) seconds.value[one] = Math.max(count, seconds.value[one] ?? 0)
  const carried = ref<string[]>(kept?.carried ?? opened.clock.carried ?? [])
  const note = ref(kept?.note ?? opened.note)
  /** One end of the lesson, however often it is sent. */
  const key = kept?.key ?? newKey()
  /** A lesson that is amended, or of another day, takes no time by itself. */
  const running = ref(opened.held_on === localDate() && !opened.clock.reached.length)
  const away = ref(false)
  const problem = ref<Trouble | null>(null)
  let order = kept?.order
  if (order) lesson.value = { ...opened, items: inOrder(opened.items, order) }
  let last = Date.now()
  let unkept = 0

  const item = computed(() => lesson.value.items[at.value])
  const spent = computed(() => Object.values(seconds.value).reduce((sum, one) => sum + one, 0))
  const own = computed(() => (item.value ? (seconds.value[item.value.id] ?? 0) : 0))

  const keep = (): void => box.keep({ at: at.value, seconds: seconds.value, note: note.value, carried: carried.value, key, ...(order ? { order } : {}) })
  function forget(): void {
    box.keep(null)
    planBox.keep(null)
    single(sheetsOf(opened.id)).keep(null)
  }
  const state = () => ({
    note: note.value,
    clock: { at: at.value, seconds: Object.entries(seconds.value).map(([id, count]) => ({ id, seconds: Math.round(count) })) },
    ...(order ? { order } : {}),
  })
  async function save(): Promise<void> {
    keep()
    unkept = 0
    try {
      await ask('put', '/api/lessons/{id}', { ...byId(opened.id), body: state() })
      away.value = false
    } catch (error) {
      away.value = true
      if (!(error as Trouble).passing) problem.value = error as Trouble
    }
  }
  /** The lesson as it was changed at the server, or here; what is in hand stays in hand. */
  function take(changed: Lesson): void {
    const inHand = item.value?.id
    lesson.value = changed
    planBox.keep(changed)
    at.value = Math.max(0, changed.items.findIndex((one) => one.id === inHand))
    if (order) order = changed.items.map((one) => one.id)
    keep()
  }
  /** Another order, kept here first. */
  function move(from: number, to: number): void {
    if (to < 0 || to >= lesson.value.items.length) return
    const items = [...lesson.value.items]
    items.splice(to, 0, ...items.splice(from, 1))
    order = items.map((one) => one.id)
    take({ ...lesson.value, items })
    void save()
  }
  function beat(): void {
    const gone = Math.min(GAP, (Date.now() - last) / 1000)
    last = Date.now()
    if (!running.value || !item.value || document.hidden) return
    seconds.value = { ...seconds.value, [item.value.id]: own.value + gone }
    unkept += gone
    keep()
    if (unkept >= SAVE) void save()
  }
  watch(note, keep)
  useIntervalFn(beat, 1000)
  useEventListener(document, 'visibilitychange', () => void (document.hidden && save()))

  return { at, item, seconds, spent, own, carried, note, key, running, away, problem, keep, forget, state, save, take, move }
}
