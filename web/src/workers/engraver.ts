/// <reference lib="webworker" />
// Engraves notes away from the page: loads the engraver once, on first use, and answers one SVG per system.

/** Without notes: only load the engraver. */
interface Job { id: number; base: string; musicxml?: string; scale: number; width: number }
interface Toolkit {
  setOptions(options: Record<string, unknown>): void
  loadData(data: string): boolean | number
  getPageCount(): number
  renderToSVG(page: number): string
}

let toolkit: Promise<Toolkit> | undefined

/** Fetches the engraver with its progress told; the import after it finds it in the browser's cache. */
async function fetchWithProgress(address: string): Promise<void> {
  const reader = (await fetch(address)).body?.getReader()
  let loaded = 0
  for (let part = await reader?.read(); part && !part.done; part = await reader!.read()) {
    loaded += part.value.length
    self.postMessage({ progress: loaded })
  }
}

async function load(base: string): Promise<Toolkit> {
  await fetchWithProgress(`${base}verovio-module.mjs`)
  const { default: createModule } = await import(/* @vite-ignore */ `${base}verovio-module.mjs`)
  const { VerovioToolkit } = await import(/* @vite-ignore */ `${base}verovio.mjs`)
  return new VerovioToolkit(await createModule())
}

self.onmessage = async ({ data }: MessageEvent<Job>) => {
  try {
    toolkit ??= load(data.base)
    const engraver = await toolkit
    if (data.musicxml === undefined) return self.postMessage({ id: data.id, pages: [] })
    engraver.setOptions({
      scale: data.scale, pageWidth: data.width, pageHeight: 60000, adjustPageHeight: true, breaks: 'encoded', header: 'none', footer: 'none',
      svgHtml5: true, svgViewBox: true, minLastJustification: 0.3, font: 'Leland', xmlIdSeed: 1, pageMarginLeft: 0, pageMarginRight: 0, pageMarginTop: 10,
      pageMarginBottom: 10, mnumInterval: 1,
    })
    if (!engraver.loadData(data.musicxml)) throw new Error('The notes could not be engraved.')
    const pages = Array.from({ length: engraver.getPageCount() }, (_, index) => engraver.renderToSVG(index + 1))
    self.postMessage({ id: data.id, pages })
  } catch (error) {
    toolkit = undefined
    self.postMessage({ id: data.id, error: error instanceof Error ? error.message : String(error) })
  }
}
