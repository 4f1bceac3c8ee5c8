/**
 * Asks for a new system at every n-th bar. The pick-up bar is not counted, and an alone last bar joins the system before.
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

/**
 * Indices of the measures that start a system, without the first.
 *   systemStarts([true, false, false, false, false], 2) // => [3]
 */
export function systemStarts(pickups: boolean[], bars: number): number[] {
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
