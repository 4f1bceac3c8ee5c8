// Copies the engraver, unmodified, to public/vendor with its licence texts and notice (LGPL-3: it must stay replaceable).
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { join } from 'node:path'

const web = fileURLToPath(new URL('..', import.meta.url))
const { version } = JSON.parse(readFileSync(join(web, 'node_modules/verovio/package.json'), 'utf8'))
const target = join(web, 'public/vendor', `verovio-${version}`)

mkdirSync(target, { recursive: true })
for (const name of ['verovio-module.mjs', 'verovio.mjs']) {
  copyFileSync(join(web, 'node_modules/verovio/dist', name), join(target, name))
}
for (const name of ['LGPL-3.txt', 'GPL-3.txt']) copyFileSync(join(web, 'licences', name), join(target, name))
writeFileSync(
  join(target, 'NOTICE.txt'),
  `Verovio ${version}, music notation engraving library, is used here unmodified under the GNU Lesser General Public
License, version 3 (LGPL-3.txt, with GPL-3.txt which it refers to). You may replace these two files by your own build.
Its source is published by its authors as the release tagged ${version}; on request we hand on a copy of that source for
at least three years from our own release.
`,
)

// One page with the licence texts of everything that is shipped to the browser.
const shipped = [
  'vue', 'vuetify', 'pinia', 'vue-router', 'chart.js', 'vue-chartjs', 'tone', 'standardized-audio-context',
  'automation-events', 'tslib', 'qrcode', 'dijkstrajs', '@simplewebauthn/browser', '@mdi/js',
  '@vueuse/core', '@vueuse/shared', 'openapi-fetch', 'idb-keyval', 'pitchy', 'fft.js',
  '@fontsource/alegreya', '@fontsource/source-sans-3',
]
const texts = shipped.map((name) => {
  const folder = join(web, 'node_modules', name)
  const { version, license } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'))
  const file = readdirSync(folder).find((each) => /^licen[cs]e/i.test(each))
  const text = file ? readFileSync(join(folder, file), 'utf8') : readFileSync(join(folder, 'README.md'), 'utf8').split(/^#+ licen[cs]e$/im)[1]
  if (!text) throw new Error(`${name} carries no licence text: find it before shipping`)
  return `${name} ${version} (${license})\n\n${text.trim()}\n`
})
const verovio = `verovio ${version} (LGPL-3.0-or-later): see verovio-${version}/NOTICE.txt beside this file.\n`
writeFileSync(join(web, 'public/vendor/notices.txt'), [verovio, ...texts].join(`\n${'-'.repeat(80)}\n\n`))
