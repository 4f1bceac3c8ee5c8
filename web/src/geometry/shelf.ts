import type { Shelf, ShelfTune } from '../api/types'

export type Sorting = 'readiness' | 'title' | 'newest' | 'key' | 'length'
export interface Filter {
  text: string
  level: string | null
  meter: string | null
  away: boolean
  sorting: Sorting
}

/** How near a tune or scale is, the nearest first. */
export const LEVELS = [
  { id: 'plays_now', title: 'Plays now' },
  { id: 'teaches_one', title: 'Teaches one thing' },
  { id: 'two_or_three', title: 'Two or three new things' },
  { id: 'later', title: 'Later' },
  { id: 'out_of_reach', title: 'Out of reach on this instrument' },
]
export const levelWords = (id: string): string => LEVELS.find((level) => level.id === id)?.title.toLowerCase() ?? ''

/** A page of the shelf as the API is asked for it. */
export function addressOf(filter: Filter, whom: Record<string, string>, from = 0, rows?: number): Record<string, string> {
  const said = {
    text: filter.text.trim(),
    level: filter.level,
    meter: filter.meter,
    away: filter.away ? 'yes' : null,
    sort: filter.sorting,
    from: from || null,
    rows: rows ? Math.min(rows, 200) : null,
  }
  return {
    ...whom,
    ...Object.fromEntries(
      Object.entries(said)
        .filter(([, value]) => value)
        .map(([name, value]) => [name, String(value)]),
    ),
  }
}

export interface Group {
  id: string
  title: string
  tunes: ShelfTune[]
  count: number
}

/** The rows of the shelf under their headings, each with how many there are of it, shown or not yet. */
export function grouped(shelf: Shelf, tunes: ShelfTune[], filter: Filter, pupil: boolean): Group[] {
  if (filter.sorting !== 'readiness') return tunes.length ? [{ id: 'all', title: 'Tunes', tunes, count: shelf.total }] : []
  const named = [
    ...LEVELS.map((level) => (!pupil && level.id === 'later' ? { ...level, title: 'By what they ask, least first' } : level)),
    { id: 'looking', title: 'Still being looked at' },
  ]
  return named
    .map((level) => ({ ...level, tunes: tunes.filter((tune) => (tune.readiness?.level ?? 'looking') === level.id), count: shelf.levels[level.id] ?? 0 }))
    .filter((group) => group.tunes.length)
}

/** Where in a text a line and column stand, both from 1; null without a line. */
export function offset(text: string, line: number | undefined, column: number | undefined): number | null {
  if (!line) return null
  const before = text
    .split('\n')
    .slice(0, line - 1)
    .reduce((sum, each) => sum + each.length + 1, 0)
  return Math.min(text.length, before + Math.max(0, (column ?? 1) - 1))
}
