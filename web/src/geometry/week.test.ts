import { describe, expect, it } from 'vitest'
import type { CalendarLesson } from '../api/types'
import { daysOn } from './dates'
import { hours, monday, placed } from './week'

const lesson = (time: string | null, minutes = 30) => ({ time, minutes, name: time ?? 'x' }) as CalendarLesson

describe('a week', () => {
  it('shows the hours of its lessons, eight at least', () => {
    expect(hours([])).toEqual({ from: 13, to: 21 })
    expect(hours([lesson('15:30')])).toEqual({ from: 15, to: 23 })
    expect(hours([lesson('22:30')])).toEqual({ from: 16, to: 24 })
    expect(hours([lesson('07:45'), lesson('20:15', 60), lesson(null)])).toEqual({ from: 7, to: 22 })
  })
  it('stands overlapping lessons side by side, and gives the room back afterwards', () => {
    const boxes = placed([lesson('10:00', 60), lesson('10:30', 60), lesson('11:00'), lesson('12:00'), lesson(null)], 9)
    expect(boxes.map((box) => [box.top, box.height, box.lane, box.lanes])).toEqual([[60, 60, 0, 2], [90, 60, 1, 2], [120, 30, 0, 2], [180, 30, 0, 1]])
  })
  it('counts days and finds Mondays, over the change of the clock too', () => {
    expect(daysOn('2026-03-28', 2)).toBe('2026-03-30')
    expect(daysOn('2026-01-01', -1)).toBe('2025-12-31')
    expect(['2026-03-09', '2026-03-15', '2026-03-11'].map(monday)).toEqual(['2026-03-09', '2026-03-09', '2026-03-09'])
  })
})
