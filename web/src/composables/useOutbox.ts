import { onUnmounted, ref, type Ref } from 'vue'
import type { Trouble } from '../api/client'
import { outbox } from './outbox'
import { useOnline } from './useOnline'

export type OutboxState = 'saved' | 'sending' | 'waiting' | 'closed'

/**
 * Sends what an outbox keeps, some at a time and in order, when the server can be reached; tried again until it has arrived.
 * send: of some of them. refused: what to do with trouble: 'wait' for a while, 'drop' what was sent, 'close' the outbox.
 *   const { unsent, state, add } = useOutbox<Kept>('fawnmoss.marks.3.unsent', { batch: 1, pause: 10_000, send, refused })
 */
export function useOutbox<T extends { key: string }>(
  name: string,
  way: { batch: number; pause: number; send: (some: T[]) => Promise<void>; refused: (trouble: Trouble, some: T[]) => 'wait' | 'drop' | 'close' },
) {
  const box = outbox<T>(name)
  const unsent = ref(box.all()) as Ref<T[]>
  const state = ref<OutboxState>('saved')
  let batch = way.batch
  let timer: ReturnType<typeof setTimeout> | undefined

  function add(one: T): void {
    box.put(one)
    unsent.value = box.all()
    void send()
  }

  function done(some: T[]): void {
    box.drop(some.map((one) => one.key))
    unsent.value = box.all()
  }

  /** Resolves when what was being sent last has arrived or waits. */
  let sending = Promise.resolve()

  function send(): Promise<void> {
    clearTimeout(timer)
    if (state.value !== 'sending' && state.value !== 'closed') sending = sendAll()
    return sending
  }

  async function sendAll(): Promise<void> {
    while ((unsent.value = box.all()).length) {
      const some = unsent.value.slice(0, batch)
      state.value = 'sending'
      try {
        await way.send(some)
        done(some)
      } catch (error) {
        const verdict = way.refused(error as Trouble, some)
        if (verdict === 'close') return void (state.value = 'closed')
        if (verdict === 'wait') {
          timer = setTimeout(() => void send(), way.pause)
          return void (state.value = 'waiting')
        }
        // Several together: singly, so that only the one that is not taken is left out.
        if (some.length > 1) batch = 1
        else done(some)
      }
    }
    state.value = 'saved'
  }

  useOnline(() => void send())
  onUnmounted(() => clearTimeout(timer))
  /** Tries at once what is still kept. True when nothing is left. */
  async function settled(): Promise<boolean> {
    if (unsent.value.length) await send()
    return !unsent.value.length
  }
  return { unsent, state, add, settled }
}
