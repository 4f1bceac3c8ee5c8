import type { ChartNote } from '../api/types'
import { together, type Placed } from './bands'

/** Levels of loudness, as the server counts them: 0 to 10. */
export const SOFTEST = 0
export const LOUDEST = 10

/** A note's place on the swell: half its height there in pixels. */
export interface Swollen { index: number; note: ChartNote; x: number; half: number }

const PIXELS = 4 // of dragging for one level

/** Half the height of the swell at a level, a little steeper than what is heard, so that small differences are seen. height: of the band. */
export const halfOf = (level: number, height: number): number => ((level + 0.4) / (LOUDEST + 0.4)) ** 1.5 * (height / 2 - 1)

/** The notes of a system that have a loudness, one for each sound. */
export const swollen = (notes: Placed[], height: number): Swollen[] =>
  notes.flatMap((one, at) => {
    const shape = one.note.shape
    return shape && !together(notes, at) ? [{ index: one.index, note: one.note, x: one.x, half: halfOf(shape.level, height) }] : []
  })

/**
 * The swell as one outline, alike above and below a middle line: as high at each note as it is loud, going evenly between them and on to `end`. It closes to
 * a waist before a breath.
 */
export function swellPath(points: Swollen[], end: number, middle: number): string {
  if (!points.length) return ''
  const last = points.at(-1)!
  const corners = [...points.map(({ x, half }) => ({ x, half })), { x: Math.max(end, last.x + 6), half: last.half * 0.8 }]
  const spots = corners.flatMap((one, at) => {
    const after = corners[at + 1]
    return after && points[at]?.note.shape?.breath ? [one, { x: after.x - (after.x - one.x) * 0.25, half: Math.min(one.half, 2) }] : [one]
  })
  const line = (list: { x: number; half: number }[], side: 1 | -1) => list.map(({ x, half }) => `${round(x)} ${round(middle - side * half)}`).join(' L ')
  return `M ${line(spots, 1)} L ${line([...spots].reverse(), -1)} Z`
}
const round = (value: number): number => Math.round(value * 10) / 10

/** The level that a note has when its edge is dragged so many pixels up (above zero) or down. */
export const draggedTo = (level: number, up: number): number => within(level + Math.round(up / PIXELS))

/** The nearest level that there is. */
export const within = (level: number): number => Math.min(LOUDEST, Math.max(SOFTEST, level))
