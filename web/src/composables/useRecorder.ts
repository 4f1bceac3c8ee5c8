import { onUnmounted, ref } from 'vue'
import { countIn, type Beats } from '../geometry/play'
import * as sound from './useSound'

/** Seconds of a recording at most. */
export const LONGEST = 300
const LAST = 1500 // ms that the last of a recording may take to come
const BEFORE = 0.3 // seconds before the first beat at which recording begins: fingers are early

/** What goes before a recording: the schedule to count in by, or null for none; goes: the click goes on, for the ear only. */
export interface Lead {
  play: Beats | null
  tempo: number
  goes: boolean
}

/** As the microphone hears it: what a phone does to voices eats bow noise. */
export const UNALTERED = { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 }

/** Why there is no sound from a microphone, in words, with what to do. */
export function micTrouble(error: unknown, press = 'Record', or = '; or choose a WAV file'): string {
  const name = (error as { name?: string }).name
  if (name === 'NotAllowedError' || name === 'SecurityError')
    return `The browser does not let this page use the microphone. Allow it beside the address, then press ${press} again${or}.`
  if (name === 'NotFoundError' || name === 'OverconstrainedError') return `No microphone was found. Plug one in${or}.`
  if (name === 'NotReadableError' || name === 'AbortError') return `The microphone is used by another program. Close that, then press ${press} again${or}.`
  if (!globalThis.isSecureContext) return `This needs an address that begins with https. Ask whoever keeps the server${or}.`
  return `This browser cannot listen. Try another one${or}.`
}

/**
 * The microphone: counts in, then hands on what it hears, one channel of whole numbers of 16 bits. Nothing is altered on the way: no echo cancelling, no noise
 * suppression, no gain control.
 *   const { state, level, start, stop } = useRecorder(); await start(lead, { begin: (rate) => ..., part: (bytes) => ..., end: () => ... })
 */
export function useRecorder() {
  const state = ref<'still' | 'asking' | 'counting' | 'recording'>('still')
  const level = ref(0)
  const seconds = ref(0)
  const problem = ref('')
  let open: { context: AudioContext; stream: MediaStream; node: AudioWorkletNode; lock?: WakeLockSentinel } | null = null
  let runs = 0
  /** Ends it once, whoever says so first. */
  let over: (() => void) | null = null
  let ending: ReturnType<typeof setTimeout> | undefined
  let timer: ReturnType<typeof setTimeout> | undefined
  let clock: ReturnType<typeof setInterval> | undefined

  async function start(lead: Lead, on: { begin: (rate: number) => void; part: (bytes: ArrayBuffer) => void; end: () => void }): Promise<void> {
    const run = ++runs
    problem.value = ''
    state.value = 'asking'
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: UNALTERED })
      if (run !== runs) return stream.getTracks().forEach((track) => track.stop())
      const context = new AudioContext()
      await context.audioWorklet.addModule('/recorder.js')
      over = () => {
        over = null
        close()
        on.end()
      }
      const share = context.sampleRate >= 32_000 ? 2 : 1
      const node = new AudioWorkletNode(context, 'recorder', { numberOfOutputs: 0, processorOptions: { share } })
      open = { context, stream, node }
      if (run !== runs) return close()
      node.port.onmessage = ({ data }: MessageEvent<{ level?: number; samples?: ArrayBuffer; ended?: boolean }>) => {
        if (data.level !== undefined) level.value = data.level
        if (data.samples) on.part(data.samples)
        if (data.ended) over?.()
      }
      // Unplugged, or taken away by a call: what was heard until then is kept.
      stream.getAudioTracks()[0]?.addEventListener('ended', stop)
      context.onstatechange = () => state.value === 'recording' && context.state !== 'running' && stop()
      context.createMediaStreamSource(stream).connect(node)
      await context.resume()
      void awake()
      const wait = await count(lead)
      if (run !== runs) return
      timer = setTimeout(() => {
        node.port.postMessage('go')
        state.value = 'recording'
        seconds.value = 0
        on.begin(context.sampleRate / share)
        const began = performance.now()
        clock = setInterval(() => {
          seconds.value = (performance.now() - began) / 1000
          if (seconds.value >= LONGEST) stop()
        }, 200)
      }, wait * 1000)
    } catch (error) {
      if (run !== runs) return
      close()
      problem.value = micTrouble(error)
    }
  }

  /** A phone that falls asleep hears no more. */
  async function awake(): Promise<void> {
    const lock = await navigator.wakeLock?.request('screen').catch(() => null)
    if (lock && open) open.lock = lock
    else void lock?.release().catch(() => undefined)
  }

  /** Clicks, and how many seconds to wait until recording begins. */
  async function count(lead: Lead): Promise<number> {
    if (!lead.play) return 0
    state.value = 'counting'
    const { clicks, length } = countIn(lead.play, lead.goes ? LONGEST * (lead.tempo / 60) : 0)
    const playing = sound.play({
      programme: { lead: length, end: clicks.at(-1)!.at + lead.play.beat, sounds: [], second: [], backing: [], clicks },
      tempo: lead.tempo, loop: false, tune: false, second: false, click: lead.goes, drone: [], on: () => undefined, end: () => undefined,
    })
    await playing.catch(() => undefined) // without the sounds it is waited as long, in silence
    return Math.max(0, (length * 60) / lead.tempo - BEFORE)
  }

  /** Ends a recording, or what was to become one. */
  function stop(): void {
    if (state.value !== 'recording') return close()
    open?.node.port.postMessage('end')
    const run = runs
    ending = setTimeout(() => run === runs && over?.(), LAST) // a microphone that was taken away may say nothing more
  }

  function close(): void {
    runs += 1
    clearTimeout(timer)
    clearTimeout(ending)
    clearInterval(clock)
    if (state.value !== 'still') void sound.silence()
    open?.stream.getTracks().forEach((track) => track.stop())
    void open?.lock?.release().catch(() => undefined)
    void open?.context.close().catch(() => undefined)
    open = null
    level.value = 0
    state.value = 'still'
  }
  onUnmounted(stop)
  return { state, level, seconds, problem, start, stop }
}
