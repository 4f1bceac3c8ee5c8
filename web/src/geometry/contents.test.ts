import { describe, expect, it } from 'vitest'
import { linesOf } from './contents'

const tune = (parts: { index: number; name: string; voices: string[]; printed?: string[] }[]) => ({
  index: 3,
  title: 'Round',
  parts: parts.map((part) => ({ printed: null, ...part })),
  why: null
})

describe('linesOf', () => {
  it('names parts and voices where there are several', () => {
    expect(
      linesOf(
        tune([
          { index: 0, name: 'Flute', voices: ['1'] },
          { index: 1, name: '', voices: ['1', '2'] }
        ])
      ).map((line) => line.words)
    ).toEqual(['Flute', 'part 2, voice 1', 'part 2, voice 2'])
    expect(linesOf(tune([{ index: 0, name: '', voices: ['up', 'low'] }])).map((line) => line.words)).toEqual(['voice up', 'voice low'])
    const printed = { index: 0, name: 'Violin, Viola', voices: ['1', '2', '3'], printed: ['Violin', '', 'Viola'] }
    expect(linesOf(tune([printed])).map((line) => line.words)).toEqual(['Violin', 'voice 2', 'Viola'])
  })
  it('says what to send', () => expect(linesOf(tune([{ index: 2, name: '', voices: ['1'] }]))).toEqual([{ tune: 3, part: 2, voice: '1', words: 'the tune' }]))
  it('has nothing for a tune that cannot be read', () => expect(linesOf({ ...tune([]), why: 'There are no notes.' })).toEqual([]))
})
