import type { ChartNote } from '../api/types'

/** Where things stand in one engraved system, in CSS pixels from its left edge. */
export interface SystemLayout {
  width: number
  /** x of the note heads by note id, tied notes too */
  notes: Map<string, number>
  /** x of rests and bar lines: a stroke or a held finger ends before them */
  rests: number[]
  bars: number[]
  /** from where to where each bar runs, by its printed number */
  spans: { bar: number; x1: number; x2: number }[]
}

export interface Placed {
  index: number
  note: ChartNote
  x: number
  end: number
}

/** Where in the chart each note stands, by its id. */
export const indexed = (notes: ChartNote[]): Map<string, number> => new Map(notes.map((note, index) => [note.id, index]))

/**
 * The chart's notes in a system, each with where its sound ends: the next note or rest, or the system's edge. Only the notes
 * of the system are looked at. index: of indexed(notes).
 */
export function placed(notes: ChartNote[], layout: SystemLayout, index = indexed(notes)): Placed[] {
  const here = [...layout.notes]
    .flatMap(([id, x]) => {
      const at = index.get(id)
      return at === undefined ? [] : [{ note: notes[at]!, index: at, x }]
    })
    .sort((a, b) => a.index - b.index)
  const edge = layout.bars.length ? Math.max(...layout.bars) : layout.width
  return here.map(({ note, index, x }, at) => {
    const next = here.slice(at + 1).find((other) => other.x > x + 1) // notes of a double stop share their x
    const stops = [next?.x ?? edge, ...layout.rests.filter((rest) => rest > x + 1)]
    return { index, note, x, end: Math.max(x + 4, Math.min(...stops)) }
  })
}

/** True when the note sounds together with the one before it: the upper note of a double stop. */
export const together = (notes: Placed[], at: number): boolean => {
  const [one, before] = [notes[at]!.note, notes[at - 1]?.note]
  return before !== undefined && before.bar === one.bar && before.beat === one.beat
}

/**
 * Rows for labels under a line so that none touch: for each label its row, or null where no row has room.
 *   rows([{ x: 0, width: 30 }, { x: 20, width: 30 }, { x: 25, width: 30 }], 2) // => [0, 1, null]
 */
export function rows(labels: { x: number; width: number }[], count: number, gap = 6): (number | null)[] {
  const ends = Array<number>(count).fill(-Infinity)
  return labels.map(({ x, width }) => {
    const row = ends.findIndex((end) => x >= end + gap)
    if (row < 0) return null
    ends[row] = x + width
    return row
  })
}

/** Rough width of a text in the small label type, in pixels. */
export const textWidth = (text: string, size = 11.5): number => text.length * size * 0.47

/** The note nearest to an x, or null: half notes are hollow, so clicks are taken by nearness. */
export function nearest(notes: Placed[], x: number): Placed | null {
  return notes.reduce<Placed | null>((best, one) => (!best || Math.abs(one.x - x) < Math.abs(best.x - x) ? one : best), null)
}

/** How much smaller a page must be printed to fit on one side: 1 when it fits, also when it is so long that two sides are better. */
export const fitted = (height: number, room: number): number => (height <= room || height > room * 1.45 ? 1 : Math.floor((room / height) * 1000) / 1000)

/** Height on the bow line: frog (0) at the top, tip (1) at the bottom. */
export const bowY = (place: number, top: number, height: number): number => top + place * height

/** Heights of the bands in pixels: roomy on the desk, tight on a card that must fit one side of paper. */
export interface BandSize {
  digits: number
  laneTop: number
  lane: number
  disc: number
  bow: number
  swell: number
  labels: number
}
export const DESK: BandSize = { digits: 58, laneTop: 18, lane: 23, disc: 9.5, bow: 66, swell: 46, labels: 2 }
export const CARD: BandSize = { digits: 52, laneTop: 15, lane: 16, disc: 7.8, bow: 42, swell: 26, labels: 1 }

/** "3rd", "half": a hand position as it is printed over the lanes. */
export const positionWords = (name: string): string => ({ '1': '1st', '2': '2nd', '3': '3rd' })[name] ?? (/^\d+$/.test(name) ? `${name}th` : name)

/** A list to choose from: "position 3", "half position". */
export const positionItems = (names: string[]): { value: string; title: string }[] =>
  names.map((name) => ({ value: name, title: /^\d+$/.test(name) ? `position ${name}` : `${name} position` }))

/**
 * Where the hand's position is written: at the first stopped note that is not in first position, and wherever it changes.
 * Returns the notes' indices in the list with the words.
 */
export function positionLabels(notes: Placed[]): Map<number, string> {
  const found = new Map<number, string>()
  let last = '1'
  notes.forEach((one, at) => {
    const name = one.note.position
    if (!name || name === last) return
    found.set(at, positionWords(name))
    last = name
  })
  return found
}

/** A bent arrow from one disc to the next, over the lanes between them: the hand shifts. */
export function shiftArrow(from: { x: number; y: number }, to: { x: number; y: number }, r: number): string {
  const top = Math.min(from.y, to.y) - r - 7
  const end = to.x - r - 3
  return `M ${from.x + r + 1} ${from.y - 2} Q ${from.x + r + 3} ${top} ${(from.x + end) / 2} ${top} Q ${end - 2} ${top} ${end} ${to.y - 4} m -5 -4 l 5 4 l 1 -6`
}

/** One arc over a disc of radius r for a slight ring, two for a strong one. */
export function ringPath(r: number, strong: boolean): string {
  const arc = (half: number, up: number) => `M ${-half} ${-r - up} q ${half} -3.4 ${2 * half} 0`
  return strong ? `${arc(4.5, 2.4)} ${arc(6.5, 5)}` : arc(4.5, 2.4)
}

/**
 * Bars to a system: as many of 8, 6, 4, 3, 2 as keep a note at least `room` pixels wide.
 *   barsThatFit(48, 16, 700) // => 8
 */
export function barsThatFit(notes: number, bars: number, width: number, room = 27): number {
  const perBar = notes / Math.max(1, bars)
  return [8, 6, 4, 3, 2].find((count) => count * perBar * room <= width - 70) ?? 1
}
