import type { PartView, Play, ScoreView } from '../api/types'

/** On which side of the tune a second voice lies, and how it moves. */
export const SIDES = [{ value: 'below', title: 'below' }, { value: 'above', title: 'above' }]
export const PACES = [{ value: 'tune', title: 'as the tune' }, { value: 'beats', title: 'a note a beat' }, { value: 'strong', title: 'strong beats' }]

/** A chord with where it stands in a system. */
export interface ChordSign { index: number; x: number; text: string; by: string | null }

/** "p1-n4" in its two halves: the part, counted from 0, and the note; null for what is no note of a score. */
export function noteOf(id: string): { part: number; note: string } | null {
  const found = /^p(\d+)-(n\d+)$/.exec(id)
  return found ? { part: Number(found[1]), note: found[2]! } : null
}

/**
 * Where a moment stands in a system: on the note that begins then, else between its neighbours as far as time has gone. known: [quarters, x] of notes and bar
 * lines of the system, in order. null where it lies outside.
 */
export function xAt(known: [number, number][], at: number): number | null {
  const next = known.findIndex(([time]) => time >= at - 1e-6)
  if (next < 0) return null
  const [time, x] = known[next]!
  if (Math.abs(time - at) < 1e-6) return x
  if (next === 0) return null
  const [before, left] = known[next - 1]!
  return left + ((x - left) * (at - before)) / (time - before)
}

/** Chords of a system at their places; the same chord again, nothing set or printed, is not written anew inside a system. */
export function signs(chords: PartView['chords'], known: [number, number][], from: number, to: number): ChordSign[] {
  const found: ChordSign[] = []
  let last: string | null = null
  chords.forEach((chord, index) => {
    if (chord.at < from - 1e-6 || chord.at >= to - 1e-6) return
    const x = xAt(known, chord.at)
    if (x !== null && chord.chord && (chord.chord !== last || chord.by === 'set')) found.push({ index, x, text: chord.chord, by: chord.by })
    last = chord.chord
  })
  return found
}

/** The voices of a round, each the tune once, entering after so many bars; all of them last until the last one ends. */
export function inRound(play: Play, bars: number, voices: number): Play[] {
  const shift = bars * play.bar
  return Array.from({ length: voices }, (_, voice) => ({
    ...play,
    length: play.length + shift * (voices - 1),
    second: null,
    notes: play.notes.map((note) => ({ ...note, at: note.at + shift * voice })),
  }))
}

/** Time at which a bar of the score begins and ends, by its place among the bars. */
export const spanOf = (score: ScoreView, bars: number[]): [number, number] => {
  const own = bars.map((bar) => score.bars[bar]!)
  const last = own.at(-1)!
  return [own[0]![1]!, last[1]! + last[2]!]
}

/** A written pitch as a step of the staff; a rest lies under all of them. */
export const height = (name: string): number => (name === 'rest' ? -1 : Number(/-?\d+$/.exec(name)![0]) * 7 + 'CDEFGAB'.indexOf(name[0]!))

/** Other notes for one of a part, from high to low, with what they cost in words. */
export function otherNotes(note: PartView['notes'][number]): { name: string; words: string }[] {
  return [...note.others].sort((one, other) => height(other.written) - height(one.written))
    .map(({ written, price }) => ({ name: written, words: priceWords(price) }))
}

/** What a change costs, in a word: the points are for comparing only. */
export function priceWords(points: number): string {
  if (points < 0) return 'better'
  if (points === 0) return 'as good'
  if (points < 15) return 'nearly as good'
  if (points < 45) return 'less good'
  return points < 1000 ? 'rough' : 'against the rules'
}
