/** What a key, a click or a drag on the writing desk asks for. */
export interface Act { do: string; given?: Record<string, string | number | boolean | null> }
export type HandKind = 'letter' | 'finger'

interface Key { key: string; code?: string; shiftKey: boolean; ctrlKey: boolean; metaKey: boolean; altKey: boolean }

/** Clefs, keys and meters to choose from; any other that a tune has is read and kept. */
export const CLEFS = ['treble', 'alto', 'tenor', 'bass']
const MAJOR = ['C', 'G', 'D', 'A', 'E', 'F', 'Bb', 'Eb', 'Ab']
const MINOR = ['A', 'E', 'B', 'F#', 'D', 'G', 'C']
export const KEYS = [...MAJOR.map((tonic) => `${tonic} major`), ...MINOR.map((tonic) => `${tonic} minor`)]
export const METERS = ['2/4', '3/4', '4/4', '6/8', '9/8', '12/8', '3/8', '2/2', 'C', 'C|', 'none']
/** Pick-ups to choose from, in quarters. */
export const PICKUPS = [
  { value: '0', title: 'none' },
  { value: '1/2', title: 'an eighth' },
  { value: '1', title: 'a quarter' },
  { value: '3/2', title: 'three eighths' },
  { value: '2', title: 'a half' },
  { value: '3', title: 'three quarters' },
]
/** Dynamics with a button of their own. */
export const DYNAMICS = ['pp', 'p', 'mp', 'mf', 'f', 'ff']

/** Lengths of the pen: key, quarters, words. */
export const LENGTHS = [
  { key: 'w', length: '4', words: 'whole' }, { key: 'h', length: '2', words: 'half' }, { key: 'q', length: '1', words: 'quarter' },
  { key: 'i', length: '1/2', words: 'eighth' }, { key: 's', length: '1/4', words: 'sixteenth' },
] as const

/** Acts with one key each, the same for either hand. */
const PLAIN: Record<string, Act> = {
  '.': { do: 'dot' }, '+': { do: 'longer' }, '-': { do: 'shorter' }, '#': { do: 'sharp' }, '^': { do: 'sharp' }, _: { do: 'flat' }, '=': { do: 'natural' },
  r: { do: 'rest' }, t: { do: 'hold' }, n: { do: 'triplet' }, l: { do: 'slur' }, o: { do: 'again' }, O: { do: 'again', given: { bar: true } },
  Backspace: { do: 'delete' }, Delete: { do: 'delete' }, '|': { do: 'bar' }, u: { do: 'bow', given: { bow: 'up' } }, v: { do: 'bow', given: { bow: 'down' } },
  ArrowLeft: { do: 'left' }, ArrowRight: { do: 'right' }, Home: { do: 'first' }, End: { do: 'end' }, Escape: { do: 'end' },
}

/** The act of a key, or null for none. strings: letters of the strings. */
export function actOf(event: Key, hand: HandKind, strings: string[]): Act | null {
  const { key } = event
  if (key === 'ArrowUp' || key === 'ArrowDown') {
    const up = key === 'ArrowUp' ? 1 : -1
    if (event.ctrlKey || event.metaKey) return { do: 'octave', given: { up } }
    return hand === 'finger' && !event.shiftKey ? { do: 'string', given: { up } } : { do: 'step', given: { up } }
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return null
  if (event.shiftKey && ['ArrowLeft', 'ArrowRight', 'Home', 'End'].includes(key)) return { ...PLAIN[key]!, given: { more: true } }
  const digit = /^(?:Digit|Numpad)([0-4])$/.exec(event.code ?? '')?.[1] ?? (/^[0-4]$/.test(key) ? key : undefined)
  if (hand === 'finger' && digit !== undefined) return { do: 'finger', given: { finger: Number(digit), across: event.shiftKey } }
  if (hand === 'finger' && strings.includes(key.toUpperCase())) return { do: 'string', given: { string: key.toUpperCase() } }
  if (hand === 'letter' && /^[a-gA-G]$/.test(key)) return { do: 'letter', given: { letter: key.toLowerCase() } }
  const length = LENGTHS.find((one) => one.key === key)
  return length ? { do: 'length', given: { length: length.length } } : (PLAIN[key] ?? null)
}

/**
 * Which line or space of a staff a place is on, counted in steps from the lowest line.
 * top, bottom: of the outer lines, pixels.
 *   staffLine(100, 60, 100) // => 0
 */
export function staffLine(y: number, top: number, bottom: number): number {
  return Math.round(((bottom - y) / (bottom - top)) * 8)
}

/** A length in words: "1/2" -> "eighth", "3/2" -> "dotted quarter". */
export function lengthWords(length: string): string {
  const plain = LENGTHS.find((one) => one.length === length)
  if (plain) return plain.words
  const [over, under = '1'] = length.split('/')
  const dotted = LENGTHS.find((one) => {
    const [a, b = '1'] = one.length.split('/')
    return Number(a) * 3 * Number(under) === Number(over) * 2 * Number(b)
  })
  return dotted ? `dotted ${dotted.words}` : `${length} quarters`
}
