import type { ChartNote, Kind } from '../api/types'

const ordinal = ['open', 'first', 'second', 'third', 'fourth']

/** The two schools of bowing, to be chosen from. */
export const BOWINGS = [{ value: 'comes', title: 'as it comes' }, { value: 'strong', title: 'strong beats down' }]

/** What may be charted of a tune. */
export const KINDS: { title: string; value: Kind }[] = [
  { title: 'simple', value: { version: 'simple', part: 'tune' } },
  { title: 'full', value: { version: 'full', part: 'tune' } },
  { title: 'open strings', value: { version: 'simple', part: 'open' } },
  { title: 'second voice', value: { version: 'simple', part: 'second' } },
  { title: 'bass line', value: { version: 'simple', part: 'bass' } },
  { title: 'drone', value: { version: 'simple', part: 'drone' } },
  { title: 'answer', value: { version: 'simple', part: 'answer' } },
]

/** The same chart of a tune: of what is no tune there is one, whatever the version. */
export const sameKind = (one: Kind, other: Kind): boolean =>
  one.part === other.part && (one.part !== 'tune' || one.version === other.version)

/** What was typed where the server wants a number: what is none goes as it is all the same, so that the server names the field. */
const asNumber = (typed: number | string): number => typed as number

/** A whole number as it was typed. */
export const wholeOf = (text: string): number => asNumber(/^-?\d+$/.test(text.trim()) ? Number(text) : text.trim())

/** A number with a point or a comma, as it was typed; nothing for an empty field. */
export const measureOf = (text: string): number | null =>
  text.trim() === '' ? null : asNumber(Number.isFinite(Number(text.replace(',', '.'))) ? Number(text.replace(',', '.')) : text)

/** What a file is called by its Content-Disposition header: the name as it is, else the one in plain letters; null without one. */
export function fileName(header: string | null): string | null {
  const whole = /filename\*=UTF-8''([^;]+)/i.exec(header ?? '')?.[1]
  return whole ? decodeURIComponent(whole) : (/filename="([^"]+)"/.exec(header ?? '')?.[1] ?? null)
}

/** For searching: small letters without accents. */
export const plain = (text: string): string => text.normalize('NFD').replace(/\p{Diacritic}/gu, '').toLowerCase()

/** "F sharp" for "F#4". */
export function spoken(pitch: string): string {
  const sign = { '#': ' sharp', '##': ' double sharp', b: ' flat', bb: ' double flat' }[pitch.slice(1).replace(/-?\d+$/, '')] ?? ''
  return `${pitch[0]}${sign}`
}

/** "F♯4" for "F#4", to be read. */
export const printed = (pitch: string): string => pitch.replace('##', '𝄪').replace('#', '♯').replace('bb', '𝄫').replace(/(?<=^.)b/, '♭')

/** "3 and a half" style counting is left to ears; the eye gets 1, 1½, 2. */
export function beat(text: string): string {
  const [over, under] = text.split('/').map(Number) as [number, number | undefined]
  if (!under) return text
  const whole = Math.floor(over / under)
  const parts: Record<string, string> = { '1/2': '½', '1/4': '¼', '3/4': '¾', '1/3': '⅓', '2/3': '⅔' }
  const part = parts[`${over - whole * under}/${under}`]
  return part ? `${whole}${part}` : text
}

/** "D string, second finger, low", "open A". */
export function place(note: Pick<ChartNote, 'string' | 'finger' | 'position'> & { placement?: string }): string {
  if (note.finger === 0) return `open ${note.string}`
  const position = note.position && note.position !== '1' ? `, position ${note.position}` : ''
  const placement = note.placement && ['low', 'high', 'extended'].includes(note.placement) ? `, ${note.placement}` : ''
  return `${note.string} string, ${ordinal[note.finger]} finger${placement}${position}`
}

/** For screen readers: "bar 3 beat 2, F sharp, D string second finger, up-bow, upper half". */
export function accessible(note: ChartNote): string {
  const join = note.join === 'slur' ? 'same bow' : `${note.direction}-bow`
  return `bar ${note.bar} beat ${beat(note.beat)}, ${spoken(note.written)}, ${place(note)}, ${join}, ${note.bow_words}`
}

/** Placement words shown under a digit; plain fingers need none. */
export const mark = (note: ChartNote): string => ({ low: 'low', high: 'high', extended: 'ext.' })[note.placement as string] ?? ''

/** Sentences in a row, each with one full stop, whether it came with its own or not. */
export const sentences = (list: string[]): string => list.map((one) => one.replace(/[.\s]*$/, '.')).join(' ')

/** "done once", "done twice", "done 5 times". */
export const doneWords = (times: number): string => (times ? `done ${['once', 'twice'][times - 1] ?? `${times} times`}` : 'not done')

/** Made where something was typed or ticked, so that sending it twice counts once. */
export const newKey = (): string => crypto.randomUUID?.() ?? `${Date.now()}-${Math.random().toString(36).slice(2, 12)}`

/** What small digits mean, of a chart's ornaments that occur: [sample, words]. Cards issued long ago have none. */
export function ornamentSigns(notes: Partial<ChartNote>[]): [string, string][] {
  const graced = notes.find((note) => note.graces?.length)
  const trilled = notes.find((note) => note.trill)
  return [
    ...(graced
      ? [[graced.graces!.map((grace) => grace.finger).join(' '), 'small, before a note: grace notes, quick before the beat'] as [string, string]]
      : []),
    ...(trilled ? [[trillFingers(trilled), 'small, after a note: trill with these two'] as [string, string]] : [])
  ]
}

/** The fingers of a note's trill in the order in which they begin, "2·3"; '' without one. */
export function trillFingers(note: Partial<ChartNote>): string {
  if (!note.trill) return ''
  return (note.trill.from === 'upper' ? [note.trill.finger, note.finger] : [note.finger, note.trill.finger]).join('·')
}

/** "bars 1, 3, 8": some bars, not all of them where there are many; 0 is the pick-up. */
export function barList(bars: number[], most = 5): string {
  return `bar${bars.length > 1 ? 's' : ''} ${bars.slice(0, most).map((bar) => (bar === 0 ? 'pick-up' : bar)).join(', ')}${bars.length > most ? ' …' : ''}`
}
