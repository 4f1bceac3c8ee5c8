import { ref, watch } from 'vue'
import { ask } from '../api/client'

/**
 * Tunes of the shelf to choose from, found by the words that are typed. rows: at most; held: ids that stay in the list whatever is typed.
 *   const { words, tunes, look } = useShelfTunes()
 */
export function useShelfTunes(rows = 20, held: () => number[] = () => []) {
  const words = ref('')
  const tunes = ref<{ value: number; title: string }[]>([])
  let asked = 0

  async function look(): Promise<void> {
    const mine = ++asked
    const shelf = await ask('get', '/api/tunes', { params: { query: { sort: 'title', rows, text: words.value ?? '' } } }).catch(() => null)
    if (!shelf || mine !== asked) return
    const staying = tunes.value.filter((one) => held().includes(one.value))
    const found = shelf.tunes.map((one) => ({ value: one.id, title: one.title }))
    tunes.value = [...staying, ...found.filter((one) => !staying.some((other) => other.value === one.value))]
  }
  watch(words, () => void look())

  return { words, tunes, look }
}
