// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { systemStarts, withSystems } from './systems'

describe('systemStarts', () => {
  it('starts a system every n bars and does not count the pick-up', () => {
    expect(systemStarts([false, false, false, false, false, false], 4)).toEqual([4])
    expect(systemStarts([true, false, false, false, false, false], 2)).toEqual([3])
  })
  it('shares the bars out where the last system would be less than half full', () => {
    const bars = (count: number) => Array.from({ length: count }, () => false)
    expect(systemStarts(bars(8), 6)).toEqual([4])
    expect(systemStarts(bars(16), 7)).toEqual([6, 12])
    expect(systemStarts(bars(9), 6)).toEqual([6])
    expect(systemStarts([true, ...bars(8)], 6)).toEqual([5])
  })
  it('leaves no last bar alone', () => expect(systemStarts([false, false, false, false, false], 4)).toEqual([]))
})

describe('withSystems', () => {
  it('writes the breaks into the score and takes other breaks out', () => {
    const bar = (number: number, inside = '') => `<measure number="${number}">${inside}<note/></measure>`
    const xml = `<score-partwise><part>${bar(1, '<print new-page="yes"/>')}${bar(2)}${bar(3)}${bar(4)}</part></score-partwise>`
    const document = new DOMParser().parseFromString(withSystems(xml, 2), 'application/xml')
    const breaks = [...document.getElementsByTagName('measure')].map((measure) => measure.getElementsByTagName('print')[0]?.getAttribute('new-system') ?? null)
    expect(breaks).toEqual([null, null, 'yes', null])
  })
})
