import type { ChartNote, Pin } from '../api/types'

/** What the teacher asks for on one note; null frees it. */
export type Choice =
  | { place: { string: string; finger: number; position: string | null } | null }
  | { finger: number }
  | { string: string }
  | { direction: 'down' | 'up' | null }
  | { join: 'slur' | 'change' | 'hook' | 'lift' }
  | 'toggle'

const empty = (pin: Pin): boolean => [pin.string, pin.finger, pin.position, pin.direction, pin.join].every((value) => value === null || value === undefined)

/**
 * The pins with one note's changed; a note with nothing fixed has none. The same join again frees it.
 *   turned([], note, { finger: 4 }) // => [{ note: 'n5', string: null, finger: 4, position: null, direction: null }]
 */
export function turned(pins: Pin[], note: ChartNote, choice: Choice): Pin[] {
  const old: Pin = pins.find((pin) => pin.note === note.id) ?? { note: note.id, string: null, finger: null, position: null, direction: null }
  const next = { ...old, ...changed(old, note, choice) }
  const others = pins.filter((pin) => pin.note !== note.id)
  return empty(next) ? others : [...others, next]
}

function changed(old: Pin, note: ChartNote, choice: Choice): Partial<Pin> {
  if (choice === 'toggle')
    return empty(old)
      ? { string: note.string, finger: note.finger, position: note.position }
      : { string: null, finger: null, position: null, direction: null, join: null }
  if ('direction' in choice) return { direction: choice.direction }
  if ('join' in choice) return { join: old.join === choice.join ? null : choice.join }
  if ('finger' in choice) return { finger: choice.finger, string: null, position: null }
  if ('string' in choice) return { string: choice.string, finger: null, position: null }
  return choice.place ?? { string: null, finger: null, position: null }
}

/** The place before or after the note's own among all its places, own first, then by price; null when there is no other. */
export function neighbour(note: ChartNote, by: 1 | -1): { string: string; finger: number; position: string | null } | null {
  const all = [
    { string: note.string, finger: note.finger, position: note.position },
    ...note.alternatives.map(({ string, finger, position }) => ({ string, finger, position })),
  ]
  if (all.length < 2) return null
  const ordered = [...all].sort((a, b) => b.string.localeCompare(a.string) || b.finger - a.finger)
  const at = ordered.findIndex((one) => one.string === note.string && one.finger === note.finger && one.position === note.position)
  return ordered[(at + by + ordered.length) % ordered.length] ?? null
}
