import { ref } from 'vue'
import type { Trouble } from '../api/client'

/**
 * One thing a page does at a time: busy while it lasts, then a word that it is done, or what went wrong.
 *   const { busy, said, trouble, act, errors } = useAct()
 *   if (await act(() => ask('POST', '/holidays', body), 'Added.')) open.value = false
 */
export function useAct() {
  const busy = ref(false)
  const said = ref('')
  const trouble = ref<Trouble | null>(null)

  /** True when it was done. */
  async function act(work: () => Promise<unknown>, words = ''): Promise<boolean> {
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

  /** What is wrong with a field, '' when nothing is. */
  const errors = (...fields: string[]): string => (fields.includes(String(trouble.value?.where.field)) ? trouble.value!.text : '')

  return { busy, said, trouble, act, errors }
}
