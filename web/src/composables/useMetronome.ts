import { onUnmounted, ref } from 'vue'
import { possibleTempo } from '../geometry/play'
import * as sound from './useSound'

/** A click by itself, a strong one every so many beats. */
export function useMetronome() {
  const on = ref(false)
  const tempo = ref(60)
  const problem = ref('')

  async function run(): Promise<void> {
    const clicks = [0, 1, 2, 3].map((at) => ({ at, strong: at === 0 }))
    try {
      await sound.play({
        programme: { lead: 0, end: 4, sounds: [], second: [], backing: [], clicks },
        tempo: tempo.value,
        loop: true,
        tune: false,
        click: true,
        second: false,
        drone: [],
        on: () => undefined,
        end: () => undefined,
      })
      on.value = true
      problem.value = ''
    } catch {
      problem.value = 'The sounds could not be loaded; try again when the connection is back.'
    }
  }
  function halt(): void {
    on.value = false
    void sound.silence()
  }
  const toggle = (): void => (on.value ? halt() : void run())

  /** Five faster or slower, or a tempo of its own. */
  function set(beats: number): void {
    tempo.value = possibleTempo(beats)
    if (on.value) void sound.setTempo(tempo.value)
  }
  onUnmounted(halt)
  return { on, tempo, problem, toggle, set, halt }
}
