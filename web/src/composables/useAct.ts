import { ref } from 'vue'
import type { Trouble } from '../api/client'

/**
 * One thing a page does at a time: busy while it lasts, then a word that it is done, or what went wrong. What is asked for meanwhile waits for
 * its turn, so that it builds on what the one before brought, and no answer comes late over a newer one.
 *   const { busy, said, trouble, act, errors } = useAct()
 *   if (await act(() => ask('post', '/api/holidays', { body }), 'Added.')) open.value = false
 */
export function useAct() {
  const busy = ref(false)
  const said = ref('')
  const trouble = ref<Trouble | null>(null)
  let last: Promise<unknown> | null = null

  async function run(work: () => Promise<unknown>, words: string): Promise<boolean> {
    busy.value = true
    trouble.value = null
    try {
      await work()
      said.value = words
      return true
    } catch (error) {
      trouble.value = error as Trouble
      return false
    } finally {
      busy.value = false
    }
  }

  /** True when it was done. */
  function act(work: () => Promise<unknown>, words = ''): Promise<boolean> {
    const mine = last ? last.then(() => run(work, words)) : run(work, words)
    last = mine
    void mine.then(() => last === mine && (last = null))
    return mine
  }

  /** What is wrong with a field, '' when nothing is. */
  const errors = (...fields: string[]): string => (fields.includes(String(trouble.value?.where.field)) ? trouble.value!.text : '')

  return { busy, said, trouble, act, errors }
}
