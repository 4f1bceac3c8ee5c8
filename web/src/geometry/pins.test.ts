import { describe, expect, it } from 'vitest'
import type { ChartNote, Pin } from '../api/types'
import { neighbour, turned } from './pins'

const other = (string: string, finger: number) => ({ string, finger, position: finger ? '1' : null, extra: 1, reason: '' })
const note = { id: 'n5', string: 'A', finger: 0, position: null, alternatives: [other('D', 4)] } as unknown as ChartNote
const pin = (changes: Partial<Pin>): Pin => ({ note: 'n5', string: null, finger: null, position: null, direction: null, ...changes })

describe('turned', () => {
  it('pins a finger and lets the engine find the string', () => expect(turned([], note, { finger: 4 })).toEqual([pin({ finger: 4 })]))
  it('keeps the direction when the place changes', () => {
    expect(turned([pin({ direction: 'up' })], note, { place: { string: 'D', finger: 4, position: '1' } })).toEqual([
      pin({ direction: 'up', string: 'D', finger: 4, position: '1' }),
    ])
  })
  it('pins a note as it is, then frees it altogether', () => {
    const pinned = turned([], note, 'toggle')
    expect(pinned).toEqual([pin({ string: 'A', finger: 0 })])
    expect(turned(pinned, note, 'toggle')).toEqual([])
  })
  it('leaves other notes alone', () => expect(turned([pin({ note: 'n1', finger: 1 })], note, { direction: 'down' })).toHaveLength(2))
})

describe('neighbour', () => {
  it('walks round all places of a note', () => {
    expect(neighbour(note, 1)).toEqual({ string: 'D', finger: 4, position: '1' })
    expect(neighbour({ ...note, alternatives: [] }, 1)).toBeNull()
  })
  it('fixes a join and frees it by the same key again', () => {
    const hooked = turned([], note, { join: 'hook' })
    expect(hooked).toEqual([{ note: 'n5', string: null, finger: null, position: null, direction: null, join: 'hook' }])
    expect(turned(hooked, note, { join: 'hook' })).toEqual([])
    expect(turned(hooked, note, { direction: 'up' })[0]).toMatchObject({ join: 'hook', direction: 'up' })
  })
})
