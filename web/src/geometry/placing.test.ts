import { describe, expect, it } from 'vitest'
import type { Placing } from '../api/types'
import { ticked, told, type Told } from './placing'

const nothing: Told = { stages: {}, tunes: [], ticks: {}, key: 'k' }
const order = ['Ready', 'Pluck', 'Scales']
const placing = { stages: [{ stage: 'Scales', how: 'none', skills: [{ id: 'scale.a', name: 'A', had: false, state: 'untouched' }] }] } as unknown as Placing

describe('placing', () => {
  it('takes what lies before a chosen stage as had, unless something was said about it', () => {
    expect(ticked(nothing, order, 'Scales', 'part', placing).stages).toEqual({ Ready: 'has', Pluck: 'has', Scales: 'part' })
    expect(ticked({ ...nothing, stages: { Pluck: 'part' } }, order, 'Scales', 'has', placing).stages).toEqual({ Ready: 'has', Pluck: 'part', Scales: 'has' })
    expect(ticked(nothing, order, 'Scales', 'none', placing).stages).toEqual({ Scales: 'none' })
  })
  it('forgets the ticks of the stage chosen and keeps others, and says them to the server', () => {
    const wish = ticked({ ...nothing, ticks: { 'scale.a': true, 'bow.slur': false, 'left.first': true } }, order, 'Scales', 'has', placing)
    expect(told(wish)).toMatchObject({ with: ['left.first'], without: ['bow.slur'], tunes: [] })
  })
})
