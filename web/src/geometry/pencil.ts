import type { ChartNote, PencilMark } from '../api/types'

/** Kinds that stand once at a note; the same again takes it away. */
const SINGLE = ['dynamic', 'words', 'heading', 'breath', 'remark', 'circle']
/** What is said of a mark in a list. */
export const PENCIL_WORDS: Record<PencilMark['kind'], string> = {
  dynamic: 'dynamic',
  crescendo: 'growing',
  diminuendo: 'fading',
  words: 'words',
  heading: 'heading',
  breath: 'breath',
  remark: 'remark',
  circle: 'circle round the bar'
}

/** Marks with one more; one that is there already is taken away, another text takes the place of the old. */
export function pencilled(marks: PencilMark[], mark: PencilMark): PencilMark[] {
  const at = (one: PencilMark) => one.kind === mark.kind && one.note === mark.note && (SINGLE.includes(mark.kind) || one.to === mark.to)
  const old = marks.find(at)
  const others = marks.filter((one) => !at(one))
  return old && old.text === mark.text ? others : [...others, mark]
}

/** Marks that stand at a note, or in its bar where they are the bar's. notes: of the chart. */
export function marksAt(marks: PencilMark[], note: ChartNote, notes: ChartNote[]): PencilMark[] {
  const bar = new Map(notes.map((one) => [one.id, one.bar]))
  return marks.filter((mark) => mark.note === note.id || (mark.kind === 'circle' && bar.get(mark.note) === note.bar))
}

/** A circle is the bar's, whichever of its notes it hangs on: it is found again there. */
export function circled(marks: PencilMark[], note: ChartNote, notes: ChartNote[]): PencilMark[] {
  const old = marksAt(marks, note, notes).find((mark) => mark.kind === 'circle')
  return old ? marks.filter((mark) => mark !== old) : [...marks, { kind: 'circle', note: note.id, to: null, text: '' }]
}
