import { computed, ref, watch, type Ref } from 'vue'
import { ask, byId } from '../api/client'
import { single } from './kept'
import type { CardBody, LessonItem, Play, Scale } from '../api/types'
import type { Beats } from '../geometry/play'

/** The name under which a browser keeps what a lesson is played from. */
export const sheetsOf = (lesson: number): string => `fawnmoss.lesson.${lesson}.sheets`

/** play: what it is counted in by; what was kept long ago has none. */
type Excerpt = Pick<Scale, 'chart' | 'musicxml' | 'strings'> & { tempo: number | null; play?: Beats | null }

/** A scale of a lesson as it is asked for, in one of its keys. */
export function scaleOf({ kind, octaves, begins, to, rhythm, slur }: NonNullable<LessonItem['line']>, key: string) {
  return { key, octaves, begins, to, rhythm, slur, ...(kind ? { kind } : {}) }
}
const beats = ({ bar, beat, first, bars, clicks }: Play): Beats => ({ bar, beat, first, bars, clicks })

/**
 * What an item of a lesson is played from: a scale in one of its keys, the chart's worst spots, or the whole tune. What was seen, and all
 * that putBy fetches ahead, is kept in this browser for when the server cannot be reached; without it the words of the item still stand.
 *   const { excerpt, key, putBy } = useExcerpt(item, 3, 12)
 */
export function useExcerpt(item: Ref<LessonItem | undefined>, pupil: number, lesson: number) {
  const box = single<Record<string, Excerpt>>(sheetsOf(lesson))
  const excerpt = ref<Excerpt | null>(null)
  const chosen = ref('')
  const key = computed({
    get: () => chosen.value || (item.value?.line?.keys[0] ?? ''),
    set: (one) => {
      chosen.value = one
    },
  })
  let asked = 0

  async function ofScale(line: NonNullable<LessonItem['line']>, inKey: string): Promise<Excerpt> {
    const { play, ...found } = await ask('get', '/api/scale', { params: { query: { pupil_id: pupil, ...scaleOf(line, inKey) } } })
    return { ...found, tempo: null, play: play && beats(play) }
  }
  async function ofTune(chart: number, kind: string): Promise<Excerpt | null> {
    const view = await ask('get', '/api/charts/{id}', byId(chart))
    const bars = kind === 'spots' ? [...new Set(view.chart.spots.slice(0, 2).flatMap((spot) => spot.bars))].sort((a, b) => a - b) : []
    const body: CardBody = (await ask('post', '/api/charts/{id}/work', { ...byId(chart), body: { bars, minutes_per_day: 15 } })).body
    const { chart: notes, musicxml, strings, play } = body
    return notes ? { chart: notes, musicxml: musicxml!, strings: strings!, tempo: view.tempo, play: play && beats(play) } : null
  }
  /** From the server, and kept; else as it was kept. */
  async function fetched(one: LessonItem, inKey: string): Promise<Excerpt | null> {
    const name = `${one.id} ${inKey}`
    try {
      const found = one.line ? await ofScale(one.line, inKey) : one.chart_id ? await ofTune(one.chart_id, one.kind) : null
      if (found) box.keep({ ...box.read(), [name]: found })
      return found
    } catch {
      return box.read()?.[name] ?? null
    }
  }
  /** Fetches what the items of a lesson are played from, one after the other, so that it is here when the connection is not. */
  async function putBy(items: LessonItem[]): Promise<void> {
    for (const one of items) {
      const inKey = one.line?.keys[0] ?? ''
      if ((one.line || one.chart_id) && !box.read()?.[`${one.id} ${inKey}`]) await fetched(one, inKey)
    }
  }
  // Before anything is asked, so that an item and its first key are one change.
  watch(
    () => item.value?.id,
    () => {
      excerpt.value = null
      chosen.value = ''
    },
    { flush: 'sync' },
  )
  watch(
    [() => item.value?.id, key],
    async () => {
      const own = ++asked
      const one = item.value
      if (!one) return
      const found = await fetched(one, key.value)
      if (own === asked) excerpt.value = found
    },
    { immediate: true },
  )

  return { excerpt, key, putBy }
}
