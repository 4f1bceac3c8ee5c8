import { describe, expect, it } from 'vitest'
import type { ChartNote } from '../api/types'
import { barsThatFit, bowY, fitted, nearest, placed, positionLabels, shiftArrow, ringPath, rows, together, type SystemLayout } from './bands'

const note = (id: string): ChartNote => ({ id }) as ChartNote
const layout = (notes: [string, number][], rests: number[] = [], bars = [300]): SystemLayout => ({ width: 310, notes: new Map(notes), rests, bars, spans: [] })

describe('placed', () => {
  it('ends a note where the next one stands, the last one at the bar line', () => {
    const found = placed(
      [note('n1'), note('n2')],
      layout([
        ['n1', 50],
        ['n2', 120],
      ]),
    )
    expect(found.map((one) => [one.x, one.end])).toEqual([
      [50, 120],
      [120, 300],
    ])
  })

  it('ends both notes of a double stop at the next place, and knows them for a pair', () => {
    const pair = ['n1', 'n2'].map((id) => ({ ...note(id), bar: 1, beat: '1' })) as ChartNote[]
    const found = placed(
      [...pair, { ...note('n3'), bar: 1, beat: '2' } as ChartNote],
      layout([
        ['n1', 50],
        ['n2', 50.4],
        ['n3', 120],
      ]),
    )
    expect(found.map((one) => one.end)).toEqual([120, 120, 300])
    expect(found.map((_, at) => together(found, at))).toEqual([false, true, false])
  })

  it('ends a note at the rest after it', () => {
    expect(
      placed(
        [note('n1'), note('n2')],
        layout(
          [
            ['n1', 50],
            ['n2', 200],
          ],
          [130],
        ),
      )[0]!.end,
    ).toBe(130)
  })

  it('leaves out notes of other systems but keeps their place in the chart', () => {
    const found = placed([note('n1'), note('n2'), note('n3')], layout([['n3', 40]]))
    expect(found.map((one) => one.index)).toEqual([2])
  })
})

describe('rows', () => {
  it('puts labels where they do not touch, and drops what has no room', () => {
    expect(
      rows(
        [
          { x: 0, width: 30 },
          { x: 20, width: 30 },
          { x: 25, width: 30 },
          { x: 40, width: 10 },
        ],
        2,
      ),
    ).toEqual([0, 1, null, 0])
  })
})

describe('nearest', () => {
  it('takes the note nearest to a click', () => {
    const found = placed(
      [note('n1'), note('n2')],
      layout([
        ['n1', 50],
        ['n2', 120],
      ]),
    )
    expect(nearest(found, 90)?.note.id).toBe('n2')
    expect(nearest([], 90)).toBeNull()
  })
})

describe('drawing', () => {
  it('puts the frog on top and the tip at the bottom', () => expect([bowY(0, 8, 60), bowY(1, 8, 60)]).toEqual([8, 68]))
  it('draws one arc for a slight ring, two for a strong one', () =>
    expect([ringPath(9, false), ringPath(9, true)].map((path) => path.split('M').length - 1)).toEqual([1, 2]))
  it('fits as many bars as keep the notes apart', () => {
    expect(barsThatFit(40, 16, 700)).toBe(8)
    expect(barsThatFit(64, 8, 700)).toBe(2)
    expect(barsThatFit(200, 4, 300)).toBe(1)
  })
})

it('prints a page that is a little too long a little smaller, and leaves a long one on two sides', () => {
  expect([fitted(900, 1000), fitted(1250, 1000), fitted(1600, 1000)]).toEqual([1, 0.8, 1])
})

it('writes a position where it changes, not over every note, and draws a shift from disc to disc', () => {
  const at = (position: string | null) => ({ index: 0, x: 0, end: 0, note: { position } as ChartNote })
  expect([...positionLabels(['1', null, '3', '3', null, '3', 'half', '1'].map(at))]).toEqual([
    [2, '3rd'],
    [6, 'half'],
    [7, '1st'],
  ])
  expect([...positionLabels(['1', '1'].map(at))]).toEqual([])
  const arrow = shiftArrow({ x: 10, y: 50 }, { x: 90, y: 30 }, 8)
  expect(arrow).toMatch(/^M 19 48 Q .* 79 26 m/)
})
