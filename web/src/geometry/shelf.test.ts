import { describe, expect, it } from 'vitest'
import type { ShelfTune } from '../api/types'
import { offset, shelved, type Filter } from './shelf'

const tune = (id: number, title: string, more: Partial<ShelfTune> = {}) => ({ id, title, key: 'D major', meter: '4/4', bars: 8, source: '', archived: false, readiness: { level: 'later', unmet: [] }, ...more }) as unknown as ShelfTune
const tunes = [
  tune(3, 'Été', { readiness: { level: 'plays_now', unmet: [] } as never, bars: 4 }), tune(1, 'Brook Song', { meter: '3/4', key: 'G major' }),
  tune(2, 'Away', { archived: true }), tune(4, 'Aspen', { readiness: { level: 'teaches_one', unmet: [{ name: 'Low second finger' }] } as never }),
]
const all: Filter = { text: '', level: null, meter: null, away: false, sorting: 'readiness' }
const titles = (filter: Partial<Filter>) => shelved(tunes, { ...all, ...filter }).map((one) => one.title)

describe('shelved', () => {
  it('searches titles, keys and what a tune asks for, whatever the accents', () => {
    expect([titles({ text: 'ete' }), titles({ text: 'second low' }), titles({ text: 'g maj' }), titles({ text: 'nothing' })]).toEqual([['Été'], ['Aspen'], ['Brook Song'], []])
  })
  it('filters by readiness and meter, and shows what was put away apart', () => {
    expect([titles({ level: 'plays_now' }), titles({ meter: '3/4' }), titles({ away: true })]).toEqual([['Été'], ['Brook Song'], ['Away']])
  })
  it('sorts', () => {
    expect([titles({}), titles({ sorting: 'title' }), titles({ sorting: 'newest' }), titles({ sorting: 'length' })[0]]).toEqual([['Été', 'Brook Song', 'Aspen'], ['Aspen', 'Brook Song', 'Été'], ['Aspen', 'Été', 'Brook Song'], 'Été'])
  })
})

it('finds the place of a mistake in a text', () => expect([offset('ab\ncd', 2, 2), offset('ab', 9, 9), offset('ab', undefined, 1)]).toEqual([4, 2, null]))
