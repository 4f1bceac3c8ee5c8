import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Play } from '../api/types'
import * as sound from '../composables/useSound'
import { programme, stepTempo, type Span } from '../geometry/play'

/** Clean times in a row after which a tempo is left behind (guide page on practice). */
export const CLEAN = 3

/**
 * Playing along with a chart or a card: one thing plays at a time. `source` gives the schedule when it is needed.
 */
export const usePlayer = defineStore('player', () => {
  const state = ref<'still' | 'loading' | 'playing'>('still')
  const problem = ref('')
  const schedule = ref<Play | null>(null)
  const chosen = ref<number | null>(null)
  const mode = ref<'tune' | 'echo'>('tune')
  const span = ref<Span | null>(null)
  const loop = ref(false)
  /** How many times the whole is played through. */
  const verses = ref(1)
  const tune = ref(true)
  const second = ref(true)
  const click = ref(true)
  /** Bass and chords to play along with. */
  const backing = ref(false)
  const drone = ref<number | null>(null)
  /** Other parts of the tune that sound beside it, and how loud it is itself, 0 to 1. */
  const beside = ref<{ play: Play; level: number }[]>([])
  const level = ref(1)
  /** How many times in a row a part that goes over and over was clean, as its player says. */
  const clean = ref(0)
  /** The note that sounds, and whether it is the pupil's turn. */
  const now = ref<string | null>(null)
  const turn = ref(false)
  /** The chart's own tempo, until one is chosen here. */
  const own = ref(60)
  let source: (() => Promise<Play>) | null = null
  let runs = 0

  const tempo = computed(() => chosen.value ?? own.value)

  /** Takes up another chart or card; what was playing ends. */
  function use(from: () => Promise<Play>): void {
    stop()
    source = from
    schedule.value = null
    chosen.value = span.value = drone.value = null
    mode.value = 'tune'
    loop.value = false
    verses.value = 1
    beside.value = []
    level.value = 1
  }

  /** Forgets the schedule, because the chart has changed; a part chosen before keeps its place in the tune. */
  const renew = (): void => {
    if (state.value !== 'playing') schedule.value = null
  }

  async function load(): Promise<Play | null> {
    if (!schedule.value && source) schedule.value = await source()
    return schedule.value
  }

  async function start(): Promise<void> {
    const run = ++runs
    problem.value = ''
    state.value = 'loading'
    try {
      const found = await load()
      if (!found || run !== runs) return
      const wish = { mode: mode.value, span: span.value, loop: loop.value, verses: verses.value }
      await sound.play({
        programme: programme(found, wish),
        level: level.value,
        beside: mode.value === 'echo' ? [] : beside.value.map((part) => ({ sounds: programme(part.play, wish).sounds, level: part.level })),
        tempo: tempo.value,
        loop: loop.value,
        tune: tune.value,
        second: second.value,
        click: click.value,
        backing: backing.value,
        drone: drone.value === null ? [] : (found.drones[drone.value]?.keys ?? []),
        on: (id, silent) => {
          now.value = id
          turn.value = silent
        },
        end: stop,
      })
      if (run === runs) state.value = 'playing'
      else await sound.silence()
    } catch (error) {
      if (run !== runs) return
      state.value = 'still'
      problem.value =
        error instanceof Error && error.message
          ? `It cannot be played: ${error.message}`
          : 'The sounds could not be loaded. Check the connection and try again.'
    }
  }

  function stop(): void {
    runs += 1
    state.value = 'still'
    now.value = null
    turn.value = false
    void sound.silence()
  }

  const toggle = (): void => void (state.value === 'still' ? start() : stop())

  /** Changes something that is heard from the next start on; while it plays it starts again. */
  function change(set: () => void): void {
    set()
    if (state.value === 'playing') void start()
  }

  /** Plays a part over and over, or the whole again when null. */
  function repeat(part: Span | null): void {
    mode.value = 'tune'
    span.value = part
    loop.value = part !== null
    clean.value = 0
    if (part || state.value === 'playing') void start()
  }

  /** One more clean time: after three the next step of the tempo, up to the chart's own. Otherwise it is counted anew. */
  function went(well: boolean): void {
    clean.value = well ? clean.value + 1 : 0
    if (clean.value < CLEAN) return
    clean.value = 0
    set(Math.min(own.value, stepTempo(schedule.value?.steps ?? [], tempo.value, 1)))
  }

  function step(by: 1 | -1): void {
    set(stepTempo(schedule.value?.steps ?? [], tempo.value, by))
  }
  function set(beats: number): void {
    chosen.value = beats
    void sound.setTempo(beats)
  }

  return {
    state,
    problem,
    schedule,
    tempo,
    own,
    chosen,
    mode,
    span,
    loop,
    verses,
    tune,
    second,
    click,
    backing,
    drone,
    beside,
    level,
    clean,
    went,
    now,
    turn,
    use,
    renew,
    load,
    start,
    stop,
    toggle,
    change,
    repeat,
    step,
    set,
  }
})
