import { describe, expect, it } from 'vitest'
import type { Tuner } from '../api/types'
import { Steady } from './tuner'

const aims: Tuner = {
  instrument: 'violin', temperament: 'equal', a4: 440, tuned: 2, rings: 8, limit: 15, hold: 1,
  strings: [{ name: 'D', written: 'D4', midi: 62, hertz: 293.33 }, { name: 'A', written: 'A4', midi: 69, hertz: 440 }],
  notes: [
    { written: 'D4', midi: 62, hertz: 293.66, ring: null }, { written: 'A3', midi: 57, hertz: 220, ring: 'A' },
    { written: 'B3', midi: 59, hertz: 246.94, ring: null },
  ],
}
/** Hears a pitch for so long, sixty times a second. */
function heard(steady: Steady, hertz: number | null, seconds: number, from = 0) {
  let told = null
  for (let at = from; at <= from + seconds; at += 1 / 60) told = steady.hear(hertz, at, aims)
  return told
}

describe('a tuner that lets one listen first', () => {
  it('says nothing about where a note lies until it has sounded for a second', () => {
    const steady = new Steady()
    expect(heard(steady, 438, 0.8)).toMatchObject({ written: 'A4', string: 'A', ready: false, verdict: 'listen' })
    expect(heard(steady, 438, 0.6, 0.8)).toMatchObject({ ready: true, verdict: 'low', beats: 2 })
  })

  it('tunes an open string more closely than it judges a finger', () => {
    expect(heard(new Steady(), 440.4, 1.5)!.verdict).toBe('tuned')
    expect(heard(new Steady(), 441.5, 1.5)!.verdict).toBe('high')
    expect(heard(new Steady(), 248.5, 1.5)).toMatchObject({ written: 'B3', string: null, verdict: 'in tune', ring: null })
    expect(heard(new Steady(), 244, 1.5)!.verdict).toBe('low')
  })

  it('knows which string answers, and from how near', () => {
    expect(heard(new Steady(), 220.5, 1.5)!.ring).toEqual({ string: 'A', answers: true })
    expect(heard(new Steady(), 221.6, 1.5)!.ring).toEqual({ string: 'A', answers: false })
    expect(heard(new Steady(), 220, 0.5)!.ring).toEqual({ string: 'A', answers: false }) // not yet
  })

  it('takes another note afresh, and a bow change for no end', () => {
    const steady = new Steady()
    heard(steady, 440, 1.5)
    expect(steady.hear(null, 1.6, aims)).toMatchObject({ written: 'A4', ready: true })
    expect(steady.hear(null, 2.2, aims)).toBeNull()
    expect(heard(steady, 294, 0.2, 2.3)).toMatchObject({ string: 'D', ready: false })
  })
})
