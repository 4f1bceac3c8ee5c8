import { describe, expect, it } from 'vitest'
import type { Play, Sound } from '../api/types'
import { barSpan, phraseSpan, possibleTempo, programme, stepTempo, tempoProblem } from './play'

const sound = (id: string, at: number, length = 1): Sound => ({ id, at, length, midi: 60, bar: 1, silent: false })
/** In 3/4 with a pick-up of one, two bars, repeated. */
const play = {
  tempo: 80,
  steps: [48, 60, 80],
  beat: 1,
  bar: 3,
  count_in: 5,
  first: 2,
  length: 14,
  notes: [
    ...['n1', 'n2', 'n3', 'n4', 'n5'].map((id, at) => sound(id, at)),
    sound('n6', 5, 2),
    ...['n1', 'n2', 'n3', 'n4', 'n5'].map((id, at) => sound(id, at + 7)),
    sound('n6', 12, 2),
  ],
  echo: { length: 20, notes: [sound('n1', 0), { ...sound('n1', 10), silent: true }] },
  phrases: [
    [0, 4],
    [3, 4],
  ],
  bars: [
    [0, 0, 1],
    [1, 1, 3],
    [2, 4, 3],
  ],
  drones: [],
  clicks: null,
} as Play

describe('programme', () => {
  it('has the second part beside the tune and a stretch of it, none in an echo', () => {
    const duet = { ...play, second: [sound('s1', 1, 3), sound('s2', 4, 3), sound('s1', 8, 3), sound('s2', 11, 3)] }
    expect(programme(duet, { mode: 'tune', span: null, loop: false }).second.map((one) => one.at)).toEqual([6, 9, 13, 16])
    const bar = programme(duet, { mode: 'tune', span: { at: 4, length: 2, words: '' }, loop: true })
    expect(bar.second.map((one) => [one.id, one.at - bar.lead, one.length])).toEqual([['s2', 0, 2]])
    expect(programme(duet, { mode: 'echo', span: null, loop: false }).second).toEqual([])
    expect(programme(play, { mode: 'tune', span: null, loop: false }).second).toEqual([])
  })

  it('has bass and chords with the whole tune, and with a stretch where nothing is repeated', () => {
    const pluck = (at: number) => ({ at, length: 1, midi: 48, voice: 'bass' as const })
    const backed = { ...play, backing: [pluck(1), pluck(4), pluck(8), pluck(11)] }
    expect(programme(backed, { mode: 'tune', span: null, loop: false }).backing.map((one) => one.at)).toEqual([6, 9, 13, 16])
    const bar = { mode: 'tune', span: { at: 4, length: 3, words: '' }, loop: true } as const
    expect(programme(backed, bar).backing).toEqual([])
    const once = programme({ ...backed, length: 7 }, bar)
    expect(once.backing.map((one) => one.at - once.lead)).toEqual([0])
    expect(programme(backed, { mode: 'echo', span: null, loop: false }).backing).toEqual([])
  })

  it('counts two bars in before a pick-up, less the pick-up, and clicks to the end', () => {
    const { lead, end, sounds, clicks } = programme(play, { mode: 'tune', span: null, loop: false })
    expect([lead, end, sounds.length, sounds[0]!.at]).toEqual([5, 19, 12, 5])
    expect(clicks.filter((click) => click.strong).map((click) => click.at)).toEqual([0, 3, 6, 9, 12, 15, 18])
    expect(lead).toBe(play.count_in)
  })
  it('plays a part of it once, counted in by one bar', () => {
    const { lead, end, sounds } = programme(play, { mode: 'tune', span: barSpan(play, [2], 'bar 2'), loop: false })
    expect([lead, end]).toEqual([3, 6])
    expect(sounds.map((one) => [one.id, one.at])).toEqual([
      ['n5', 3],
      ['n6', 4],
    ])
  })
  it('fills a loop up to a whole bar, so that the beat goes on', () => {
    const { lead, end } = programme(play, { mode: 'tune', span: phraseSpan(play, 1), loop: true })
    expect([lead, end - lead]).toEqual([5, 6])
  })
  it('cuts a note that goes on after the end', () => {
    expect(programme(play, { mode: 'tune', span: { at: 5, length: 1, words: '' }, loop: false }).sounds.map((one) => one.length)).toEqual([1])
  })
  it('echoes with the silence marked', () =>
    expect(programme(play, { mode: 'echo', span: null, loop: false }).sounds.map((one) => one.silent)).toEqual([false, true]))
  it('clicks as the bars have it where the meter changes', () => {
    const click = (at: number, strong = false) => ({ at, strong })
    /** A bar of 3/4, one of 2/4. */
    const changing = {
      ...play, first: 0, count_in: 3, length: 5, notes: ['n1', 'n2', 'n3', 'n4', 'n5'].map((id, at) => sound(id, at)), bars: [[1, 0, 3], [2, 3, 2]],
      clicks: { tune: [click(0, true), click(1), click(2), click(3, true), click(4)], written: [click(0, true), click(1), click(2), click(3, true), click(4)] },
    } as Play
    const whole = programme(changing, { mode: 'tune', span: null, loop: false })
    expect(whole.clicks.map(({ at, strong }) => [at, strong])).toEqual([
      [0, true],
      [1, false],
      [2, false],
      [3, true],
      [4, false],
      [5, false],
      [6, true],
      [7, false]
    ])
    const second = programme(changing, { mode: 'tune', span: barSpan(changing, [2], 'bar 2'), loop: false })
    expect([second.lead, second.end, second.sounds.map((one) => one.id)]).toEqual([2, 4, ['n4', 'n5']])
    expect(second.clicks.map(({ at, strong }) => [at, strong])).toEqual([[0, true], [1, false], [2, true], [3, false]])
  })
  it('plays several verses from the same beat of the bar, the second in its own way, the last broader at its end', () => {
    const music = {
      ...play, notes: play.notes.map((one) => ({ ...one, loud: 1 })),
      verse: { how: 'octave', decibels: -4, up: 12, broad: [play.length - 2, 1.5], words: '' },
    } as Play
    const once = programme(music, { mode: 'tune', span: null, loop: false })
    const twice = programme(music, { mode: 'tune', span: null, loop: false, verses: 2 })
    const count = once.sounds.length
    const [first, second] = [twice.sounds.slice(0, count), twice.sounds.slice(count)]
    expect(first).toEqual(once.sounds)
    expect((second[0]!.at - first[0]!.at) % play.bar).toBe(0)
    expect(second.map((one) => [one.midi, one.loud])).toEqual(first.map((one) => [one.midi + 12, -3]))
    expect(second[0]!.length).toBe(first[0]!.length)
    const started = second[0]!.at - first[0]!.at
    expect(twice.end).toBeCloseTo(once.end + started + 1, 6) // the last two quarters take three
    expect(twice.clicks.filter(({ at }) => at < once.lead)).toEqual(once.clicks.filter(({ at }) => at < once.lead))
    expect(programme(music, { mode: 'echo', span: null, loop: false, verses: 2 })).toEqual(programme(music, { mode: 'echo', span: null, loop: false }))
  })
  it('knows no span for bars that are not there', () => expect([barSpan(play, [9], ''), phraseSpan(play, 9)]).toEqual([null, null]))
})

describe('a tempo that is typed', () => {
  it('is a whole number within bounds', () => {
    expect(['20', '72', '300'].map(tempoProblem)).toEqual(['', '', ''])
    expect(new Set(['19', '301', '72.5', 'slow', ''].map(tempoProblem))).toEqual(new Set(['A whole number from 20 to 300.']))
    expect([possibleTempo(3), possibleTempo(71.6), possibleTempo(1000)]).toEqual([20, 72, 300])
  })
})

describe('stepTempo', () => {
  it('goes along the steps, and on by a tenth', () => {
    expect([
      stepTempo(play.steps, 60, 1),
      stepTempo(play.steps, 60, -1),
      stepTempo(play.steps, 80, 1),
      stepTempo(play.steps, 50, -1),
      stepTempo([], 21, -1),
    ]).toEqual([80, 48, 88, 48, 20])
  })
})
