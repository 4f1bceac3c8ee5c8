// The notes that verovio plays in MusicXML texts: a JSON list of texts in, for each a MIDI file in base64 out, repeats as written.
import createModule from '../../../../web/node_modules/verovio/dist/verovio-module.mjs'
import { VerovioToolkit } from '../../../../web/node_modules/verovio/dist/verovio.mjs'
const texts = JSON.parse(await new Promise((done) => { let text = ''; process.stdin.on('data', (more) => (text += more)).on('end', () => done(text)) }))
const toolkit = new VerovioToolkit(await createModule())
toolkit.setOptions({ expandNever: true })
console.log(JSON.stringify(texts.map((text) => (toolkit.loadData(text), toolkit.renderToMIDI()))))
