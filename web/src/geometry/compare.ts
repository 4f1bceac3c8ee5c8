import type { ChartNote } from '../api/types'
import { barWords } from './spots'

export interface Difference { id: string; bar: number; what: ('fingering' | 'bowing')[] }

/** The notes of two charts of one tune that are not played alike. */
export function differing(a: ChartNote[], b: ChartNote[]): Difference[] {
  const others = new Map(b.map((note) => [note.id, note]))
  return a.flatMap((note) => {
    const other = others.get(note.id)
    if (!other) return []
    const what: Difference['what'] = []
    if (note.string !== other.string || note.finger !== other.finger || note.position !== other.position) what.push('fingering')
    if (note.direction !== other.direction || (note.join === 'slur') !== (other.join === 'slur')) what.push('bowing')
    return what.length ? [{ id: note.id, bar: note.bar, what }] : []
  })
}

/** "4 notes differ: fingering in bars 3 and 5, bowing in bar 7." */
export function summary(found: Difference[]): string {
  if (!found.length) return 'Both are played alike.'
  const words = (['fingering', 'bowing'] as const).flatMap((what) => {
    const bars = [...new Set(found.filter((one) => one.what.includes(what)).map((one) => one.bar))]
    if (!bars.length) return []
    const shown = bars.length > 2 ? `bars ${bars.slice(0, 8).join(', ')}${bars.length > 8 ? ` and ${bars.length - 8} more` : ''}` : barWords(bars)
    return [`${what} in ${shown}`]
  })
  return `${found.length} ${found.length === 1 ? 'note differs' : 'notes differ'}: ${words.join('; ')}.`
}
