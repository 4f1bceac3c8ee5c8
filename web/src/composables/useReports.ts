import { computed, ref } from 'vue'
import { ask, localDate } from '../api/client'
import type { PractisedDay, Report } from '../api/types'
import { newKey } from '../geometry/words'
import { withReports } from '../geometry/work'
import { useOutbox } from './useOutbox'

/**
 * What the reader of a card ticks: kept in this browser at once, sent when the server can be reached, and sent again until
 * it has arrived; each report has a key of its own, so that it counts once.
 *   const { days, state, report } = useReports(token)
 */
export function useReports(token: string) {
  const known = ref<PractisedDay[]>([])
  const { unsent, state, add } = useOutbox<Report>(`fawnmoss.card.${token.slice(0, 22)}.unsent`, {
    batch: 200,
    pause: 15_000,
    async send(reports) {
      known.value = (await ask('post', '/api/link/{token}/reports', { params: { path: { token } }, body: { reports } })).days
    },
    // One that the card does not take, of a day long gone say, will never be taken; a card that is closed takes none.
    refused: (trouble) => (trouble.status === 404 ? 'close' : trouble.status === 422 ? 'drop' : 'wait'),
  })
  const days = computed(() => withReports(known.value, unsent.value))

  function report(kind: Report['kind'], value: number, item?: number, day = localDate()): void {
    add({ key: newKey(), kind, day, value, ...(item === undefined ? {} : { item }) })
  }
  return { days, known, state, report }
}
