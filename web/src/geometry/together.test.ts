import { describe, expect, it } from 'vitest'
import type { PartView, Play } from '../api/types'
import { inRound, noteOf, otherNotes, priceWords, signs, xAt } from './together'

const chord = (at: number, text: string | null, by: string | null = null): PartView['chords'][number] =>
  ({ at, quarters: 2, bar: 1, beat: '1', length: '2', chord: text, degree: null, by, why: '', others: [] })

describe('a score', () => {
  it('knows whose note an id is', () => {
    expect(noteOf('p1-n12')).toEqual({ part: 1, note: 'n12' })
    expect([noteOf('n12'), noteOf('p1-rest'), noteOf('')]).toEqual([null, null, null])
  })

  it('finds a moment on a note, between two, and not outside', () => {
    const known: [number, number][] = [[0, 10], [1, 30], [3, 90]]
    expect([0, 1, 2, 3].map((at) => xAt(known, at))).toEqual([10, 30, 60, 90])
    expect([xAt(known, 4), xAt([[2, 5]], 1)]).toEqual([null, null])
  })

  it('writes a chord where it changes, at the start of a system, and where it is set', () => {
    const known: [number, number][] = [[0, 10], [2, 30], [4, 50], [6, 70], [8, 90]]
    const all = [chord(0, 'D'), chord(2, 'D'), chord(4, 'G'), chord(6, 'G', 'set'), chord(8, 'D')]
    expect(signs(all, known, 0, 8).map(({ index, x, text }) => [index, x, text])).toEqual([[0, 10, 'D'], [2, 50, 'G'], [3, 70, 'G']])
    expect(signs(all, known, 2, 8)[0]).toMatchObject({ index: 1, text: 'D' })
    expect(signs([chord(0, null)], known, 0, 8)).toEqual([])
  })

  it('goes with itself as a round: every voice once, the next one after so many bars', () => {
    const play = { bar: 4, length: 16, second: [], notes: [{ id: 'n1', at: 0, length: 2 }, { id: 'n2', at: 2, length: 2 }] } as unknown as Play
    const voices = inRound(play, 2, 3)
    expect(voices.map((voice) => voice.notes.map((note) => note.at))).toEqual([[0, 2], [8, 10], [16, 18]])
    expect(voices.map((voice) => [voice.length, voice.second])).toEqual(Array.from({ length: 3 }, () => [32, null]))
  })

  it('lists other notes from high to low, with words for what they cost', () => {
    const prices = { rest: 160, D4: 3, 'F#4': 20, B3: 5009 }
    const note = { others: Object.entries(prices).map(([written, price]) => ({ written, price })) } as unknown as PartView['notes'][number]
    expect(otherNotes(note)).toEqual([
      { name: 'F#4', words: 'less good' },
      { name: 'D4', words: 'nearly as good' },
      { name: 'B3', words: 'against the rules' },
      { name: 'rest', words: 'rough' },
    ])
    expect([0, 14, 44, 999, 1000].map(priceWords)).toEqual(['as good', 'nearly as good', 'less good', 'rough', 'against the rules'])
  })
})
