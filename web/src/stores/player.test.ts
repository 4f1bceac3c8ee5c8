import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Play } from '../api/types'

vi.mock('../composables/useSound', () => {
  const nothing = () => vi.fn(async () => undefined)
  return { play: nothing(), silence: nothing(), setTempo: nothing() }
})
const { usePlayer } = await import('./player')
const sound = await import('../composables/useSound')
const play = {
  tempo: 80, steps: [50, 60, 70, 80], beat: 1, bar: 4, count_in: 4, first: 0, length: 4, second: null,
  echo: { length: 0, notes: [] }, phrases: [], drones: [], clicks: null,
  bars: [[1, 0, 4]], notes: [{ id: 'n1', at: 0, length: 4, midi: 62, bar: 1, silent: false }],
} as unknown as Play

describe('a part over and over', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('goes a step faster after three clean times in a row, never beyond the own tempo', async () => {
    const player = usePlayer()
    player.use(async () => play)
    player.own = 70
    await player.load()
    player.set(60)
    player.repeat({ at: 0, length: 4, words: 'bar 1' })
    for (const well of [true, true, false, true, true]) player.went(well)
    expect([player.tempo, player.clean]).toEqual([60, 2])
    player.went(true)
    expect([player.tempo, player.clean]).toEqual([70, 0])
    for (let time = 0; time < 3; time += 1) player.went(true)
    expect(player.tempo).toBe(70)
  })

  it('sounds other parts beside it, each as loud as it is to be, none in an echo', async () => {
    const player = usePlayer()
    player.use(async () => play)
    player.beside = [{ play, level: 0.5 }]
    player.level = 0.8
    await player.start()
    const run = vi.mocked(sound.play).mock.lastCall![0]
    expect([run.level, run.beside!.map((part) => [part.level, part.sounds.length])]).toEqual([0.8, [[0.5, 1]]])
    player.mode = 'echo'
    await player.start()
    expect(vi.mocked(sound.play).mock.lastCall![0].beside).toEqual([])
    player.use(async () => play)
    expect([player.beside, player.level]).toEqual([[], 1])
  })
})
