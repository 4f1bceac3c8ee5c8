import { onUnmounted, ref } from 'vue'
import { ask, localDate, Trouble } from '../api/client'
import type { Mark, MarkInput } from '../api/types'
import { newKey } from '../geometry/words'
import { useOnline } from './useOnline'

type Kept = MarkInput & { key: string; made_on: string }

/** True for a mark that will never be taken: it is said, or let go, and the next one gets its turn. */
const hopeless = (trouble: Trouble): boolean => !trouble.passing && trouble.status !== 401 && trouble.status < 500

const BOX = /^fawnmoss\.marks\.(\d+)\.unsent$/

/** Sends marks that a lesson had to leave in this browser, whichever page is open now; what is still kept stays. */
export async function sendKept(): Promise<void> {
  for (const [box, pupil] of Object.keys(localStorage).flatMap((key) => (BOX.test(key) ? [[key, key.match(BOX)![1]!] as const] : []))) {
    const kept = JSON.parse(localStorage.getItem(box) ?? '[]') as Kept[]
    while (kept.length) {
      try {
        await ask('POST', `/pupils/${pupil}/marks`, kept[0])
      } catch (error) {
        if (!hopeless(error as Trouble)) return
      }
      kept.shift()
      localStorage.setItem(box, JSON.stringify(kept))
    }
  }
}

/**
 * Marks of one pupil that must not be lost: kept in this browser at once, sent in order when the server can be reached, each
 * with a key of its own, so that it counts once.
 *   const { marks, state, add } = useMarks(3)
 */
export function useMarks(pupil: number, known: Mark[] = []) {
  const box = `fawnmoss.marks.${pupil}.unsent`
  const sent = ref<Mark[]>(known)
  const unsent = ref<Kept[]>(JSON.parse(localStorage.getItem(box) ?? '[]') as Kept[])
  const state = ref<'saved' | 'sending' | 'waiting'>('saved')
  const problem = ref<Trouble | null>(null)
  let timer: ReturnType<typeof setTimeout> | undefined

  const keep = (): void => localStorage.setItem(box, JSON.stringify(unsent.value))

  function add(mark: MarkInput): void {
    unsent.value = [...unsent.value, { ...mark, made_on: mark.made_on ?? localDate(), key: newKey() }]
    keep()
    void send()
  }

  async function send(): Promise<void> {
    clearTimeout(timer)
    if (!unsent.value.length || state.value === 'sending') return
    state.value = 'sending'
    const first = unsent.value[0]!
    let next = true
    try {
      const answer = await ask<{ mark: Mark }>('POST', `/pupils/${pupil}/marks`, first)
      sent.value = [...sent.value, answer.mark]
      problem.value = null
    } catch (error) {
      const trouble = error as Trouble
      next = hopeless(trouble)
      if (next) problem.value = trouble // one that cannot be taken is said, not tried for ever
      else timer = setTimeout(send, 10_000)
    }
    state.value = next ? 'saved' : 'waiting'
    if (!next) return
    unsent.value = unsent.value.filter((mark) => mark.key !== first.key)
    keep()
    await send()
  }

  useOnline(() => void send())
  onUnmounted(() => clearTimeout(timer))
  return { sent, unsent, state, problem, add }
}
