// What abcjs reads in ABC texts: a JSON list of texts in, for each { warnings, notes: [{ names, duration, decorations, graces }] } out.
import { createRequire } from 'node:module'
const abcjs = createRequire(new URL('../../../../web/', import.meta.url))('abcjs')
const texts = JSON.parse(await new Promise((done) => { let text = ''; process.stdin.on('data', (more) => (text += more)).on('end', () => done(text)) }))
console.log(JSON.stringify(texts.map((text) => {
  const [tune] = abcjs.parseOnly(text)
  const items = tune.lines.flatMap((line) => line.staff?.[0].voices[0] ?? [])
  return {
    warnings: tune.warnings ?? [],
    notes: items.filter((item) => item.el_type === 'note' && item.pitches).map((item) => ({
      names: item.pitches.map((pitch) => pitch.name), duration: item.duration, decorations: item.decoration ?? [], graces: (item.gracenotes ?? []).length,
      slurs: [item.pitches.flatMap((pitch) => pitch.startSlur ?? []).length, item.pitches.flatMap((pitch) => pitch.endSlur ?? []).length],
    })),
  }
})))
