import { describe, expect, it } from 'vitest'
import type { PractisedDay, Report, WorkItem } from '../api/types'
import { budgetWords, kept, total, week, withReports } from './work'

const item = (kind: WorkItem['kind'], title: string, minutes = 3, bars: number[] = []): WorkItem => ({ kind, title, steps: [], minutes, bars, tempi: [] })

describe('work', () => {
  it('keeps what was edited and the teacher’s own when it is made anew', () => {
    const edited = [item('spot', 'my words', 7, [3]), item('own', 'Whistle'), item('run', 'gone')]
    expect(
      kept([item('warm-up', 'Warm up'), item('spot', 'Bar 3', 2, [3]), item('spot', 'Bar 5', 2, [5])], edited).map((one) => [one.title, one.minutes]),
    ).toEqual([
      ['Warm up', 3],
      ['my words', 7],
      ['Bar 5', 2],
      ['Whistle', 3],
    ])
  })
  it('says whether the minutes add up', () => {
    const items = [item('run', 'a', 5), item('run', 'b', 6)]
    expect([total(items), budgetWords(items, 11), budgetWords(items, 10), budgetWords(items, 14)]).toEqual([11, 'adds up', '1 minute over', '3 minutes left'])
  })
})

describe('days', () => {
  it('runs a week from the day of issue, over the end of a month and the clock change', () => {
    expect(week('2026-03-26')).toEqual(['2026-03-26', '2026-03-27', '2026-03-28', '2026-03-29', '2026-03-30', '2026-03-31', '2026-04-01'])
  })
  it('lays unsent reports over what the server knows; the latest stands', () => {
    const days: PractisedDay[] = [{ day: '2026-03-09', minutes: 5, pain: false, items: { '0': 1, '1': 1 } }]
    const report = (more: Partial<Report>): Report => ({ key: 'k', kind: 'item', day: '2026-03-09', value: 1, ...more })
    const found = withReports(days, [
      report({ item: 1, value: 0 }),
      report({ item: 2, value: 2 }),
      report({ kind: 'minutes', value: 20 }),
      report({ kind: 'pain', day: '2026-03-08' }),
    ])
    expect(found).toEqual([
      { day: '2026-03-08', minutes: 0, pain: true, items: {} },
      { day: '2026-03-09', minutes: 20, pain: false, items: { '0': 1, '2': 2 } },
    ])
    expect(days[0]!.minutes).toBe(5)
  })
})
