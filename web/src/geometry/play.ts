import type { Play, Sound } from '../api/types'

/** A plucked sound to play along with. */
export type Backing = NonNullable<Play['backing']>[number]

/** What to play: the tune, or the phrases with an equal silence after each; a part of it; over and over; how many verses of the whole. */
export interface Wish { mode: 'tune' | 'echo'; span: Span | null; loop: boolean; verses?: number }
/** A stretch in quarters from the start of the tune as written. */
export interface Span { at: number; length: number; words: string }
/**
 * Everything in quarters from the first click. lead: length of the count-in; end: where it stops, or goes back to lead when looping; second:
 * the second part beside the sounds, backing: bass and chords, neither of them in an echo.
 */
export interface Programme { lead: number; end: number; sounds: Sound[]; second: Sound[]; backing: Backing[]; clicks: { at: number; strong: boolean }[] }

/**
 * Lays a schedule out for playing: a full bar is counted in, and what is left of the bar before a start that is not on the
 * first beat. Clicks go on to the end.
 *   programme(play, { mode: 'tune', span: null, loop: false }).lead // => 4 in 4/4
 */
export function programme(play: Play, wish: Wish): Programme {
  const once = single(play, wish)
  const verses = wish.mode === 'echo' || wish.span || wish.loop ? 1 : (wish.verses ?? 1)
  return verses > 1 ? sung(play, once, verses) : once
}

/** Once through. */
function single(play: Play, wish: Wish): Programme {
  const echo = wish.mode === 'echo' && !wish.span
  const from = wish.span?.at ?? 0
  const length = wish.span?.length ?? (echo ? play.echo.length : play.length)
  const lead = before(play, from)
  const within = <One extends { at: number; length: number }>(all: One[]): One[] =>
    all.filter((sound) => sound.at >= from - 1e-6 && sound.at < from + length - 1e-6)
      .map((sound) => ({ ...sound, at: sound.at - from + lead, length: Math.min(sound.length, from + length - sound.at) }))
  const sounds = within(echo ? play.echo.notes : wish.span ? firstTime(play.notes) : play.notes)
  const beside = echo ? [] : (play.second ?? [])
  const second = within(wish.span ? firstTime(beside) : beside)
  const backing = echo || (wish.span && !asWritten(play)) ? [] : within(play.backing ?? [])
  // A loop goes on in time: it is filled up to the beat of the bar where it starts again.
  const end = lead + (wish.loop ? Math.ceil(length / play.bar - 1e-9) * play.bar : length)
  if (!play.clicks || echo) return { lead, end, sounds, second, backing, clicks: even(play, end) }
  const own = (wish.span ? play.clicks.written : play.clicks.tune).map((click) => ({ ...click, at: click.at - from + lead }))
  return { lead, end, sounds, second, backing, clicks: [...even(play, lead), ...own.filter(({ at }) => at >= lead - 1e-6 && at < end - 1e-6)] }
}

/**
 * Several verses one after the other, each from the beat on which the tune began. Of a tune played as music every second one differs, and the last is
 * broader at its end.
 */
function sung(play: Play, once: Programme, verses: number): Programme {
  const length = once.end - once.lead
  const period = play.clicks ? length : Math.ceil(length / play.bar - 1e-9) * play.bar
  const all: Programme = { lead: once.lead, end: once.end, sounds: [], second: [], backing: [], clicks: once.clicks.filter(({ at }) => at < once.lead - 1e-6) }
  for (let number = 0; number < verses; number++) {
    const other = play.verse && number % 2 === 1 ? play.verse : null
    const broad = number === verses - 1 ? play.verse?.broad : null
    const place = (at: number): number => once.lead + number * period + stretched(at - once.lead, broad)
    const length = (one: { at: number; length: number }): number => place(one.at + one.length) - place(one.at)
    const held = <One extends { at: number; length: number }>(one: One): One => ({ ...one, at: place(one.at), length: length(one) })
    all.sounds.push(...once.sounds.map((one) => ({ ...held(one), ...(other && differing(one, other)) })))
    all.second.push(...once.second.map(held))
    all.backing.push(...once.backing.map(held))
    all.clicks.push(...once.clicks.filter(({ at }) => at >= once.lead - 1e-6).map((click) => ({ ...click, at: place(click.at) })))
    all.end = place(once.end)
  }
  return all
}

/** What a sound is in a second verse. */
const differing = (one: Sound, verse: NonNullable<Play['verse']>): Partial<Sound> =>
  ({ midi: one.midi + verse.up, ...(one.loud === undefined ? {} : { loud: one.loud + verse.decibels }) })

/** Where in time something lies when the music is broader from a place on. broad: [quarters, how many times as long]. */
const stretched = (at: number, broad: number[] | null | undefined): number =>
  broad && at > broad[0]! ? broad[0]! + (at - broad[0]!) * broad[1]! : at

/** No repeats are played: a stretch as written is where it sounds. */
const asWritten = (play: Play): boolean => play.bars.reduce((sum, bar) => sum + bar[2]!, 0) > play.length - play.beat

/** What a click needs to know of what it goes with. */
export type Beats = Pick<Play, 'bar' | 'beat' | 'first' | 'bars' | 'clicks'>

/** What is counted before a start on the first note: length of the count-in and its clicks, going on for `more` quarters after it. */
export function countIn(play: Beats, more = 0): { length: number; clicks: Programme['clicks'] } {
  const length = before(play, 0)
  return { length, clicks: even(play, length + more) }
}

/** Equal beats up to `end`, the first of every bar strong. */
const even = (play: Pick<Play, 'bar' | 'beat'>, end: number): Programme['clicks'] =>
  Array.from({ length: Math.max(0, Math.ceil(end / play.beat - 1e-9)) }, (_, index) => index * play.beat)
    .map((at) => ({ at, strong: modulo(at, play.bar) < 1e-6 }))

/** A bar, and what is left of the bar before a start that is not on its first beat; where the meter changes, of the bar that it starts in. */
function before(play: Pick<Play, 'bar' | 'first' | 'bars' | 'clicks'>, from: number): number {
  const bar = play.clicks && from > 0 ? play.bars.findLast(([, at]) => at! <= from + 1e-6) : undefined
  return bar ? bar[2]! + from - bar[1]! : play.bar + modulo(play.first + from, play.bar)
}

const modulo = (value: number, by: number): number => ((value % by) + by) % by

/** The notes up to where a repeat brings an id again. */
function firstTime(notes: Sound[]): Sound[] {
  const seen = new Set<string>()
  return notes.filter((note) => !seen.has(note.id) && seen.add(note.id))
}

/** The span of neighbouring bars as written, or null when they are not there. */
export function barSpan(play: Play, bars: number[], words: string): Span | null {
  const own = play.bars.filter(([number]) => bars.includes(number!))
  if (!own.length) return null
  const at = own[0]![1]!
  const last = own.at(-1)!
  return { at, length: last[1]! + last[2]! - at, words }
}

export const phraseSpan = (play: Play, index: number): Span | null => {
  const span = play.phrases[index]
  return span ? { at: span[0]!, length: span[1]!, words: `phrase ${index + 1}` } : null
}

const SLOWEST = 20 // quarters a minute
const QUICKEST = 300
/** What is wrong with a tempo as it was typed; '' for nothing. */
export function tempoProblem(text: string): string {
  const beats = Number(text)
  return Number.isInteger(beats) && beats >= SLOWEST && beats <= QUICKEST ? '' : `A whole number from ${SLOWEST} to ${QUICKEST}.`
}
/** The nearest tempo there is. */
export const possibleTempo = (beats: number): number => Math.min(QUICKEST, Math.max(SLOWEST, Math.round(beats)))

/** The tempo one step up or down the list; between and beyond its ends by about a tenth, from 20 to 300. */
export function stepTempo(steps: number[], tempo: number, by: 1 | -1): number {
  const next = by > 0 ? steps.find((one) => one > tempo) : steps.findLast((one) => one < tempo)
  return next ?? possibleTempo(tempo * (by > 0 ? 1.1 : 0.9))
}
