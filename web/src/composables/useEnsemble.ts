import { reactive, ref, watch, type Ref } from 'vue'
import { ask, byId } from '../api/client'
import type { Play, ScoreView, TunesParts } from '../api/types'
import { inRound } from '../geometry/together'
import { usePlayer } from '../stores/player'

/** How loud a part is, in percent, and whether it is silent. */
export interface Voice { loud: number; off: boolean }

/**
 * How the parts of a score are heard: the first one as the tune, the others beside it, each as loud as wanted; or the tune with itself, as a round.
 *   const { voice, loudness, asRound, hearRound } = useEnsemble(score, tune)
 */
export function useEnsemble(score: Ref<ScoreView | null>, tune: Ref<TunesParts | null>) {
  const player = usePlayer()
  const voices = reactive<Record<number, Voice>>({})
  const asRound = ref(false)
  const voice = (chart: number): Voice => (voices[chart] ??= { loud: 80, off: false })
  const level = (chart: number): number => (voice(chart).off ? 0 : voice(chart).loud / 100)

  watch(score, (now) => {
    if (!now?.parts[0]) return
    player.use(() => schedule(now))
    player.own = now.tempo
  })

  async function schedule(now: ScoreView): Promise<Play> {
    const [own, ...others] = await Promise.all(now.parts.map((part) => ask('get', '/api/charts/{id}/play', byId(part.id))))
    const round = asRound.value ? tune.value?.round : null
    const melody = now.parts.findIndex((part) => part.part === 'tune')
    if (round && melody >= 0) {
      const [first, ...after] = inRound([own, ...others][melody]!, round.bars, round.voices)
      player.beside = after.map((play) => ({ play, level: 0.7 }))
      return first!
    }
    player.beside = others.map((play, at) => ({ play, level: level(now.parts[at + 1]!.id) }))
    player.level = level(now.parts[0]!.id)
    return { ...own!, second: null }
  }

  /** After a loudness was changed. */
  function loudness(): void {
    const [first, ...others] = score.value?.parts ?? []
    if (!first) return
    player.change(() => {
      player.level = level(first.id)
      player.tune = !voice(first.id).off
      if (!asRound.value) player.beside = player.beside.map((part, at) => ({ ...part, level: level(others[at]!.id) }))
    })
  }

  function hearRound(): void {
    asRound.value = !asRound.value
    player.stop()
    player.renew()
  }

  return { voice, loudness, asRound, hearRound }
}
