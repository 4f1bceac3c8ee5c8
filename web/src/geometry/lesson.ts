import type { LessonItem, Mark, Plan, PlanItem } from '../api/types'

/** What the marks 0 to 3 mean, in as few words as fit on a button: of playing, and of posture and other habits. */
export const MEANINGS = {
  playing: ['not yet', 'with help', 'alone, slow', 'alone, at tempo, twice'],
  habit: ['not yet', 'needs reminding', 'with a word', 'by itself'],
} as const
export type MarkScale = keyof typeof MEANINGS

/** "0:07", "12:40"; seconds from 0. */
export const clockWords = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

/** How a lesson stands: minutes planned up to and with item `at`, and how many seconds over or before that it is. */
export function pace(items: { minutes: number }[], at: number, spent: number): { planned: number; over: number } {
  const planned = items.slice(0, at + 1).reduce((sum, item) => sum + item.minutes, 0) * 60
  return { planned, over: spent - planned }
}

/** Items named in an order first, in it; then the rest as they stand. */
export function inOrder<T extends { id: string }>(items: T[], order: string[]): T[] {
  const place = (one: T): number => (order.includes(one.id) ? order.indexOf(one.id) : order.length)
  return [...items].sort((one, other) => place(one) - place(other))
}

/** A mark as far as a lesson shows it. */
export type Given = Pick<Mark, 'skill' | 'tune_id' | 'value'> & { struck?: boolean }

/** The last mark that an item got in this lesson; null for none, or when it was taken back. */
export function markOf(item: { skill: string | null; tune: number | null }, marks: Given[]): number | null {
  const last = marks.filter((mark) => (item.skill && mark.skill === item.skill) || (item.tune && mark.tune_id === item.tune)).at(-1)
  return last && !last.struck ? last.value : null
}

/** Marks, newest first, with one more in its place; what it corrects is gone. */
export function recorded(marks: Mark[], mark: Mark): Mark[] {
  const rest = marks.filter((one) => one.id !== mark.corrects_id)
  const at = rest.findIndex((one) => one.made_on <= mark.made_on)
  return at < 0 ? [...rest, mark] : [...rest.slice(0, at), mark, ...rest.slice(at)]
}

/** One thing of an item that can be marked by itself. */
export interface Part {
  skill: string | null
  tune: number | null
  title: string
  words: string | null
  say?: string | null
  scale?: MarkScale
  checks: string[]
  caution: string | null
  faults: LessonItem['faults']
}

/** The small skills that share an item; an older page kept lessons without them. */
const also = (item: { also?: PlanItem['also'] }): PlanItem['also'] => item.also ?? []

/** An item as the things that it holds: itself, and the small skills that share it. */
export const partsOf = (item: LessonItem): Part[] => [item, ...also(item).map((one) => ({ ...one, tune: null }))]

/** "Balanced and loose, The instrument rests by itself". */
export const titleOf = (item: Pick<PlanItem, 'title' | 'also'>): string => [item, ...also(item)].map((one) => one.title).join(', ')

/** The marks that an item's things got in this lesson, those without one left out. */
export const marksOf = (item: LessonItem, marks: Given[]): number[] =>
  partsOf(item).map((part) => markOf(part, marks)).filter((value) => value !== null)

/** What the teacher wishes about a plan, as the page holds it. */
export interface Wishes {
  dropped: string[]
  order: string[]
  added: string[]
  minutes: Record<string, number>
  own: { id: string; title: string; words?: string }[]
}

export const noWishes = (): Wishes => ({ dropped: [], order: [], added: [], minutes: {}, own: [] })

/** The wishes of a plan as it came. */
export const wishesOf = (plan: Plan): Wishes => ({ ...noWishes(), ...(JSON.parse(JSON.stringify(plan.lesson?.wishes ?? {})) as Partial<Wishes>) })

/** Moves an item up or down: all items shown are named in their new order. */
export function moved(wishes: Wishes, items: PlanItem[], id: string, by: number): Wishes {
  const order = items.map((item) => item.id)
  const at = order.indexOf(id)
  if (at < 0 || at + by < 0 || at + by >= order.length) return wishes
  order.splice(at + by, 0, ...order.splice(at, 1))
  return { ...wishes, order }
}

/** Lets an item's minutes go where they fit. */
export const loosened = (wishes: Wishes, id: string): Wishes => ({
  ...wishes,
  minutes: Object.fromEntries(Object.entries(wishes.minutes).filter(([one]) => one !== id)),
})

/** Drops an item, or takes an own one away. */
export function dropped(wishes: Wishes, { id, skill }: Pick<PlanItem, 'id' | 'skill'>): Wishes {
  const minutes = loosened(wishes, id).minutes
  const own = wishes.own.filter((one) => one.id !== id)
  return {
    ...wishes,
    minutes,
    own,
    added: wishes.added.filter((one) => one !== skill),
    dropped: own.length === wishes.own.length ? [...new Set([...wishes.dropped, id])] : wishes.dropped,
  }
}

/** As the API takes them. */
export const wishesInput = (wishes: Wishes) => ({ ...wishes, minutes: Object.entries(wishes.minutes).map(([id, minutes]) => ({ id, minutes })) })
