// Time of verovio's layout of a MusicXML file, in milliseconds: one layout for every line on standard input, after three warm ones.
import { readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import createModule from '../web/node_modules/verovio/dist/verovio-module.mjs'
import { VerovioToolkit } from '../web/node_modules/verovio/dist/verovio.mjs'

const xml = readFileSync(process.argv[2], 'utf8')
const toolkit = new VerovioToolkit(await createModule())
toolkit.setOptions({ scale: 40, pageWidth: 1900, pageHeight: 60000, adjustPageHeight: true, breaks: 'auto', header: 'none', footer: 'none' })
const once = () => {
  const start = performance.now()
  toolkit.loadData(xml)
  for (let page = 1; page <= toolkit.getPageCount(); page++) toolkit.renderToSVG(page)
  return performance.now() - start
}
for (let warm = 0; warm < 3; warm++) once()
for await (const _ of createInterface({ input: process.stdin })) console.log(once().toFixed(3))
