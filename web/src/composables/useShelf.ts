import { computed, onUnmounted, reactive, ref, watch, type Ref } from 'vue'
import { ask, Trouble } from '../api/client'
import type { Shelf, ShelfTune } from '../api/types'
import { addressOf, type Filter } from '../geometry/shelf'

const TYPING = 220 // ms without a key before the words are looked for
const LOOKS = [400, 800, 1500] // ms until the shelf is asked again while tunes are still being looked at

/**
 * The shelf as the server finds and sorts it, a page at a time; asked again while some of it is still being looked at.
 *   const { filter, tunes, shelf, problem, load, more } = useShelf(computed(() => pupils.query))
 */
export function useShelf(whom: Ref<Record<string, string>>) {
  const filter = reactive<Filter>({ text: '', level: null, meter: null, away: false, sorting: 'readiness' })
  const shelf = ref<Shelf | null>(null)
  const tunes = ref<ShelfTune[]>([])
  const problem = ref<Trouble | null>(null)
  const left = computed(() => Math.max(0, (shelf.value?.total ?? 0) - tunes.value.length))
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0
  let looks = 0

  /** Asks for rows from a place on; an answer that comes after a newer question is not shown. */
  async function fetch(from: number, rows?: number): Promise<void> {
    clearTimeout(timer)
    const mine = ++asked
    try {
      const found = await ask('get', '/api/tunes', { params: { query: addressOf(filter, whom.value, from, rows) } })
      if (mine !== asked) return
      problem.value = null
      shelf.value = found
      tunes.value = from ? [...tunes.value, ...found.tunes] : found.tunes
      looks = found.looking ? looks + 1 : 0
      if (found.looking) timer = setTimeout(() => void fetch(0, Math.max(tunes.value.length, 60)), LOOKS[Math.min(looks, LOOKS.length) - 1])
    } catch (error) {
      if (mine === asked) problem.value = error as Trouble
    }
  }

  const load = (): Promise<void> => fetch(0)
  const more = (): Promise<void> => fetch(tunes.value.length)

  watch(() => filter.text, () => {
    clearTimeout(timer)
    timer = setTimeout(() => void load(), TYPING)
  })
  watch([() => filter.level, () => filter.meter, () => filter.away, () => filter.sorting], () => void load())
  onUnmounted(() => {
    clearTimeout(timer)
    asked = -1
  })
  return { filter, shelf, tunes, problem, left, load, more }
}
