import { computed, ref } from 'vue'
import { withSystems } from '../geometry/systems'

const BASE = `${import.meta.env.BASE_URL}vendor/verovio-6.3.0/`
/** The files the engraver is made of, beside its worker. */
export const ENGRAVER = ['verovio-module.mjs', 'verovio.mjs'].map((name) => BASE + name)
/** Verovio's scale in percent: at 40 a staff is about 29 px high. */
export const SCALE = 40

declare const __ENGRAVER_BYTES__: number

/** How much of the engraver has arrived, 0 to 1; null before it is asked for and once it is here. */
const progress = ref<number | null>(null)
/** What to say while notes are being engraved. */
export const waitingWords = computed(() =>
  progress.value === null ? 'Engraving the notes. The first time takes a few seconds.' : `Loading the engraver, once: ${Math.round(progress.value * 100)} %`,
)

let worker: Worker | undefined
let count = 0
const waiting = new Map<number, { resolve: (pages: string[]) => void; reject: (error: Error) => void }>()

function start(): Worker {
  const made = new Worker(new URL('../workers/engraver.ts', import.meta.url), { type: 'module' })
  made.onmessage = ({ data }: MessageEvent<{ id: number; pages?: string[]; error?: string; progress?: number }>) => {
    if (data.progress !== undefined) {
      progress.value = __ENGRAVER_BYTES__ ? Math.min(1, data.progress / __ENGRAVER_BYTES__) : null
      return
    }
    progress.value = null
    const job = waiting.get(data.id)
    waiting.delete(data.id)
    if (data.pages) job?.resolve(data.pages)
    else job?.reject(new Error(data.error ?? 'The notes could not be engraved.'))
  }
  made.onerror = () => {
    for (const job of waiting.values()) job.reject(new Error('The engraver could not be loaded. Check the connection and try again.'))
    waiting.clear()
    worker = undefined
  }
  return made
}

/**
 * Engraves MusicXML (with note ids) as one SVG text per system, `bars` to a system, `width` CSS pixels wide.
 * Rejects with an Error whose message can be shown.
 */
export function engrave(musicxml: string, width: number, bars: number, scale = SCALE): Promise<string[]> {
  worker ??= start()
  const id = ++count
  return new Promise((resolve, reject) => {
    waiting.set(id, { resolve, reject })
    worker!.postMessage({
      id,
      base: new URL(BASE, location.origin).href,
      musicxml: withSystems(musicxml, bars),
      scale,
      width: Math.round((width * 100) / scale),
    })
  })
}
