import type { ShelfTune } from '../api/types'
import { plain } from './words'

export type Sorting = 'readiness' | 'title' | 'newest' | 'key' | 'length'
export interface Filter { text: string; level: string | null; meter: string | null; away: boolean; sorting: Sorting }

/** How near a tune or scale is, the nearest first. */
export const LEVELS = [
  { id: 'plays_now', title: 'Plays now' }, { id: 'teaches_one', title: 'Teaches one thing' }, { id: 'two_or_three', title: 'Two or three new things' },
  { id: 'later', title: 'Later' }, { id: 'out_of_reach', title: 'Out of reach on this instrument' },
]
export const levelWords = (id: string): string => LEVELS.find((level) => level.id === id)?.title.toLowerCase() ?? ''

/**
 * The shelf as asked for: every word typed begins one of the title, key, source or what the tune asks for, whatever its accents.
 * Readiness keeps the order in which the tunes came.
 */
export function shelved(tunes: ShelfTune[], filter: Filter): ShelfTune[] {
  const words = plain(filter.text).split(/\s+/).filter(Boolean)
  const found = tunes.filter((tune) => {
    const all = plain([tune.title, tune.key, tune.meter, tune.source, ...(tune.readiness?.unmet ?? []).map((one) => one.name)].join(' ')).split(/[^\p{L}\p{N}/#-]+/u)
    return tune.archived === filter.away && words.every((word) => all.some((one) => one.startsWith(word))) && (!filter.level || tune.readiness?.level === filter.level) && (!filter.meter || tune.meter === filter.meter)
  })
  const by: Record<Sorting, ((a: ShelfTune, b: ShelfTune) => number) | null> = {
    readiness: null, title: (a, b) => a.title.localeCompare(b.title), newest: (a, b) => b.id - a.id, key: (a, b) => a.key.localeCompare(b.key) || a.title.localeCompare(b.title), length: (a, b) => a.bars - b.bars,
  }
  const order = by[filter.sorting]
  return order ? [...found].sort(order) : found
}

/** Where in a text a line and column stand, both from 1; null without a line. */
export function offset(text: string, line: number | undefined, column: number | undefined): number | null {
  if (!line) return null
  const before = text.split('\n').slice(0, line - 1).reduce((sum, each) => sum + each.length + 1, 0)
  return Math.min(text.length, before + Math.max(0, (column ?? 1) - 1))
}
