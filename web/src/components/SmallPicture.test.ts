// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Picture } from '../api/types'
import SmallPicture from './SmallPicture.vue'

const shown = (picture: Picture) => mount(SmallPicture, { props: { picture } })
const number = (element: { attributes: (name: string) => string | undefined }, name: string): number => Number(element.attributes(name))

describe('a small picture', () => {
  it('draws the hand higher on a string whose bow slants up to it, and says what it shows to who does not see it', () => {
    const page = shown({
      kind: 'levels', caption: 'The bow’s slant.', strings: [-16.5, -5.6, 5.6, 16.5].map((x, index) => ({ name: 'GDAE'[index]!, x, y: -Math.abs(x) / 5 })),
      lines: [{ x: -16.5, y: -3.4, degrees: 23, words: 'G' }, { x: 16.5, y: -3.4, degrees: -23, words: 'E' }],
    })
    const [low, high] = page.findAll('line.bow')
    expect(number(low!, 'y2')).toBeLessThan(number(low!, 'y1')) // up is less on a screen
    expect(number(high!, 'y2')).toBeGreaterThan(number(high!, 'y1'))
    // each bow goes over its string
    for (const [line, at] of [[low!, -1], [high!, 1]] as const) {
      const share = (at * 52 - number(line, 'x1')) / (number(line, 'x2') - number(line, 'x1'))
      expect(number(line, 'y1') + share * (number(line, 'y2') - number(line, 'y1'))).toBeCloseTo(number(page.findAll('circle.string')[at < 0 ? 0 : 3]!, 'cy'),
        0)
    }
    expect(page.get('svg').attributes('aria-label')).toBe('The bow’s slant.')
    expect(page.find('figcaption').exists()).toBe(true)
  })

  it('draws parts of the bow, fingers and zones where the numbers are', () => {
    const bow = shown({ kind: 'bow', caption: 'x', parts: [{ from: 0, to: 0.5, words: 'lower half' }, { from: 0.5, to: 1, words: 'upper half' }] })
    const parts = bow.findAll('line.part')
    expect(number(parts[0]!, 'x2')).toBe(number(parts[1]!, 'x1'))
    const frame = shown({
      kind: 'frame', caption: 'x', shown: 0.5, rows: [{ words: 'a', fingers: [{ finger: 1, at: 0.1, close: false, lit: false }, { finger: 2, at: 0.2,
        close: false, lit: true }] }],
    })
    expect(frame.findAll('g[transform]').map((one) => one.attributes('transform'))).toEqual(['translate(78 26)', 'translate(126 26)'])
    expect(frame.findAll('.lit')).toHaveLength(1)
    const zones = shown({ kind: 'zones', caption: 'x', zones: 5, own: 3, strings: ['G', 'D', 'A', 'E'], lit: [3], crooked: 14 })
    expect(zones.findAll('.zone.own')).toHaveLength(1)
    expect(zones.find('.wrong').exists()).toBe(true)
  })
})
