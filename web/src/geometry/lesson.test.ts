import { describe, expect, it } from 'vitest'
import type { LessonItem, Mark, PlanItem } from '../api/types'
import { clockWords, dropped, markOf, marksOf, moved, noWishes, pace, partsOf, recorded, titleOf, wishesInput } from './lesson'

const items = ['warm-up', 'review bow.slur', 'card'].map((id) => ({ id, minutes: 4 }) as PlanItem)

describe('a lesson', () => {
  it('says times as a clock does', () => {
    expect([0, 7, 60, 760].map(clockWords)).toEqual(['0:00', '0:07', '1:00', '12:40'])
  })
  it('knows how far over it is', () => {
    expect(pace(items, 1, 500)).toEqual({ planned: 480, over: 20 })
    expect(pace(items, 0, 60).over).toBe(-180)
  })
  it('shows the last mark of an item', () => {
    const marks = [{ skill: 'a', tune_id: null, value: 1 }, { skill: null, tune_id: 3, value: 2 }, { skill: 'a', tune_id: null, value: 3 }]
    expect(markOf({ skill: 'a', tune: null }, marks)).toBe(3)
    expect(markOf({ skill: null, tune: 3 }, marks)).toBe(2)
    expect(markOf({ skill: 'b', tune: null }, marks)).toBeNull()
    expect(markOf({ skill: null, tune: null }, marks)).toBeNull()
  })
  it('does not count a mark that was taken back, but one given after it', () => {
    const marks = [{ skill: 'a', tune_id: null, value: 2 }, { skill: 'a', tune_id: null, value: 2, struck: true }]
    expect(markOf({ skill: 'a', tune: null }, marks)).toBeNull()
    expect(markOf({ skill: 'a', tune: null }, [...marks, { skill: 'a', tune_id: null, value: 1 }])).toBe(1)
  })
  it('keeps the record in order of days, with a correction in the place of what it corrects', () => {
    const one = (id: number, made_on: string, corrects_id: number | null = null) => ({ id, made_on, corrects_id }) as Mark
    const known = [one(3, '2027-01-09'), one(2, '2027-01-05'), one(1, '2027-01-01')]
    expect(recorded(known, one(4, '2027-01-05', 2)).map((mark) => mark.id)).toEqual([3, 4, 1])
    expect(recorded(known, one(4, '2027-01-09')).map((mark) => mark.id)).toEqual([4, 3, 2, 1])
    expect(recorded(known, one(4, '2026-12-01')).map((mark) => mark.id)).toEqual([3, 2, 1, 4])
  })
  it('takes an item that small skills share apart, each with its own mark; an older one holds itself alone', () => {
    const own = { title: 'Loose', skill: 'a', tune: null, words: '', checks: [], caution: null, faults: [] }
    const shared = { ...own, also: [{ ...own, title: 'At rest', skill: 'b' }, { ...own, title: 'Turned', skill: 'c' }] } as unknown as LessonItem
    const marks = ['a', 'c', 'c'].map((skill, value) => ({ skill, tune_id: null, value }))
    expect(partsOf(shared).map((part) => part.skill)).toEqual(['a', 'b', 'c'])
    expect([titleOf(shared), marksOf(shared, marks)]).toEqual(['Loose, At rest, Turned', [0, 2]])
    expect([partsOf(own as unknown as LessonItem).length, titleOf(own as unknown as LessonItem)]).toEqual([1, 'Loose'])
  })
})

describe('wishes about a plan', () => {
  it('move an item by naming the whole new order', () => {
    expect(moved(noWishes(), items, 'review bow.slur', -1).order).toEqual(['review bow.slur', 'warm-up', 'card'])
    expect(moved(noWishes(), items, 'card', 1).order).toEqual([])
  })
  it('drop an item with what was fixed about it, and take an own one away for good', () => {
    const wishes = { ...noWishes(), minutes: { 'review bow.slur': 9 }, added: ['bow.slur'], own: [{ id: 'own a', title: 'Sing' }] }
    expect(dropped(wishes, { id: 'review bow.slur', skill: 'bow.slur' })).toEqual({ ...wishes, minutes: {}, added: [], dropped: ['review bow.slur'] })
    expect(dropped(wishes, { id: 'own a', skill: null })).toMatchObject({ own: [], dropped: [] })
    expect(wishesInput(wishes).minutes).toEqual([{ id: 'review bow.slur', minutes: 9 }])
  })
})
