import { computed, onUnmounted, ref } from 'vue'
import { ask, localDate, Trouble } from '../api/client'
import type { PractisedDay, Report } from '../api/types'
import { withReports } from '../geometry/work'
import { newKey } from '../geometry/words'
import { useOnline } from './useOnline'

/**
 * What the reader of a card ticks: kept in this browser at once, sent when the server can be reached, and sent again until
 * it has arrived; each report has a key of its own, so that it counts once.
 *   const { days, state, report } = useReports(token)
 */
export function useReports(token: string) {
  const box = `fawnmoss.card.${token.slice(0, 22)}.unsent`
  const known = ref<PractisedDay[]>([])
  const unsent = ref<Report[]>(JSON.parse(localStorage.getItem(box) ?? '[]') as Report[])
  const state = ref<'saved' | 'sending' | 'waiting' | 'closed'>('saved')
  const days = computed(() => withReports(known.value, unsent.value))
  let timer: ReturnType<typeof setTimeout> | undefined
  let batch = 200

  const keep = (): void => localStorage.setItem(box, JSON.stringify(unsent.value))

  function report(kind: Report['kind'], value: number, item?: number, day = localDate()): void {
    unsent.value = [...unsent.value, { key: newKey(), kind, day, value, ...(item === undefined ? {} : { item }) }]
    keep()
    void send()
  }

  async function send(): Promise<void> {
    clearTimeout(timer)
    if (!unsent.value.length || state.value === 'sending' || state.value === 'closed') return
    state.value = 'sending'
    const sending = unsent.value.slice(0, batch)
    try {
      const found = await ask<{ days: PractisedDay[] }>('POST', `/link/${token}/reports`, { reports: sending })
      known.value = found.days
      unsent.value = unsent.value.filter((one) => !sending.includes(one))
      keep()
      state.value = 'saved'
      if (unsent.value.length) await send()
    } catch (error) {
      const trouble = error as Trouble
      state.value = trouble.status === 404 ? 'closed' : 'waiting'
      if (trouble.status === 422) {
        // One that the card does not take, of a day long gone say, will never be taken: they are sent singly, and that one is left.
        if (sending.length === 1) unsent.value = unsent.value.filter((one) => one !== sending[0])
        batch = 1
        keep()
        state.value = 'saved'
        await send()
      } else if (state.value === 'waiting') timer = setTimeout(send, 15_000)
    }
  }

  useOnline(() => void send())
  onUnmounted(() => clearTimeout(timer))
  return { days, known, state, report }
}
