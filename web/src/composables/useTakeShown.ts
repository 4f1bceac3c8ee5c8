import { onUnmounted, ref } from 'vue'
import type { Trouble } from '../api/client'
import type { TakePlace } from '../api/takes'
import type { Take } from '../api/types'

const PAUSE = 900 // ms between two questions; the server takes one who has not asked for ten seconds for gone

/** A recording as it is, asked about again while it waits or is listened to. */
export function useTakeShown(place: TakePlace) {
  const take = ref<Take | null>(null)
  const problem = ref<Trouble | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined
  let asked = 0

  async function show(id: number): Promise<void> {
    const own = ++asked
    clearTimeout(timer)
    try {
      const found = await place.show(id)
      if (own !== asked) return
      take.value = found
      problem.value = null
      if (found.state === 'waiting' || found.state === 'listening') timer = setTimeout(() => void show(id), PAUSE)
    } catch (error) {
      if (own !== asked) return
      problem.value = error as Trouble
      if ((error as Trouble).passing) timer = setTimeout(() => void show(id), PAUSE * 3)
    }
  }
  function leave(): void {
    asked += 1
    clearTimeout(timer)
    take.value = null
    problem.value = null
  }
  onUnmounted(leave)
  return { take, problem, show, leave }
}
