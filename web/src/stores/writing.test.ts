// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Act } from '../geometry/writing'
import { useWriting } from './writing'

/** A stand-in for the server: every act adds its letter to the text; it can be away, or slow. */
const server = { away: false, slow: 0, asked: [] as { text: string; acts: Act[]; start?: object; instrument?: string }[] }
const pen = { length: '1', once: null, group: 0, string: 'E', ahead: {} }

async function answer(body: { text: string; acts: Act[] }): Promise<Response> {
  if (server.slow) await new Promise((resolve) => setTimeout(resolve, server.slow))
  if (server.away) throw new TypeError('no connection')
  server.asked.push(body)
  if (body.text.includes('?'))
    return Response.json(
      { error: { message: 'the sign ? is not read', remedy: null, where: { line: 1, column: body.text.indexOf('?') + 1 } } },
      { status: 422 }
    )
  const bad = body.acts.findIndex((act) => act.do === 'dance')
  const acts = bad < 0 ? body.acts : body.acts.slice(0, bad)
  const text = body.text + acts.map((act) => act.given?.letter ?? '').join('')
  return Response.json({
    text,
    musicxml: '',
    cursor: text.length - 1,
    anchor: null,
    pen,
    sounds: [],
    hand: null,
    odd: [],
    notices: [],
    done: acts.length,
    refused: bad < 0 ? null : 'That is no act.',
    steps: acts.slice(1).map((_, at) => ({
      text:
        body.text +
        acts
          .slice(0, at + 1)
          .map((act) => act.given?.letter ?? '')
          .join(''),
      cursor: 0,
      anchor: null,
      pen
    }))
  })
}
const letter = (name: string): Act => ({ do: 'letter', given: { letter: name } })
const still = () => vi.waitFor(() => expect(useWriting().waiting).toEqual([]))

describe('the tune on the writing desk', () => {
  beforeEach(() => {
    localStorage.clear()
    setActivePinia(createPinia())
    Object.assign(server, { away: false, slow: 0, asked: [] })
    vi.stubGlobal('fetch', async (request: Request) => answer(await request.json()))
  })

  it('has the acts done in order, those that gather meanwhile together', async () => {
    const desk = useWriting()
    await desk.open('new', '', 'violin')
    server.slow = 30
    for (const name of 'abcdef') desk.press(letter(name))
    await still()
    expect(desk.text).toBe('abcdef')
    expect(server.asked.map((body) => body.acts.length)).toEqual([0, 1, 5])
    server.slow = 0
    await desk.undo() // a key at a time, however many were sent together
    await desk.undo()
    expect(desk.text).toBe('abcd')
  })

  it('goes back and forth text by text, and a new act ends what could be had again', async () => {
    const desk = useWriting()
    await desk.open('new', '', 'violin')
    for (const name of 'abc') {
      desk.press(letter(name))
      await still()
    }
    await desk.undo()
    await desk.undo()
    expect(desk.text).toBe('a')
    await desk.redo()
    expect([desk.text, desk.before.length, desk.after.length]).toEqual(['ab', 2, 1])
    desk.press(letter('x'))
    await still()
    expect([desk.text, desk.after.length]).toEqual(['abx', 0])
    await desk.undo()
    expect(desk.text).toBe('ab')
  })

  it('keeps what was pressed while the server is away, also over a reload', async () => {
    const desk = useWriting()
    await desk.open('new', '', 'violin')
    desk.press(letter('a'))
    await still()
    server.away = true
    desk.press(letter('b'), letter('c'))
    await vi.waitFor(() => expect(desk.away).toBe(true))
    setActivePinia(createPinia())
    server.away = false
    const again = useWriting()
    expect(await again.open('new', '', 'violin')).toBe(true)
    expect(again.text).toBe('abc')
    again.settle()
    expect(await again.open('new', '', 'violin')).toBe(false)
  })

  it('has the choices of a new tune that were made while an answer was on its way', async () => {
    const desk = useWriting()
    await desk.open('new', '', 'violin')
    server.slow = 20
    await Promise.all([desk.play('cello'), desk.begin({ key: 'G major' }), desk.begin({ meter: '3/4' })])
    await vi.waitFor(() => expect(server.asked.at(-1)).toMatchObject({ instrument: 'cello', start: { key: 'G major', meter: '3/4', clef: null } }))
    expect(server.asked.length).toBe(3) // at first, the first choice, the others together
    desk.press(letter('a'))
    await still()
    expect(desk.text).toBe('a')
  })

  it('says why an act was refused, and does not go on behind it', async () => {
    const desk = useWriting()
    await desk.open('new', '', 'violin')
    desk.press(letter('a'), { do: 'dance' }, letter('b'))
    await still()
    expect([desk.text, desk.refused]).toEqual(['a', 'That is no act.'])
  })

  it('takes a typed text, shows its mistake, and leaves alone what was on the staff', async () => {
    const desk = useWriting()
    await desk.open('7', 'abc', 'violin')
    expect(localStorage.length).toBe(0) // nothing was changed: nothing is kept
    await desk.replace('ab?')
    expect([desk.mistake?.where.column, desk.text, desk.raw]).toEqual([3, 'abc', 'ab?'])
    desk.press(letter('d'))
    await desk.replace('abd')
    expect([desk.mistake, desk.text, desk.waiting]).toEqual([null, 'abd', []])
    await desk.undo()
    expect(desk.text).toBe('abc')
  })
})
