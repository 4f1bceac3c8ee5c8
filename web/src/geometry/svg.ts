const STYLES = [
  'fill',
  'fill-opacity',
  'stroke',
  'stroke-width',
  'stroke-dasharray',
  'stroke-opacity',
  'opacity',
  'font-family',
  'font-size',
  'font-style',
  'font-weight',
  'font-variant',
  'text-anchor',
] as const

/**
 * The sheet as one SVG that stands by itself: every system's staff and bands at their places, with the styles of this page
 * written into the elements. Fonts are named, not embedded.
 */
export function sheetSvg(sheet: HTMLElement): string {
  const box = sheet.getBoundingClientRect()
  const parts = [...sheet.querySelectorAll<SVGSVGElement>('.system > svg, .system .staff > svg')].map((svg) => {
    const own = svg.getBoundingClientRect()
    const copy = svg.cloneNode(true) as SVGSVGElement
    inline(svg, copy)
    for (const [name, value] of Object.entries({ x: own.left - box.left, y: own.top - box.top, width: own.width, height: own.height }))
      copy.setAttribute(name, value.toFixed(2))
    copy.setAttribute('overflow', 'visible')
    return new XMLSerializer().serializeToString(copy)
  })
  const [width, height] = [Math.ceil(box.width), Math.ceil(box.height)]
  return `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ` +
    `width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">\n${parts.join('\n')}\n</svg>\n`
}

/** Writes what the page's style sheets say into the copy, element by element; handles and hidden things are left out. */
function inline(from: Element, to: Element): void {
  const style = getComputedStyle(from)
  for (const name of STYLES) {
    const value = style.getPropertyValue(name)
    if (value) (to as SVGElement).style?.setProperty(name, value)
  }
  const [inner, copies] = [[...from.children], [...to.children]]
  inner.forEach((child, index) => {
    if (child.getAttribute('role') === 'slider') copies[index]!.remove()
    else inline(child, copies[index]!)
  })
}
