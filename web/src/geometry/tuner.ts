import type { Tuner } from '../api/types'

/** What a tuner tells of what sounds now. ready: it has sounded long enough to be judged; cents, beats, words: null and '' until then. */
export interface Told {
  written: string
  string: string | null
  hertz: number
  held: number
  ready: boolean
  cents: number
  beats: number
  verdict: 'listen' | 'tuned' | 'in tune' | 'low' | 'high'
  ring: { string: string; answers: boolean } | null
}

export const centsBetween = (hertz: number, aim: number): number => 1200 * Math.log2(hertz / aim)

/** The nearest of all that can be aimed at: an open string where one is within half a semitone, else a note. */
function nearest(hertz: number, aims: Tuner): { written: string; hertz: number; string: string | null; ring: string | null } {
  const string = aims.strings.find((one) => Math.abs(centsBetween(hertz, one.hertz)) < 50)
  if (string) return { written: string.written, hertz: string.hertz, string: string.name, ring: null }
  const note = aims.notes.reduce((best, one) => (Math.abs(centsBetween(hertz, one.hertz)) < Math.abs(centsBetween(hertz, best.hertz)) ? one : best))
  return { written: note.written, hertz: note.hertz, string: null, ring: note.ring }
}

/** Follows what sounds: the middle of the last half second, told when the same note has sounded for as long as the aims say. */
export class Steady {
  private seen: { at: number; hertz: number }[] = []
  private since = 0
  private name = ''
  private lost = 0

  /** hertz: null for nothing clear; at: seconds. Returns null when nothing sounds. */
  hear(hertz: number | null, at: number, aims: Tuner): Told | null {
    if (hertz === null) {
      if (at - this.lost > 0.3) this.name = '' // a bow change is not the end of a note
      return this.name ? this.tell(at, aims) : null
    }
    this.lost = at
    const { written } = nearest(hertz, aims)
    if (written !== this.name) {
      this.name = written
      this.since = at
      this.seen = []
    }
    this.seen = [...this.seen.filter((one) => at - one.at < 0.5), { at, hertz }]
    return this.tell(at, aims)
  }

  private tell(at: number, aims: Tuner): Told | null {
    const sorted = this.seen.map((one) => one.hertz).sort((one, other) => one - other)
    const hertz = sorted[Math.floor(sorted.length / 2)]
    if (hertz === undefined) return null
    const aim = nearest(hertz, aims)
    const cents = centsBetween(hertz, aim.hertz)
    const ready = at - this.since >= aims.hold
    const limit = aim.string ? aims.tuned : aims.limit
    const right = aim.string ? 'tuned' : 'in tune'
    return {
      written: aim.written, string: aim.string, hertz, held: at - this.since, ready, cents, beats: Math.abs(hertz - aim.hertz),
      verdict: !ready ? 'listen' : Math.abs(cents) <= limit ? right : cents < 0 ? 'low' : 'high',
      ring: aim.ring ? { string: aim.ring, answers: ready && Math.abs(cents) <= aims.rings } : null,
    }
  }
}
