import { ref, type Ref } from 'vue'
import type { Trouble } from '../api/client'

/**
 * What a page shows once it has been fetched, what went wrong instead, and a way to try again.
 *   const { data: day, problem, load } = useLoad(() => ask('get', '/api/today'))
 */
export function useLoad<T>(fetcher: () => Promise<T>): { data: Ref<T | null>; problem: Ref<Trouble | null>; load: () => Promise<void> } {
  const data = ref(null) as Ref<T | null>
  const problem = ref<Trouble | null>(null)

  async function load(): Promise<void> {
    problem.value = null
    try {
      data.value = await fetcher()
    } catch (error) {
      problem.value = error as Trouble
    }
  }
  return { data, problem, load }
}
