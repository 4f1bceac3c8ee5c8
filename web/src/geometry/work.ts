import type { HomeNote, PractisedDay, Report, WorkItem } from '../api/types'
import { daysOn } from './dates'

/**
 * The work made anew after a choice changed, without losing what was written: an item that was edited keeps its words and
 * minutes, and the teacher's own items stay at the end.
 */
export function kept(fresh: WorkItem[], edited: WorkItem[]): WorkItem[] {
  const same = (a: WorkItem, b: WorkItem) => a.kind === b.kind && a.bars.join() === b.bars.join()
  return [...fresh.map((item) => edited.find((own) => own.kind !== 'own' && same(own, item)) ?? item), ...edited.filter((item) => item.kind === 'own')]
}

/** Answers to notes from home as a card has them; those left empty are not on it. */
export const answersOf = (notes: HomeNote[], answers: Record<number, string>): { asked: string; answer: string }[] =>
  notes.filter((note) => answers[note.id]?.trim()).map((note) => ({ asked: note.text, answer: answers[note.id]!.trim() }))

export const total = (items: WorkItem[]): number => items.reduce((sum, item) => sum + (Number(item.minutes) || 0), 0)

/** "adds up", "2 minutes over", "3 minutes left". */
export function budgetWords(items: WorkItem[], budget: number): string {
  const left = budget - total(items)
  const minutes = Math.abs(left) === 1 ? '1 minute' : `${Math.abs(left)} minutes`
  return left === 0 ? 'adds up' : left > 0 ? `${minutes} left` : `${minutes} over`
}

/** The seven days a card is for, from the day it was issued: 2026-03-09 and on. */
export const week = (issued: string): string[] => Array.from({ length: 7 }, (_, index) => daysOn(issued, index))

/** What the days look like with reports on top that are not sent yet. */
export function withReports(days: PractisedDay[], reports: Report[]): PractisedDay[] {
  const found = new Map(days.map((day) => [day.day, { ...day, items: { ...day.items } }]))
  for (const report of reports) {
    const day = found.get(report.day) ?? { day: report.day, minutes: 0, pain: false, items: {} }
    if (report.kind === 'minutes') day.minutes = report.value
    else if (report.kind === 'pain') day.pain = report.value > 0
    else if (report.value > 0) day.items[String(report.item)] = report.value
    else delete day.items[String(report.item)]
    found.set(report.day, day)
  }
  return [...found.values()].sort((a, b) => a.day.localeCompare(b.day))
}
