/**
 * Asks for a new system every so many bars, `bars` at most. The pick-up bar is not counted, and an alone last bar joins the system before.
 *   withSystems('<score-partwise>...', 4)
 */
export function withSystems(musicxml: string, bars: number): string {
  const document = new DOMParser().parseFromString(musicxml, 'application/xml')
  const measures = [...document.getElementsByTagName('measure')]
  measures.forEach((measure) => [...measure.getElementsByTagName('print')].forEach((print) => print.remove()))
  for (const index of systemStarts(measures.map((measure) => measure.getAttribute('number') === '0'), bars)) {
    const print = document.createElement('print')
    print.setAttribute('new-system', 'yes')
    measures[index]!.insertBefore(print, measures[index]!.firstChild)
  }
  return new XMLSerializer().serializeToString(document)
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
