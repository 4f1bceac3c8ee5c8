import type { Heard, HeardNote } from '../api/types'
import type { Stretch } from '../composables/useTakeSound'
import { printed } from './words'

/** How a note of a recording is drawn: a shape and words, so that colour says nothing by itself. */
export interface HeardSign { shape: 'dot' | 'ring' | 'low' | 'high' | 'cross' | 'gap' | 'unsure'; words: string }

/** What is drawn of a recording, by index of the chart's notes. */
export interface HeardMarks { signs: Map<number, HeardSign>; stops: Map<number, string>; added: Map<number, string>; again: Set<number> }

const LATE = 0.25 // beats from which a note is late or early

/** What is said of one note. Cents are rounded: nobody hears tenths. */
export function signOf(note: HeardNote): HeardSign {
  const time = note.late === null || Math.abs(note.late) <= LATE ? '' : note.late > 0 ? 'late' : 'early'
  const more = (words: string) => [words, note.start === 'slid' ? 'slid' : '', time].filter(Boolean).join(', ')
  const cents = Math.round(Math.abs(note.cents ?? 0))
  switch (note.verdict) {
    case 'in tune': return { shape: note.rings ? 'ring' : 'dot', words: more('') }
    case 'flat': return { shape: 'low', words: more(`low ${cents}`) }
    case 'sharp': return { shape: 'high', words: more(`high ${cents}`) }
    case 'wrong note': return { shape: 'cross', words: note.heard ? printed(note.heard.replace(/\d+$/, '')) : 'other' }
    case 'missing': return { shape: 'gap', words: 'left out' }
    default: return { shape: 'unsure', words: '' }
  }
}

/** Worse first: where a repeat was played twice, the worse of the two is shown. */
const WORSE = ['wrong note', 'missing', 'flat', 'sharp', 'in tune', 'unsure']

export function marksOf(heard: Heard): HeardMarks {
  const notes = new Map<number, HeardNote>()
  for (const note of heard.notes) {
    const before = notes.get(note.index)
    if (!before || WORSE.indexOf(note.verdict) < WORSE.indexOf(before.verdict)) notes.set(note.index, note)
  }
  return {
    signs: new Map([...notes].map(([index, note]) => [index, signOf(note)])),
    stops: new Map(heard.stops.map((stop) => [stop.before, `${stop.seconds.toFixed(1)} s`])),
    added: new Map(heard.added.map((one) => [one.after, `+ ${printed(one.pitch.replace(/\d+$/, ''))}`])),
    again: new Set(heard.repeated.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, at) => from + at))),
  }
}

/** The note that sounds at a moment of the recording; null before the first. */
export function noteAt(heard: Heard, seconds: number): number | null {
  const begun = heard.notes.filter((note) => note.onset !== null && note.onset <= seconds + 0.02)
  return begun.reduce<HeardNote | null>((last, note) => (!last || note.onset! >= last.onset! ? note : last), null)?.index ?? null
}

/** Where some bars lie in a recording, the last time that they were played; null when they were not. */
export function stretchOf(heard: Heard, bars: number[], length: number): Stretch | null {
  const own = heard.notes.filter((note) => bars.includes(note.bar) && note.onset !== null)
  if (!own.length) return null
  const last = Math.max(...own.map((note) => note.pass))
  const onsets = own.filter((note) => note.pass === last).map((note) => note.onset!)
  const from = Math.min(...onsets)
  const end = Math.max(...onsets)
  const next = heard.notes.map((note) => note.onset).filter((onset): onset is number => onset !== null && onset > end + 0.01)
  return { from: Math.max(0, from - 0.1), to: next.length ? Math.min(...next) : length }
}

/** What changed from one recording of a thing to another, in words: [what, before, now]. */
export function compared(before: Heard, now: Heard): [string, string, string][] {
  const count = (heard: Heard, verdict: string) => heard.notes.filter((note) => note.verdict === verdict).length
  const tuned = (heard: Heard) => `${count(heard, 'in tune')} of ${heard.notes.filter((note) => note.sure && note.cents !== null).length}`
  const lines: [string, (heard: Heard) => string][] = [
    ['tempo', (heard) => (heard.tempo.played === null ? 'not told' : String(Math.round(heard.tempo.played)))],
    ['in tune', tuned],
    ['wrong notes', (heard) => String(count(heard, 'wrong note'))],
    ['left out', (heard) => String(count(heard, 'missing'))],
    ['stops', (heard) => String(heard.stops.length)],
    ['played again', (heard) => String(heard.repeated.length)],
    ['slid', (heard) => String(heard.notes.filter((note) => note.start === 'slid').length)],
    ['off the pulse', (heard) => (heard.tempo.steadiness === null ? 'not told' : `${heard.tempo.steadiness} %`)],
    ['clean', (heard) => (heard.clean ? 'yes' : 'no')],
  ]
  const fingers = now.fingers.flatMap((finger): [string, string, string][] => {
    const old = before.fingers.find((one) => one.string === finger.string && one.finger === finger.finger && one.placement === finger.placement)
    return old && Math.max(Math.abs(old.cents), Math.abs(finger.cents)) >= 8
      ? [[`finger ${finger.finger} (${finger.placement}) on ${finger.string}`, centsWords(old.cents), centsWords(finger.cents)]]
      : []
  })
  return [...lines.map(([name, words]): [string, string, string] => [name, words(before), words(now)]), ...fingers]
}

/** -21.6 -> "22 cents low" */
export function centsWords(cents: number): string {
  const whole = Math.round(Math.abs(cents))
  return whole === 0 ? 'right' : `${whole} ${whole === 1 ? 'cent' : 'cents'} ${cents < 0 ? 'low' : 'high'}`
}
