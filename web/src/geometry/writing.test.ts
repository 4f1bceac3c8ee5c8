import { describe, expect, it } from 'vitest'
import { actOf, lengthWords, staffLine } from './writing'

const press = (key: string, more: object = {}) => ({ key, shiftKey: false, ctrlKey: false, metaKey: false, altKey: false, ...more })
const VIOLIN = ['E', 'A', 'D', 'G']

describe('keys of the writing desk', () => {
  it('write by letter, or by string and finger', () => {
    expect(actOf(press('d'), 'letter', VIOLIN)).toEqual({ do: 'letter', given: { letter: 'd' } })
    expect(actOf(press('d'), 'finger', VIOLIN)).toEqual({ do: 'string', given: { string: 'D' } })
    expect(actOf(press('2', { code: 'Digit2' }), 'finger', VIOLIN)).toEqual({ do: 'finger', given: { finger: 2, across: false } })
    expect(actOf(press('"', { code: 'Digit2', shiftKey: true }), 'finger', VIOLIN)).toEqual({ do: 'finger', given: { finger: 2, across: true } })
    expect(actOf(press('2', { code: 'Digit2' }), 'letter', VIOLIN)).toBeNull()
    expect(actOf(press('c'), 'finger', VIOLIN)).toBeNull()
    expect(actOf(press('c'), 'finger', ['A', 'D', 'G', 'C'])).toEqual({ do: 'string', given: { string: 'C' } })
  })

  it('move: a step, an octave, a string, a stretch', () => {
    expect(actOf(press('ArrowUp'), 'letter', VIOLIN)).toEqual({ do: 'step', given: { up: 1 } })
    expect(actOf(press('ArrowDown', { ctrlKey: true }), 'finger', VIOLIN)).toEqual({ do: 'octave', given: { up: -1 } })
    expect(actOf(press('ArrowDown'), 'finger', VIOLIN)).toEqual({ do: 'string', given: { up: -1 } })
    expect(actOf(press('ArrowDown', { shiftKey: true }), 'finger', VIOLIN)).toEqual({ do: 'step', given: { up: -1 } })
    expect(actOf(press('ArrowRight', { shiftKey: true }), 'letter', VIOLIN)).toEqual({ do: 'right', given: { more: true } })
    expect(actOf(press('z', { ctrlKey: true }), 'letter', VIOLIN)).toBeNull()
  })

  it('give lengths by their first letters, the same for either hand', () => {
    for (const hand of ['letter', 'finger'] as const) expect(actOf(press('q'), hand, VIOLIN)).toEqual({ do: 'length', given: { length: '1' } })
    expect(['1', '1/2', '3/2', '3', '3/4', '5'].map(lengthWords)).toEqual(['quarter', 'eighth', 'dotted quarter', 'dotted half', 'dotted eighth', '5 quarters'])
  })

  it('find the line or space that was clicked', () => {
    expect([100, 95, 60, 55, 110].map((y) => staffLine(y, 60, 100))).toEqual([0, 1, 8, 9, -2])
  })
})
