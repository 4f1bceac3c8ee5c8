// What verovio reads in MusicXML texts: a JSON list of texts in, for each the MEI it makes of it out.
import createModule from '../../../../web/node_modules/verovio/dist/verovio-module.mjs'
import { VerovioToolkit } from '../../../../web/node_modules/verovio/dist/verovio.mjs'
const texts = JSON.parse(await new Promise((done) => { let text = ''; process.stdin.on('data', (more) => (text += more)).on('end', () => done(text)) }))
const toolkit = new VerovioToolkit(await createModule())
console.log(JSON.stringify(texts.map((text) => { toolkit.loadData(text); return toolkit.getMEI() })))
