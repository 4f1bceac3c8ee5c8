import type { ChartBody, ChartNote, Spot, SpotMark } from '../api/types'

const same = (a: number[], b: number[]): boolean => a.join() === b.join()

/** The teacher's word on spots with one changed or added; null when nothing is left to say. */
export function marked(marks: SpotMark[], mark: SpotMark): SpotMark[] {
  return [...marks.filter((one) => !same(one.bars, mark.bars)), mark]
}

/** Without a spot: what the engine found is marked as dropped, and so is a spot of the teacher's that it might find again. */
export const dropped = (marks: SpotMark[], spot: Pick<Spot, 'bars'>): SpotMark[] => marked(marks, { bars: spot.bars, name: '', drill: '', dropped: true })

/** As the engine has it again. */
export const restored = (marks: SpotMark[], bars: number[]): SpotMark[] => marks.filter((one) => !same(one.bars, bars))

/** Neighbouring bar numbers from one note to another, in order; at most 16. */
export function barsOf(notes: ChartNote[], from: number, to: number): number[] {
  const ends = [notes[from]!.bar, notes[to]!.bar].sort((a, b) => a - b) as [number, number]
  return Array.from({ length: Math.min(16, ends[1] - ends[0] + 1) }, (_, index) => ends[0] + index)
}

/** "bar 3", "bars 3 and 4", "bars 3 to 5"; the pick-up by its name. */
export function barWords(bars: number[]): string {
  const name = (bar: number) => (bar === 0 ? 'the pick-up' : String(bar))
  if (bars.length === 1) return bars[0] === 0 ? 'the pick-up' : `bar ${bars[0]}`
  return bars.length === 2 ? `bars ${name(bars[0]!)} and ${name(bars[1]!)}` : `bars ${name(bars[0]!)} to ${name(bars.at(-1)!)}`
}

/** Ids of the notes between phrases as they now are. */
export const cutsOf = (chart: ChartBody): string[] => chart.phrases.slice(0, -1).map((phrase) => phrase.notes[1]!)

/** One cut moved to another note; null when nothing changes or the note is an end of the tune. */
export function moveCut(chart: ChartBody, from: string, to: string): string[] | null {
  const cuts = cutsOf(chart)
  const ends = [chart.notes[0]!.id, chart.notes.at(-1)!.id]
  if (from === to || ends.includes(to) || cuts.includes(to)) return null
  return cuts.map((cut) => (cut === from ? to : cut))
}

/** The note at "bar:beat" as typed, or null: "3:2", "3" (its first note), "0:3". */
export function noteAt(chart: ChartBody, text: string): ChartNote | null {
  const found = /^\s*(\d+)\s*(?:[:,.]\s*(\d+(?:\/\d+)?))?\s*$/.exec(text)
  if (!found) return null
  return chart.notes.find((note) => note.bar === Number(found[1]) && (found[2] === undefined || note.beat === found[2])) ?? null
}
