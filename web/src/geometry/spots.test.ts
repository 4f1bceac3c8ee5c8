import { describe, expect, it } from 'vitest'
import type { ChartBody, ChartNote } from '../api/types'
import { barsOf, barWords, cutsOf, dropped, marked, moveCut, noteAt, restored } from './spots'

const notes = [
  [0, '3'],
  [1, '1'],
  [1, '5/2'],
  [2, '1'],
  [3, '1'],
].map(([bar, beat], index) => ({ id: `n${index + 1}`, bar, beat })) as unknown as ChartNote[]
const chart = {
  notes,
  phrases: [
    { from: '0:3', to: '1:1', notes: ['n1', 'n2'] },
    { from: '1:1', to: '3:1', notes: ['n2', 'n5'] },
  ],
} as unknown as ChartBody
const mark = { bars: [2, 3], name: 'mine', drill: '', dropped: false }

describe('spots', () => {
  it('keeps one word for each stretch of bars', () => {
    const both = marked([mark], { ...mark, bars: [5] })
    expect(marked(both, { ...mark, name: 'again' })).toEqual([
      { ...mark, bars: [5] },
      { ...mark, name: 'again' },
    ])
    expect(dropped(both, { bars: [2, 3] }).at(-1)).toEqual({ bars: [2, 3], name: '', drill: '', dropped: true })
    expect(restored(dropped([], { bars: [2, 3] }), [2, 3])).toEqual([])
  })
  it('takes the bars of a selection, whichever way it was made', () => {
    expect([barsOf(notes, 0, 3), barsOf(notes, 3, 1)]).toEqual([
      [0, 1, 2],
      [1, 2],
    ])
  })
  it('names bars', () =>
    expect([[0], [3], [3, 4], [0, 1], [3, 4, 5]].map(barWords)).toEqual(['the pick-up', 'bar 3', 'bars 3 and 4', 'bars the pick-up and 1', 'bars 3 to 5']))
})

describe('phrases', () => {
  it('moves a boundary, but not onto another or an end', () => {
    expect(cutsOf(chart)).toEqual(['n2'])
    expect(moveCut(chart, 'n2', 'n3')).toEqual(['n3'])
    expect([moveCut(chart, 'n2', 'n2'), moveCut(chart, 'n2', 'n5'), moveCut(chart, 'n2', 'n1')]).toEqual([null, null, null])
  })
  it('reads bar:beat as typed', () => {
    expect(['1:5/2', '2', '0:3', ' 3 : 1 ', '9', 'x', '1:9'].map((text) => noteAt(chart, text)?.id ?? null)).toEqual(['n3', 'n4', 'n1', 'n5', null, null, null])
  })
})
