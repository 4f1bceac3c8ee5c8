import { describe, expect, it } from 'vitest'
import type { ChartNote } from '../api/types'
import { differing, summary } from './compare'

const note = (id: string, bar: number, more: Partial<ChartNote> = {}) =>
  ({ id, bar, string: 'D', finger: 0, position: null, direction: 'down', join: 'change', ...more }) as ChartNote

describe('differing', () => {
  it('finds notes played elsewhere or bowed otherwise; how a separate stroke joins is no difference', () => {
    const simple = [note('n1', 1), note('n2', 1), note('n3', 2), note('n4', 3)]
    const full = [note('n1', 1, { join: 'start' }), note('n2', 1, { finger: 4 }), note('n3', 2, { join: 'slur', direction: 'up' }), note('n4', 3)]
    const found = differing(simple, full)
    expect(found).toEqual([
      { id: 'n2', bar: 1, what: ['fingering'] },
      { id: 'n3', bar: 2, what: ['bowing'] },
    ])
    expect(summary(found)).toBe('2 notes differ: fingering in bar 1; bowing in bar 2.')
    expect(summary([])).toBe('Both are played alike.')
    expect(summary([1, 4, 9].map((bar) => ({ id: `n${bar}`, bar, what: ['bowing' as const] })))).toBe('3 notes differ: bowing in bars 1, 4, 9.')
  })
})
