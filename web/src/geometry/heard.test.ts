import { describe, expect, it } from 'vitest'
import type { Heard, HeardNote } from '../api/types'
import { centsWords, compared, marksOf, noteAt, signOf, stretchOf } from './heard'
import { clockWords } from './lesson'

const note = (index: number, more: Partial<HeardNote> = {}): HeardNote => ({
  index, pass: 1, bar: 1 + Math.floor(index / 2), beat: '1', written: 'D4', heard: 'D4', onset: index, late: 0, cents: 0, spread: 4,
  verdict: 'in tune', start: 'placed', loudness: -20, clarity: 0.95, rings: null, sure: true, ...more,
})
const heard = (notes: HeardNote[], more: Partial<Heard> = {}): Heard => ({
  tuning: { a4: 440, cents: 0, strings: [], octave: 0 }, tempo: { asked: 60, played: 60, drift: null, steadiness: 2 }, clean: false, stops: [], repeated: [],
  added: [], notes, fingers: [], spots: [], sentences: [], well: [], next: null, tempo_step: null, uneven: [], shape: [], ...more,
})

describe('what is drawn of a note', () => {
  it('says in words what its shape says', () => {
    expect(signOf(note(0))).toEqual({ shape: 'dot', words: '' })
    expect(signOf(note(0, { rings: true }))).toEqual({ shape: 'ring', words: '' })
    expect(signOf(note(0, { verdict: 'flat', cents: -21.6 }))).toEqual({ shape: 'low', words: 'low 22' })
    expect(signOf(note(0, { verdict: 'sharp', cents: 17.2, start: 'slid', late: -0.4 }))).toEqual({ shape: 'high', words: 'high 17, slid, early' })
    expect(signOf(note(0, { verdict: 'wrong note', heard: 'C#5' }))).toEqual({ shape: 'cross', words: 'C♯' })
    expect(signOf(note(0, { verdict: 'missing', heard: null, cents: null })).words).toBe('left out')
    expect(signOf(note(0, { late: 0.3 })).words).toBe('late')
  })

  it('shows the worse of two times through', () => {
    const marks = marksOf(heard([note(0), note(1, { verdict: 'flat', cents: -20 }), note(1, { pass: 2 }), note(0, { pass: 2, verdict: 'missing' })]))
    expect([marks.signs.get(0)!.shape, marks.signs.get(1)!.shape]).toEqual(['gap', 'low'])
  })

  it('knows stops, what was put in and what was played again', () => {
    const stops = [{ before: 3, bar: 2, seconds: 1.58 }]
    const marks = marksOf(heard([note(0)], { stops, added: [{ after: 1, pitch: 'Bb4' }], repeated: [{ from: 2, to: 4 }] }))
    expect(marks.stops.get(3)).toBe('1.6 s')
    expect(marks.added.get(1)).toBe('+ B♭')
    expect([...marks.again]).toEqual([2, 3, 4])
  })
})

describe('where things lie in a recording', () => {
  const all = heard([note(0), note(1), note(2, { onset: null, verdict: 'missing' }), note(3), note(4), note(5)])

  it('finds the note that sounds', () => {
    expect([noteAt(all, -1), noteAt(all, 0.5), noteAt(all, 2.5), noteAt(all, 99)]).toEqual([null, 0, 1, 5])
  })

  it('finds bars, to the beginning of what comes after', () => {
    expect(stretchOf(all, [2], 7)).toEqual({ from: 2.9, to: 4 })
    expect(stretchOf(all, [3], 7)).toEqual({ from: 3.9, to: 7 })
    expect(stretchOf(all, [9], 7)).toBeNull()
    const twice = heard([note(0), note(1), note(0, { pass: 2, onset: 8 }), note(1, { pass: 2, onset: 9 })])
    expect(stretchOf(twice, [1], 10)).toEqual({ from: 7.9, to: 10 })
  })
})

it('compares two recordings in words', () => {
  const finger = (cents: number) => [{ string: 'D', finger: 2, placement: 'high', notes: 4, cents }]
  const lines = compared(heard([note(0, { verdict: 'flat', cents: -22 })], { fingers: finger(-22) }), heard([note(0)], { fingers: finger(-3), clean: true }))
  expect(lines).toContainEqual(['in tune', '0 of 1', '1 of 1'])
  expect(lines).toContainEqual(['clean', 'no', 'yes'])
  expect(lines.at(-1)).toEqual(['finger 2 (high) on D', '22 cents low', '3 cents low'])
})

it('writes cents and times for people', () => {
  expect([centsWords(-21.6), centsWords(0.2), centsWords(1), clockWords(65.4)]).toEqual(['22 cents low', 'right', '1 cent high', '1:05'])
})
