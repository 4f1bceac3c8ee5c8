import { computed, ref } from 'vue'
import { withSystems } from '../geometry/systems'
import script from '../workers/engraver.ts?worker&url'

const BASE = `${import.meta.env.BASE_URL}vendor/verovio-6.3.0/`
/** The files the engraver is made of, its worker among them. */
export const ENGRAVER = [...['verovio-module.mjs', 'verovio.mjs'].map((name) => BASE + name), script]
/** Verovio's scale in percent: at 40 a staff is about 29 px high. */
export const SCALE = 40

declare const __ENGRAVER_BYTES__: number

/** How much of the engraver has arrived, 0 to 1; null before it is asked for and once it is here. */
const progress = ref<number | null>(null)
/** What to say while notes are being engraved. */
export const waitingWords = computed(() =>
  progress.value === null ? 'Engraving the notes. The first time takes a few seconds.' : `Loading the engraver, once: ${Math.round(progress.value * 100)} %`,
)

interface Job {
  resolve: (pages: string[]) => void
  reject: (error: Error) => void
}
/** A worker with what it still has to do, by number. */
interface Engraver {
  worker: Worker
  jobs: Map<number, Job>
}
const WARMING = 0 // number of the job that only loads the engraver
let count = WARMING
/** One, or two while a tune is written: a key often changes two systems, and each takes as long as all the rest. */
let engravers: Engraver[] = []

function start(): Engraver {
  const worker = new Worker(script, { type: 'module' })
  const jobs = new Map<number, Job>()
  const made = { worker, jobs }
  worker.onmessage = ({ data }: MessageEvent<{ id: number; pages?: string[]; error?: string; progress?: number }>) => {
    if (data.progress !== undefined) {
      if (made === engravers[0]) progress.value = __ENGRAVER_BYTES__ ? Math.min(1, data.progress / __ENGRAVER_BYTES__) : null
      return
    }
    progress.value = null
    const job = jobs.get(data.id)
    jobs.delete(data.id)
    if (data.pages) job?.resolve(data.pages)
    else job?.reject(new Error(data.error ?? 'The notes could not be engraved.'))
  }
  worker.onerror = () => {
    for (const job of jobs.values()) job.reject(new Error('The engraver could not be loaded. Check the connection and try again.'))
    engravers = engravers.filter((one) => one !== made)
  }
  engravers.push(made)
  return made
}

/** Loads the engraver before there is anything to engrave; resolves, whatever comes of it. */
export function warmEngraver(): Promise<void> {
  const { worker, jobs } = idlest()
  return new Promise((done) => {
    jobs.set(WARMING, { resolve: () => done(), reject: () => done() })
    worker.postMessage({ id: WARMING, base: base() })
  })
}

const base = (): string => new URL(BASE, location.origin).href

/** Gets a second engraver ready, on a machine that can do two things at once. Until it has loaded it is not asked; without it all goes on. */
export function engraveInTwo(): void {
  if (engravers.length !== 1 || (navigator.hardwareConcurrency ?? 1) < 2) return
  const { worker, jobs } = start()
  jobs.set(WARMING, { resolve: () => undefined, reject: () => undefined })
  worker.postMessage({ id: WARMING, base: base() })
}

/** The one with the least to do; the first one when it is the same. */
function idlest(): Engraver {
  return engravers.length ? engravers.reduce((best, one) => (one.jobs.size < best.jobs.size ? one : best)) : start()
}

/**
 * Engraves MusicXML (with note ids) as one SVG text per system, `bars` to a system, `width` CSS pixels wide.
 * Rejects with an Error whose message can be shown.
 */
export function engrave(musicxml: string, width: number, bars: number, scale = SCALE): Promise<string[]> {
  const { worker, jobs } = idlest()
  const id = ++count
  return new Promise((resolve, reject) => {
    jobs.set(id, { resolve, reject })
    worker.postMessage({
      id,
      base: base(),
      musicxml: withSystems(musicxml, bars),
      scale,
      width: Math.round((width * 100) / scale),
    })
  })
}
