import { PitchDetector } from 'pitchy'
import { onUnmounted, ref } from 'vue'
import type { Tuner } from '../api/types'
import { Steady, type Told } from '../geometry/tuner'
import { micTrouble, UNALTERED } from './useRecorder'

const CLEAR = 0.9 // clarity under which nothing is told
const SOFT = 0.004 // loudness (RMS) under which it is silence
const FRAME = 4096 // samples: three periods of the lowest string of a bass at 48 kHz

/** Listens and tells what sounds, slowly: where it lies is told after it has sounded for a second. Nothing is recorded. */
export function useTuner(aims: () => Tuner | null) {
  const on = ref(false)
  const told = ref<Told | null>(null)
  const problem = ref('')
  let stream: MediaStream | null = null
  let context: AudioContext | null = null
  let frame = 0
  let runs = 0

  async function start(): Promise<void> {
    const run = ++runs
    problem.value = ''
    try {
      const found = await navigator.mediaDevices.getUserMedia({ audio: UNALTERED })
      if (run !== runs) return found.getTracks().forEach((track) => track.stop())
      stream = found
      context = new AudioContext()
      await context.resume()
      const analyser = context.createAnalyser()
      analyser.fftSize = FRAME
      context.createMediaStreamSource(stream).connect(analyser)
      on.value = true
      look(run, analyser, context.sampleRate)
    } catch (error) {
      if (run === runs) problem.value = micTrouble(error, 'Listen', '')
    }
  }

  function look(run: number, analyser: AnalyserNode, rate: number): void {
    const detector = PitchDetector.forFloat32Array(FRAME)
    const samples = new Float32Array(FRAME)
    const steady = new Steady()
    const step = (): void => {
      const known = aims()
      if (run !== runs) return
      frame = requestAnimationFrame(step)
      if (!known) return
      analyser.getFloatTimeDomainData(samples)
      const loud = Math.sqrt(samples.reduce((sum, one) => sum + one * one, 0) / FRAME)
      const [hertz, clarity] = loud < SOFT ? [0, 0] : detector.findPitch(samples, rate)
      told.value = steady.hear(clarity >= CLEAR && hertz > 30 ? hertz : null, performance.now() / 1000, known)
    }
    step()
  }

  function stop(): void {
    runs += 1
    cancelAnimationFrame(frame)
    stream?.getTracks().forEach((track) => track.stop())
    void context?.close().catch(() => undefined)
    stream = context = null
    on.value = false
    told.value = null
  }
  onUnmounted(stop)
  return { on, told, problem, start, stop }
}
