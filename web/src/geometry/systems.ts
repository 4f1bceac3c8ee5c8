/** A tune, as our own server writes it, cut at its bars. */
function cut(musicxml: string): { head: string; measures: string[]; tail: string } {
  const [head = '', ...measures] = musicxml.split(/(?=<measure )/)
  const last = measures.length - 1
  const tail = measures[last]?.replace(/^[^]*<\/measure>/, '') ?? ''
  if (last >= 0) measures[last] = measures[last]!.slice(0, -tail.length || undefined)
  return { head, measures, tail }
}

/** Indices of the measures that systems start with, `bars` bars a system at most. */
const starting = (measures: string[], bars: number): number[] => [
  0, ...systemStarts(measures.map((measure) => measure.startsWith('<measure number="0"')), bars),
]

/**
 * Asks for a page a system, every so many bars, `bars` at most: of breaks that are all written down the engraver makes twice as quick work as of
 * those it has to find. The pick-up bar is not counted, and an alone last bar joins the system before.
 *   withSystems('<score-partwise>...', 4)
 */
export function withSystems(musicxml: string, bars: number): string {
  const others = musicxml.indexOf('<part id="P2"') // of a score the breaks stand in the first part
  if (others > 0) return withSystems(musicxml.slice(0, others), bars) + musicxml.slice(others)
  const { head, measures, tail } = cut(musicxml)
  const starts = new Set(starting(measures, bars))
  const broken = measures.map((measure, at) => (starts.has(at) ? measure.replace(/^<measure[^>]*>/, (tag) => `${tag}<print new-page="yes"/>`) : measure))
  return head + broken.join('') + tail
}

/** Bars a system, `most` at most: fewer where the last system would otherwise be less than half full, its notes crowded beside empty paper. */
function evenly(bars: number, most: number): number {
  const left = bars % most
  return left > 1 && left * 2 < most ? Math.ceil(bars / Math.ceil(bars / most)) : most
}

/**
 * Indices of the measures that start a system, without the first; `most` bars a system at most.
 *   systemStarts([true, false, false, false, false], 2) // => [3]
 */
export function systemStarts(pickups: boolean[], most: number): number[] {
  const bars = evenly(pickups.filter((pickup) => !pickup).length, most)
  const starts: number[] = []
  let counted = 0
  pickups.forEach((pickup, index) => {
    if (pickup) return
    const left = pickups.length - index
    if (counted > 0 && counted % bars === 0 && (left > 1 || bars === 1)) starts.push(index)
    counted += 1
  })
  return starts
}

/**
 * A tune, as our own server writes it, as one text a system, each with the clef and key that hold at its start: a change in one bar has only its
 * system engraved anew. What is joined over the end of a system is drawn when the whole is engraved.
 *   asSystems('<score-partwise>...', 4).length // => 2 for eight bars
 */
export function asSystems(musicxml: string, bars: number): string[] {
  const { head, measures, tail } = cut(musicxml)
  const starts = starting(measures, bars)
  const holding = new Map<string, string>()
  return starts.map((start, at) => {
    const own = measures.slice(start, starts[at + 1])
    if (start > 0) own[0] = led(own[0]!, holding)
    for (const name of ['divisions', 'key', 'clef']) {
      const found = own.join('').match(element(name, 'g'))?.at(-1)
      if (found) holding.set(name, found)
    }
    return head + own.join('') + tail
  })
}

const element = (name: string, flags = ''): RegExp => new RegExp(`<${name}[ >][^]*?</${name}>`, flags)

/** A bar with what holds before it, where it does not say so itself. */
function led(measure: string, holding: Map<string, string>): string {
  const attributes = measure.match(element('attributes'))?.[0] ?? ''
  const inside = ['divisions', 'key', 'time', 'clef'].map((name) => attributes.match(element(name))?.[0] ?? holding.get(name) ?? '').join('')
  const plain = attributes ? measure.replace(attributes, '') : measure
  return plain.replace(/^<measure[^>]*>/, (tag) => `${tag}<attributes>${inside}</attributes>`)
}
