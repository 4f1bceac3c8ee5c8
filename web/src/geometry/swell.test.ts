import { describe, expect, it } from 'vitest'
import type { ChartNote } from '../api/types'
import type { Placed } from './bands'
import { draggedTo, halfOf, swellPath, swollen, within } from './swell'

const note = (id: string, level: number | null, breath: string | null = null): ChartNote =>
  ({ id, bar: 1, beat: id, shape: level === null ? undefined : { level, breath } }) as unknown as ChartNote
const placed = (...notes: ChartNote[]): Placed[] => notes.map((one, at) => ({ index: at, note: one, x: 20 * at, end: 20 * at + 20 }))

describe('the swell', () => {
  it('fills the band at the loudest, grows with every level and is never nothing', () => {
    const halves = Array.from({ length: 11 }, (_, level) => halfOf(level, 46))
    expect(halves[10]).toBe(22)
    expect(halves[0]).toBeGreaterThan(0)
    for (let level = 1; level < 11; level++) expect(halves[level]! - halves[level - 1]!).toBeGreaterThan(0.5)
  })
  it('has one place for each sound that has a loudness', () => {
    const notes = placed(note('1', 5), note('1', 5), note('2', null), note('3', 7))
    expect(swollen(notes, 46).map((one) => [one.index, one.half])).toEqual([[0, halfOf(5, 46)], [3, halfOf(7, 46)]])
  })
  it('is alike above and below the middle, closes, and has a waist at a breath', () => {
    const path = swellPath(swollen(placed(note('1', 10), note('2', 10, '1/8')), 46), 60, 23)
    expect(path).toBe('M 0 1 L 20 1 L 50 21 L 60 5.4 L 60 40.6 L 50 25 L 20 45 L 0 45 Z')
    expect(swellPath([], 60, 23)).toBe('')
  })
  it('follows a drag by one level for four pixels, no further than there are levels', () => {
    expect([draggedTo(5, 8), draggedTo(5, -4), draggedTo(5, 1), draggedTo(9, 40), draggedTo(1, -40)]).toEqual([7, 4, 5, 10, 0])
    expect([within(-1), within(11), within(4)]).toEqual([0, 10, 4])
  })
})
