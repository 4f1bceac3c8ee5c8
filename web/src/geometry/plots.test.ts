import { expect, it } from 'vitest'
import { tickDate, together } from './plots'

it('lays several series over one time axis', () => {
  const a = { points: [{ on: '2026-03-02', tempo: 50 }, { on: '2026-03-09', tempo: 56 }, { on: '2026-03-09', tempo: 60 }] }
  const b = { points: [{ on: '2026-03-04', tempo: 72 }] }
  expect(together([a, b])).toEqual({ days: ['2026-03-02', '2026-03-04', '2026-03-09'], values: [[50, null, 60], [null, 72, null]] })
  expect(together([])).toEqual({ days: [], values: [] })
  expect(tickDate('2026-03-09')).toBe('9 Mar')
})
