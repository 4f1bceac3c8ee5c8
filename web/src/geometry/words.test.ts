import { describe, expect, it } from 'vitest'
import type { ChartNote } from '../api/types'
import { accessible, barList, beat, mark, place, printed, spoken, ornamentSigns, doneWords, fileName, newKey, sentences, wholeOf } from './words'

const note = {
  bar: 3,
  beat: '2',
  written: 'F#4',
  string: 'D',
  finger: 2,
  position: '1',
  placement: 'high',
  direction: 'up',
  join: 'change',
  bow_words: 'upper half',
} as ChartNote

describe('words', () => {
  it('ends each sentence once, and counts in words', () => {
    expect(sentences(['on the shelf', 'Left out: lyrics.', 'Left out: words. '])).toBe('on the shelf. Left out: lyrics. Left out: words.')
    expect([0, 1, 2, 5].map(doneWords)).toEqual(['not done', 'done once', 'done twice', 'done 5 times'])
  })
  it('explains the small digits that occur, and only those', () => {
    const graced = { finger: 3, graces: [{ finger: 1 }, { finger: 2 }], trill: null } as unknown as ChartNote
    const trilled = { finger: 1, graces: [], trill: { finger: 2, from: 'upper' } } as unknown as ChartNote
    expect(ornamentSigns([graced, trilled]).map(([sample]) => sample)).toEqual(['1 2', '2·1'])
    expect(ornamentSigns([{ finger: 1 } as ChartNote])).toEqual([]) // a card issued long ago
  })
  it('names some bars, and says that there are more', () => {
    expect([[3], [0, 2], [1, 2, 3, 4, 5, 6]].map((bars) => barList(bars))).toEqual(['bar 3', 'bars pick-up, 2', 'bars 1, 2, 3, 4, 5 …'])
  })
  it('makes keys that the server takes, no two alike', () => {
    const keys = Array.from({ length: 50 }, newKey)
    expect(new Set(keys).size).toBe(50)
    expect(keys.every((key) => /^[A-Za-z0-9-]{8,40}$/.test(key))).toBe(true)
  })
  it('speaks and prints accidentals', () => {
    expect([spoken('F#4'), spoken('Bb3'), spoken('C4')]).toEqual(['F sharp', 'B flat', 'C'])
    expect([printed('F#4'), printed('Bb3'), printed('B3')]).toEqual(['F♯4', 'B♭3', 'B3'])
  })
  it('writes beats as a reader counts them', () => expect(['1', '3/2', '7/4', '7/3'].map(beat)).toEqual(['1', '1½', '1¾', '2⅓']))
  it('names a place', () => {
    expect(place(note)).toBe('D string, second finger, high')
    expect(place({ string: 'A', finger: 0, position: null })).toBe('open A')
    expect(place({ string: 'G', finger: 4, position: '2' })).toBe('G string, fourth finger, position 2')
  })
  it('reads a note out in full', () => expect(accessible(note)).toBe('bar 3 beat 2, F sharp, D string, second finger, high, up-bow, upper half'))
  it('marks only fingers out of the plain frame', () => expect([mark(note), mark({ ...note, placement: 'natural' })]).toEqual(['high', '']))
})

it('calls a file as the server does, with its own letters where it can', () => {
  const header = "attachment; filename=\"Jorg, Ohne.pdf\"; filename*=UTF-8''J%C3%B6rg%2C%20Ohne.pdf"
  expect([fileName(header), fileName('attachment; filename="page.pdf"'), fileName(null)]).toEqual(['Jörg, Ohne.pdf', 'page.pdf', null])
})

it('takes whole numbers as such and leaves the rest to the server', () => {
  expect([wholeOf(' 45 '), wholeOf('4,5'), wholeOf('')]).toEqual([45, '4,5', ''])
})
