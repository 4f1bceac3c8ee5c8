import { describe, expect, it } from 'vitest'
import type { Shelf, ShelfTune } from '../api/types'
import { addressOf, grouped, offset, type Filter } from './shelf'

const tune = (id: number, level: string | null) => ({ id, readiness: level && { level } }) as unknown as ShelfTune
const all: Filter = { text: '', level: null, meter: null, away: false, sorting: 'readiness' }
const shelf = { total: 9, levels: { plays_now: 5, later: 3, looking: 1 } } as unknown as Shelf

describe('grouped', () => {
  it('puts rows under their headings with how many there are in all, those not looked at yet last', () => {
    const found = grouped(shelf, [tune(1, 'plays_now'), tune(2, 'later'), tune(3, null)], all, true)
    expect(found.map((group) => [group.title, group.tunes.length, group.count])).toEqual([
      ['Plays now', 1, 5],
      ['Later', 1, 3],
      ['Still being looked at', 1, 1],
    ])
    expect(grouped(shelf, [tune(2, 'later')], all, false)[0]!.title).toBe('By what they ask, least first')
  })
  it('has one heading when sorted otherwise, and none without rows', () => {
    expect([grouped(shelf, [tune(1, 'later')], { ...all, sorting: 'title' }, true)[0]!.count, grouped(shelf, [], { ...all, sorting: 'title' }, true)]).toEqual([
      9,
      [],
    ])
  })
})

it('asks only for what is said', () => {
  expect(addressOf(all, { pupil_id: '3' })).toEqual({ pupil_id: '3', sort: 'readiness' })
  expect(addressOf({ ...all, text: ' a b ', away: true, meter: '3/4' }, {}, 60, 500)).toEqual({
    text: 'a b',
    away: 'yes',
    meter: '3/4',
    sort: 'readiness',
    from: '60',
    rows: '200',
  })
})

it('finds the place of a mistake in a text', () => expect([offset('ab\ncd', 2, 2), offset('ab', 9, 9), offset('ab', undefined, 1)]).toEqual([4, 2, null]))
