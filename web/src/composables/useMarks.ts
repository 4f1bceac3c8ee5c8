import { ref } from 'vue'
import { ask, byId, localDate, type Trouble } from '../api/client'
import type { Mark, MarkInput } from '../api/types'
import { newKey } from '../geometry/words'
import { outbox } from './outbox'
import { useOutbox } from './useOutbox'
import { caught, single } from './kept'

type Kept = MarkInput & { key: string; made_on: string }

/** True for a mark that will never be taken: it is said, or let go, and the next one gets its turn. */
const hopeless = (trouble: Trouble): boolean => !trouble.passing && trouble.status !== 401 && trouble.status < 500

const nameOf = (pupil: number | string): string => `fawnmoss.marks.${pupil}.unsent`
const NAME = /^fawnmoss\.marks\.(\d+)\.unsent$/

/** Lets go of what is kept about a pupil who was erased. */
export const forgetMarks = (pupil: number | string): void => single(nameOf(pupil)).keep(null)

/** Sends marks that a lesson had to leave in this browser, whichever page is open now; what is still kept stays. */
export async function sendKept(): Promise<void> {
  for (const pupil of caught(NAME)) {
    const box = outbox<Kept>(nameOf(pupil))
    for (const mark of box.all()) {
      try {
        await ask('post', '/api/pupils/{id}/marks', { ...byId(Number(pupil)), body: mark })
      } catch (error) {
        if (!hopeless(error as Trouble)) return
      }
      box.drop([mark.key])
    }
  }
}

/**
 * Marks of one pupil that must not be lost: kept in this browser at once, sent in order when the server can be reached, each
 * with a key of its own, so that it counts once.
 *   const { marks, state, add } = useMarks(3)
 */
export function useMarks(pupil: number, known: Mark[] = []) {
  const sent = ref<Mark[]>(known)
  const problem = ref<Trouble | null>(null)
  const box = useOutbox<Kept>(nameOf(pupil), {
    batch: 1,
    pause: 10_000,
    async send([mark]) {
      if (!mark) return
      sent.value = [...sent.value, (await ask('post', '/api/pupils/{id}/marks', { ...byId(pupil), body: mark })).mark]
      problem.value = null
    },
    refused(trouble) {
      if (!hopeless(trouble)) return 'wait'
      problem.value = trouble // one that cannot be taken is said, not tried for ever
      return 'drop'
    },
  })
  const add = (mark: MarkInput): void => box.add({ ...mark, made_on: mark.made_on ?? localDate(), key: newKey() })
  return { sent, unsent: box.unsent, state: box.state, problem, add, settled: box.settled }
}
