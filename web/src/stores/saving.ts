import type { Trouble } from '../api/client'
import type { ChartOptions, ChartView, Pin } from '../api/types'

/** What a save sends and undo brings back. */
export interface Marks {
  options: ChartOptions
  pins: Pin[]
}
export interface History {
  before: Marks[]
  after: Marks[]
}
/** Marks on their way, and the undo and redo there were before them: what a refusal goes back to. */
export interface Wish {
  marks: Marks
  back: History
}

/**
 * Where the desk stands with what the teacher wants.
 * saved: nothing is on its way. saving: one wish is, and perhaps a newer one waits for it. waiting: the server is away. stale: another
 * window was first, and the teacher is asked.
 */
export type Saving =
  { tag: 'saved' } | { tag: 'saving'; sending: Wish; next: Wish | null } | { tag: 'waiting'; wish: Wish } | { tag: 'stale'; wish: Wish; other: ChartView }

export interface Desk {
  saving: Saving
  history: History
  refused: Trouble | null
}

export type Happening =
  | { kind: 'wished'; marks: Marks; history: History }
  | { kind: 'accepted' }
  | { kind: 'refused'; trouble: Trouble }
  | { kind: 'away' }
  | { kind: 'stale'; other: ChartView }
  | { kind: 'again' } // it is time to try once more
  | { kind: 'mine' } // over the other window's
  | { kind: 'theirs' }

export const NOTHING: History = { before: [], after: [] }
export const FRESH: Desk = { saving: { tag: 'saved' }, history: NOTHING, refused: null }

export const same = (a: Marks, b: Marks): boolean => JSON.stringify(a) === JSON.stringify(b)
const without = (history: History, gone: Marks): History => ({
  before: history.before.filter((one) => !same(one, gone)),
  after: history.after.filter((one) => !same(one, gone)),
})

/** The newest marks that are not saved yet; null when all are. */
export function wanted(saving: Saving): Marks | null {
  if (saving.tag === 'saved') return null
  return saving.tag === 'saving' ? (saving.next ?? saving.sending).marks : saving.wish.marks
}

/** What is on its way now; whoever sends it sends again when this becomes another. */
export const onItsWay = (saving: Saving): Wish | null => (saving.tag === 'saving' ? saving.sending : null)

/**
 * What becomes of the desk when something happens. Every answer ends in a state that goes on by itself or asks the teacher: there is
 * none in which a wish is neither saved, on its way, nor kept.
 *   next(FRESH, { kind: 'wished', marks, history }).saving.tag // 'saving'
 */
export function next(desk: Desk, happening: Happening): Desk {
  const { saving } = desk
  switch (happening.kind) {
    case 'wished': {
      const wish = { marks: happening.marks, back: desk.history }
      return { saving: wishing(saving, wish), history: happening.history, refused: null }
    }
    case 'accepted':
      if (saving.tag !== 'saving') return desk
      return { ...desk, saving: saving.next ? { tag: 'saving', sending: saving.next, next: null } : { tag: 'saved' } }
    case 'refused':
      if (saving.tag !== 'saving') return desk
      return refusal(desk, saving, happening.trouble)
    case 'away':
      return saving.tag === 'saving' ? { ...desk, saving: { tag: 'waiting', wish: newest(saving) } } : desk
    case 'stale':
      return saving.tag === 'saving' ? { ...desk, saving: { tag: 'stale', wish: newest(saving), other: happening.other } } : desk
    case 'again':
      return saving.tag === 'waiting' ? { ...desk, saving: { tag: 'saving', sending: saving.wish, next: null } } : desk
    case 'mine':
      return saving.tag === 'stale' ? { ...desk, saving: { tag: 'saving', sending: saving.wish, next: null } } : desk
    case 'theirs':
      return saving.tag === 'stale' ? { ...desk, saving: { tag: 'saved' }, history: NOTHING } : desk
  }
}

/** A newer wish takes the place of one that has not been sent, and goes back to where that one would. */
function wishing(saving: Saving, wish: Wish): Saving {
  switch (saving.tag) {
    case 'saved':
      return { tag: 'saving', sending: wish, next: null }
    case 'saving':
      return { ...saving, next: { marks: wish.marks, back: (saving.next ?? wish).back } }
    case 'waiting':
      return { tag: 'saving', sending: { marks: wish.marks, back: saving.wish.back }, next: null }
    case 'stale':
      return { ...saving, wish: { marks: wish.marks, back: saving.wish.back } }
  }
}

function newest(saving: Extract<Saving, { tag: 'saving' }>): Wish {
  return saving.next ? { marks: saving.next.marks, back: saving.sending.back } : saving.sending
}

/** The chart stays as it was, and so do undo and redo; a newer wish is still tried, for it may have mended what was wrong. */
function refusal(desk: Desk, saving: Extract<Saving, { tag: 'saving' }>, trouble: Trouble): Desk {
  if (!saving.next) return { saving: { tag: 'saved' }, history: saving.sending.back, refused: trouble }
  const sending = { marks: saving.next.marks, back: saving.sending.back }
  return { saving: { tag: 'saving', sending, next: null }, history: without(desk.history, saving.sending.marks), refused: trouble }
}
