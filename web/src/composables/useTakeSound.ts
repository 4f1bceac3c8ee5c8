import { onUnmounted, ref, watch, type Ref } from 'vue'

/** A stretch of a recording in seconds. */
export interface Stretch { from: number; to: number }

/**
 * Plays a recording: from anywhere, a stretch over and over. at: seconds where it is, null while it is still. It is fetched and decoded when it is first
 * played.
 *   const { playing, at, play, stop } = useTakeSound(() => place.sound(take.id))
 */
export function useTakeSound(address: () => string | null): {
  playing: Ref<boolean>
  at: Ref<number | null>
  problem: Ref<string>
  play: (stretch?: Stretch | null, from?: number) => Promise<void>
  stop: () => void
} {
  const playing = ref(false)
  const at = ref<number | null>(null)
  const problem = ref('')
  let context: AudioContext | null = null
  let buffer: AudioBuffer | null = null
  let source: AudioBufferSourceNode | null = null
  let frame = 0
  let runs = 0

  async function load(): Promise<AudioBuffer | null> {
    context ??= new AudioContext()
    await context.resume()
    if (buffer) return buffer
    const found = address()
    if (!found) return null
    const response = await fetch(found, { credentials: 'same-origin' })
    if (!response.ok) throw new Error(String(response.status))
    return (buffer = await context.decodeAudioData(await response.arrayBuffer()))
  }

  async function play(stretch: Stretch | null = null, from = stretch?.from ?? 0): Promise<void> {
    stop()
    const run = ++runs
    problem.value = ''
    playing.value = true
    try {
      const sound = await load()
      if (!sound || run !== runs) return
      source = context!.createBufferSource()
      source.buffer = sound
      if (stretch) Object.assign(source, { loop: true, loopStart: stretch.from, loopEnd: Math.min(stretch.to, sound.duration) })
      source.connect(context!.destination)
      source.onended = () => run === runs && stop()
      source.start(0, from)
      const began = context!.currentTime - from
      const look = () => {
        if (run !== runs) return
        const now = context!.currentTime - began
        const length = stretch ? Math.min(stretch.to, sound.duration) - stretch.from : 0
        at.value = stretch && now > stretch.from && length > 0 ? stretch.from + ((now - stretch.from) % length) : now
        frame = requestAnimationFrame(look)
      }
      look()
    } catch {
      if (run !== runs) return
      stop()
      problem.value = 'The recording could not be loaded. Check the connection and try again.'
    }
  }

  function stop(): void {
    runs += 1
    cancelAnimationFrame(frame)
    try {
      source?.stop()
    } catch {
      // it had not begun
    }
    source = null
    playing.value = false
    at.value = null
  }
  watch(address, () => {
    stop()
    buffer = null
  })
  onUnmounted(() => {
    stop()
    void context?.close().catch(() => undefined)
  })
  return { playing, at, problem, play, stop }
}
