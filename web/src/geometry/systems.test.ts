import { describe, expect, it } from 'vitest'
import { asSystems, systemStarts, withSystems } from './systems'

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
  it('writes a break into the score wherever a system starts, the first one too', () => {
    const bar = (number: number) => `<measure number="${number}"><note/></measure>`
    const breaks = (numbers: number[], bars: number) =>
      withSystems(`<score-partwise><part>${numbers.map(bar).join('')}</part></score-partwise>`, bars)
        .split('<measure ')
        .slice(1)
        .map((measure) => measure.includes('><print new-page="yes"/><note/></measure>'))
    expect(breaks([1, 2, 3, 4], 2)).toEqual([true, false, true, false])
    expect(breaks([0, 1, 2, 3, 4], 2)).toEqual([true, false, false, true, false])
    expect(breaks([1, 2], 4)).toEqual([true, false])
    expect(withSystems('<score-partwise><part></part></score-partwise>', 4)).toBe('<score-partwise><part></part></score-partwise>')
  })
})

describe('asSystems', () => {
  const bar = (number: number, inside = '') => `<measure number="${number}">${inside}<note/></measure>`
  const start = '<attributes><divisions>2</divisions><key><fifths>2</fifths></key><time><beats>4</beats></time><clef><sign>G</sign></clef></attributes>'

  it('gives every system the clef and key that hold there, and no meter that the page does not print', () => {
    const changed = '<attributes><key><fifths>-1</fifths></key><time><beats>3</beats></time></attributes>'
    const parts = asSystems(`<score><part>${bar(1, start)}${bar(2)}${bar(3)}${bar(4, changed)}${bar(5)}${bar(6)}</part></score>`, 2)
    expect(parts.map((part) => [...part.matchAll(/<measure number="(\d)"/g)].map((found) => found[1]).join(''))).toEqual(['12', '34', '56'])
    expect(parts[1]).toContain(
      '<measure number="3"><attributes><divisions>2</divisions><key><fifths>2</fifths></key><clef><sign>G</sign></clef></attributes><note/>'
    )
    expect(parts[2]).toContain('<key><fifths>-1</fifths></key><clef><sign>G</sign></clef>')
    expect(parts[2]).not.toContain('<time>')
    expect(parts.every((part) => part.startsWith('<score><part>') && part.endsWith('</part></score>'))).toBe(true)
  })

  it('keeps what a bar at the start of a system says itself', () => {
    const parts = asSystems(
      `<score><part>${bar(1, start)}${bar(2)}${bar(3, '<attributes><time><beats>3</beats></time></attributes>')}${bar(4)}</part></score>`,
      2
    )
    expect(parts[1]).toContain('<key><fifths>2</fifths></key><time><beats>3</beats></time><clef>')
  })

  it('leaves the systems before a change as they were', () => {
    const text = (last: string) => `<score><part>${bar(1, start)}${bar(2)}${bar(3)}${bar(4, last)}</part></score>`
    const [before, now] = [asSystems(text(''), 2), asSystems(text('<note/>'), 2)]
    expect([before[0] === now[0], before[1] === now[1]]).toEqual([true, false])
  })
})
