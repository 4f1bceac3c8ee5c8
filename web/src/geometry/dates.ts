import { localDate } from '../api/client'

const day = (iso: string) => new Date(`${iso}T12:00:00`)

/** "9 March" for 2026-03-09. */
export const shortDate = (iso: string): string => day(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })

/** "9 March 2026". */
export const fullDate = (iso: string): string => day(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })

/** "9 March at 16:30", where the reader is, for 2026-03-09T15:30:00Z. */
export const momentOf = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' })

/** So many days on (or back) from a day: 2026-03-30 for 2026-03-28 and 2. */
export function daysOn(iso: string, by: number): string {
  const date = day(iso)
  date.setDate(date.getDate() + by)
  return localDate(date)
}

/** "Monday 9 March 2026". */
export const longDate = (iso: string): string => day(iso).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })

/** "Monday 16:30, 30 minutes, from 9 March": a weekly lesson, with its days where it begins or ends after a day. */
export function slotWords(slot: { weekday: number; time: string | null; minutes: number; from: string; to: string | null }, today: string): string {
  const when = [WEEKDAYS[slot.weekday - 1], slot.time].filter(Boolean).join(' ')
  return [when, `${slot.minutes} minutes`, slot.from > today ? `from ${shortDate(slot.from)}` : '', slot.to ? `until ${shortDate(slot.to)}`
    : ''].filter(Boolean).join(', ')
}

export const WEEKDAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']

/** To choose one from. */
export const DAYS = WEEKDAYS.map((title, index) => ({ value: index + 1, title }))
