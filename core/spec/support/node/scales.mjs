// Scales by tonal: reads [{ name: "D4 major", kind }] as JSON on standard input, prints a list of note names for each.
import { createRequire } from 'node:module'
const { Scale } = createRequire(new URL('../../../../web/', import.meta.url))('tonal')
const asked = JSON.parse(await new Promise((done) => { let text = ''; process.stdin.on('data', (more) => (text += more)).on('end', () => done(text)) }))
console.log(JSON.stringify(asked.map((name) => Scale.get(name).notes)))
