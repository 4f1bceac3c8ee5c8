import type * as ToneModule from 'tone'
import type { Sound } from '../api/types'
import type { Programme } from '../geometry/play'

type Tone = typeof ToneModule

/** Another part that sounds beside. level: 0 to 1. */
export interface Beside { sounds: Sound[]; level: number }

/**
 * What one playing asks for and hears back. tempo: quarters a minute; level: of the tune, 0 to 1, 1 when it is left out; on and end are called in time
 * with the sound.
 */
export interface Run {
  programme: Programme
  tempo: number
  loop: boolean
  tune: boolean
  second: boolean
  click: boolean
  backing?: boolean
  drone: number[]
  level?: number
  beside?: Beside[]
  on: (id: string | null, silent: boolean) => void
  end: () => void
}

let loading: Promise<Tone> | undefined
let instruments:
  | Record<'tune' | 'second' | 'drone' | 'bass' | 'chord', ToneModule.PolySynth> & { click: ToneModule.Synth }
  | undefined

/** Stand-in sounds made in the browser: a soft bowed tone, a softer one for a second part, plucked ones for bass and chords, a dull one, a tick. */
function build(tone: Tone): NonNullable<typeof instruments> {
  const out = new tone.Limiter(-3).toDestination()
  const room = new tone.Filter(2400, 'lowpass').connect(out)
  const bowed = (volume: number) =>
    new tone.PolySynth(tone.Synth, {
      oscillator: { type: 'fatsawtooth', count: 2, spread: 9 },
      envelope: { attack: 0.05, decay: 0.1, sustain: 0.75, release: 0.09 },
      volume,
    }).connect(room)
  const tune = bowed(PLAIN)
  const second = bowed(-20)
  const drone = new tone.PolySynth(tone.Synth, {
    oscillator: { type: 'triangle' },
    envelope: { attack: 0.3, decay: 0.1, sustain: 0.9, release: 0.4 },
    volume: -20,
  }).connect(out)
  const click = new tone.Synth({ oscillator: { type: 'square' }, envelope: { attack: 0.001, decay: 0.03, sustain: 0, release: 0.01 }, volume: -18 }).connect(
    out,
  )
  const plucked = (volume: number, decay: number) =>
    new tone.PolySynth(tone.Synth, { oscillator: { type: 'triangle' }, envelope: { attack: 0.004, decay, sustain: 0, release: 0.1 }, volume }).connect(out)
  return { tune, second, drone, click, bass: plucked(-11, 1.1), chord: plucked(-19, 0.55) }
}

/** Half loud as a share of the loudest, where a tune is played as music; by so much its sounds are louder in all. */
const HALF_LOUD = 0.35
const PLAIN = -15
const SHAPED = -7
const loudness = (sound: Sound): number => (sound.loud === undefined ? 1 : Math.min(1, HALF_LOUD * 10 ** (sound.loud / 20)))

const ticks = (quarters: number): string => `${Math.round(quarters * 192)}i`
const hertz = (midi: number): number => 440 * 2 ** ((midi - 69) / 12)
/** Keys of a drone in Hz, a fifth over the lowest pure (3 to 2), as strings are tuned. */
export const inTune = (keys: number[]): number[] => keys.map((key) => (key - keys[0]! === 7 ? hertz(keys[0]!) * 1.5 : hertz(key)))

/** Starts a run (and ends the one before). The sounds are loaded when they are first asked for; rejects when they cannot be. */
export async function play(run: Run): Promise<void> {
  loading ??= import('tone')
  const tone = await loading.catch((error: unknown) => {
    loading = undefined
    throw error
  })
  await tone.start()
  instruments ??= build(tone)
  const { tune, second, drone, click } = instruments
  const plucked = instruments
  const transport = tone.getTransport()
  stop(tone)
  transport.bpm.value = run.tempo
  tune.volume.value = run.programme.sounds.some((sound) => sound.loud !== undefined) ? SHAPED : PLAIN
  const seconds = (quarters: number): number => Math.max(0.05, (quarters * 60) / transport.bpm.value - 0.04)
  for (const sound of run.second ? run.programme.second : []) {
    transport.schedule((time) => second.triggerAttackRelease(hertz(sound.midi), seconds(sound.length), time), ticks(sound.at))
  }
  for (const part of run.beside ?? []) {
    for (const sound of part.level > 0 ? part.sounds : []) {
      transport.schedule((time) => second.triggerAttackRelease(hertz(sound.midi), seconds(sound.length), time, part.level * loudness(sound)), ticks(sound.at))
    }
  }
  for (const sound of run.backing ? run.programme.backing : []) {
    transport.schedule((time) => plucked[sound.voice].triggerAttackRelease(hertz(sound.midi), seconds(sound.length), time), ticks(sound.at))
  }
  for (const sound of run.programme.sounds) {
    transport.schedule((time) => {
      if (run.tune && !sound.silent) tune.triggerAttackRelease(hertz(sound.midi), seconds(sound.length), time, (run.level ?? 1) * loudness(sound))
      tone.getDraw().schedule(() => run.on(sound.id, sound.silent), time)
    }, ticks(sound.at))
  }
  for (const beat of run.programme.clicks) {
    if (!run.click && beat.at >= run.programme.lead) continue
    transport.schedule((time) => click.triggerAttackRelease(beat.strong ? 1760 : 1175, 0.03, time), ticks(beat.at))
  }
  if (run.drone.length) transport.schedule((time) => drone.triggerAttack(inTune(run.drone), time), 0)
  transport.loop = run.loop
  if (run.loop) transport.setLoopPoints(ticks(run.programme.lead), ticks(run.programme.end))
  else transport.schedule((time) => tone.getDraw().schedule(run.end, time), ticks(run.programme.end))
  transport.start('+0.08')
}

function stop(tone: Tone): void {
  const transport = tone.getTransport()
  transport.stop()
  transport.cancel()
  transport.loop = false
  instruments?.tune.releaseAll()
  instruments?.second.releaseAll()
  instruments?.bass.releaseAll()
  instruments?.chord.releaseAll()
  instruments?.drone.releaseAll()
}

/** Silence at once. */
export async function silence(): Promise<void> {
  if (loading) stop(await loading)
}

/** A new tempo while it plays. */
export async function setTempo(tempo: number): Promise<void> {
  if (loading) (await loading).getTransport().bpm.value = tempo
}

/** A tone of so many Hz until what it resolves to is called: to tune by. */
export async function tone(hertz: number): Promise<() => void> {
  loading ??= import('tone')
  const found = await loading
  await found.start()
  const envelope = { attack: 0.1, decay: 0, sustain: 1, release: 0.3 }
  const own = new found.Synth({ oscillator: { type: 'triangle' }, envelope, volume: -14 }).toDestination()
  own.triggerAttack(hertz)
  return () => {
    own.triggerRelease()
    setTimeout(() => own.dispose(), 600)
  }
}

/** One short sound of keys (60 is middle C), as when a note is written. Quiet where there is no sound. */
export async function note(keys: number[]): Promise<void> {
  try {
    loading ??= import('tone')
    const tone = await loading
    await tone.start()
    instruments ??= build(tone)
    instruments.tune.releaseAll()
    instruments.tune.triggerAttackRelease(keys.map(hertz), 0.28)
  } catch {
    loading = undefined
  }
}
