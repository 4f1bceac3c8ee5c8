import { describe, expect, it } from 'vitest'
import type { ChartNote, PencilMark } from '../api/types'
import { circled, marksAt, pencilled } from './pencil'

const mark = (kind: PencilMark['kind'], note: string, text = '', to: string | null = null): PencilMark => ({ kind, note, to, text })
const notes = [['n1', 1], ['n2', 1], ['n3', 2]].map(([id, bar]) => ({ id, bar })) as ChartNote[]

describe('what is pencilled in', () => {
  it('stands once at a note: another takes its place, the same again takes it away', () => {
    const soft = pencilled([mark('words', 'n1', 'sing')], mark('dynamic', 'n1', 'p'))
    expect(soft).toHaveLength(2)
    expect(pencilled(soft, mark('dynamic', 'n1', 'f'))).toEqual([mark('words', 'n1', 'sing'), mark('dynamic', 'n1', 'f')])
    expect(pencilled(soft, mark('dynamic', 'n1', 'p'))).toEqual([mark('words', 'n1', 'sing')])
    expect(pencilled([mark('crescendo', 'n1', '', 'n2')], mark('crescendo', 'n1', '', 'n3'))).toHaveLength(2)
  })

  it('circles a bar, not a note', () => {
    const round = circled([], notes[0]!, notes)
    expect(marksAt(round, notes[1]!, notes)).toEqual(round)
    expect(marksAt(round, notes[2]!, notes)).toEqual([])
    expect(circled(round, notes[1]!, notes)).toEqual([])
  })
})
