import type { CalendarLesson } from '../api/types'
import { daysOn } from './dates'

export interface Placed {
  lesson: CalendarLesson
  top: number
  height: number
  lane: number
  lanes: number
}

const at = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5))

/** The hours a week view needs: those of its lessons, eight hours at least; the afternoon when there are none. */
export function hours(lessons: CalendarLesson[]): { from: number; to: number } {
  const timed = lessons.filter((lesson) => lesson.time)
  const from = timed.length ? Math.min(...timed.map((lesson) => Math.floor(at(lesson.time!) / 60))) : 13
  const to = Math.min(24, Math.max(from + 8, ...timed.map((lesson) => Math.ceil((at(lesson.time!) + lesson.minutes) / 60))))
  return { from: Math.min(from, to - 8), to }
}

/** Lessons of one day as boxes: top and height in minutes from the first hour; those that overlap stand side by side. */
export function placed(lessons: CalendarLesson[], from: number): Placed[] {
  const boxes: Placed[] = lessons
    .filter((lesson) => lesson.time)
    .map((lesson) => ({ lesson, top: at(lesson.time!) - from * 60, height: lesson.minutes, lane: 0, lanes: 1 }))
  boxes.sort((a, b) => a.top - b.top)
  let group: Placed[] = []
  let end = -1
  const close = () => {
    const lanes = Math.max(1, ...group.map((box) => box.lane + 1))
    for (const box of group) box.lanes = lanes
    group = []
  }
  for (const box of boxes) {
    if (box.top >= end) close()
    const taken = group.filter((other) => other.top + other.height > box.top).map((other) => other.lane)
    while (taken.includes(box.lane)) box.lane += 1
    group.push(box)
    end = Math.max(end, box.top + box.height)
  }
  close()
  return boxes
}

/** The Monday of a day's week. */
export function monday(iso: string): string {
  const day = new Date(`${iso}T12:00:00`)
  return daysOn(iso, -((day.getDay() + 6) % 7))
}
