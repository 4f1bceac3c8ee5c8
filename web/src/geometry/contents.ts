import type { ContentsTune } from '../api/types'

/** One line of notes in a file: what is sent to take it, and its name. */
export interface Line { tune: number; part: number; voice: string; words: string; second?: { part: number; voice: string } }

const named = (part: string, voices: string[], voice: string): string =>
  [part, voices.length > 1 ? `voice ${voice}` : ''].filter(Boolean).join(', ') || 'the tune'

/**
 * The lines of a tune, the first one that which is suggested.
 *   linesOf({ index: 0, title: 'Round', parts: [{ index: 0, name: 'Flute', voices: ['1', '2'], printed: null }], why: null })[1].words // => "Flute, voice 2"
 */
export const linesOf = (tune: ContentsTune): Line[] =>
  tune.parts.flatMap((part) =>
    part.voices.map((voice, at) => ({
      tune: tune.index,
      part: part.index,
      voice,
      words: part.printed?.[at] || named(part.printed ? '' : part.name || (tune.parts.length > 1 ? `part ${part.index + 1}` : ''), part.voices, voice)
    }))
  )
