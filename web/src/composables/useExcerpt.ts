import { computed, ref, watch, type Ref } from 'vue'
import { ask } from '../api/client'
import type { CardBody, ChartView, LessonItem, Scale, Work } from '../api/types'

type Excerpt = Pick<Scale, 'chart' | 'musicxml' | 'strings'> & { tempo: number | null }

/**
 * What an item of a lesson is played from: a scale in one of its keys, the chart's worst spots, or the whole tune. Without it the
 * words of the item still stand.
 *   const { excerpt, key } = useExcerpt(item, 3)
 */
export function useExcerpt(item: Ref<LessonItem | undefined>, pupil: number) {
  const excerpt = ref<Excerpt | null>(null)
  const chosen = ref('')
  const key = computed({
    get: () => chosen.value || (item.value?.line?.keys[0] ?? ''),
    set: (one) => {
      chosen.value = one
    },
  })
  let asked = 0

  async function ofScale(line: NonNullable<LessonItem['line']>): Promise<Excerpt> {
    const { kind, octaves, begins, to, rhythm, slur } = line
    const query = new URLSearchParams({
      pupil_id: String(pupil),
      key: key.value,
      octaves: String(octaves),
      begins,
      to,
      rhythm,
      slur,
      ...(kind ? { kind } : {}),
    })
    return { ...(await ask<Scale>('GET', `/scale?${query}`)), tempo: null }
  }
  async function ofTune(chart: number, kind: string): Promise<Excerpt | null> {
    const view = await ask<ChartView>('GET', `/charts/${chart}`)
    const bars = kind === 'spots' ? [...new Set(view.chart.spots.slice(0, 2).flatMap((spot) => spot.bars))].sort((a, b) => a - b) : []
    const body: CardBody = (await ask<Work>('POST', `/charts/${chart}/work`, { bars, minutes_per_day: 15 })).body
    return body.chart ? { chart: body.chart, musicxml: body.musicxml!, strings: body.strings!, tempo: view.tempo } : null
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
      try {
        const found = one.line ? await ofScale(one.line) : one.chart_id ? await ofTune(one.chart_id, one.kind) : null
        if (own === asked) excerpt.value = found
      } catch {
        if (own === asked) excerpt.value = null
      }
    },
    { immediate: true },
  )

  return { excerpt, key }
}
