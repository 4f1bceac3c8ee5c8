// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { ask, localDate, sendFile, Trouble } from './client'

const answer = (status: number, body: unknown) =>
  vi.stubGlobal(
    'fetch',
    vi.fn(async () => new Response(JSON.stringify(body), { status })),
  )
afterEach(() => vi.unstubAllGlobals())
const failure = (promise: Promise<unknown>): Promise<Trouble> =>
  promise.then(
    () => {
      throw new Error('no trouble')
    },
    (error: Trouble) => error,
  )

/** Its address without the server. */
const placeOf = ({ url }: Request): string => new URL(url).pathname + new URL(url).search

describe('ask', () => {
  it('sends JSON with the teacher’s date and gives the answer', async () => {
    answer(200, { ok: true })
    expect(await ask('patch', '/api/slots/{id}', { params: { path: { id: 3 } }, body: { weekday: 2 } })).toEqual({ ok: true })
    const sent = vi.mocked(fetch).mock.calls[0]![0] as Request
    expect(placeOf(sent)).toBe(`/api/slots/3?today=${localDate()}`)
    expect([sent.method, await sent.text(), sent.headers.get('Content-Type')]).toEqual(['PATCH', '{"weekday":2}', 'application/json'])
  })

  it('puts into the address what is asked about, and nothing that is not said', async () => {
    answer(200, { ok: true })
    await ask('get', '/api/tunes', { params: { query: { text: 'a&b', rows: 12, meter: undefined } } })
    const sent = vi.mocked(fetch).mock.calls[0]![0] as Request
    expect(placeOf(sent)).toBe(`/api/tunes?text=a%26b&rows=12&today=${localDate()}`)
  })

  it('sends a file as it is, by the name it is to have', async () => {
    answer(201, { kind: 'pupil', name: 'Wren', pupil_id: 3, rows: {} })
    expect(await sendFile(new File(['PK'], 'wren.zip'), 'Wren')).toMatchObject({ pupil_id: 3 })
    const sent = vi.mocked(fetch).mock.calls[0]![0] as Request
    expect([placeOf(sent), await sent.text(), sent.headers.get('Content-Type')]).toEqual(
      [`/api/handover?name=Wren&today=${localDate()}`, 'PK', 'application/zip'])
  })

  it('says where and what to do', async () => {
    answer(422, { error: { message: 'a second voice cannot be read', remedy: 'Take it out.', where: { line: 5, column: 3 } } })
    const trouble = await failure(ask('post', '/api/tunes', { body: {} }))
    expect([trouble.status, trouble.text]).toEqual([422, 'line 5, column 3: a second voice cannot be read. Take it out.'])
  })

  it('asks a busy server again a few times, and then says so', async () => {
    vi.useFakeTimers()
    const busy = () => new Response(JSON.stringify({ error: { message: 'busy', remedy: null, where: {}, code: 'busy' } }), { status: 503 })
    const fetcher = vi
      .fn(async () => busy())
      .mockImplementationOnce(async () => busy())
      .mockImplementationOnce(async () => new Response('{"ok":true}', { status: 200 }))
    vi.stubGlobal('fetch', fetcher)
    const [found] = await Promise.all([ask('get', '/api/tunes/{id}/keys', { params: { path: { id: 3 } } }), vi.runAllTimersAsync()])
    expect([found, fetcher.mock.calls.length]).toEqual([{ ok: true }, 2])
    const [trouble] = await Promise.all([failure(ask('get', '/api/tunes/{id}/keys', { params: { path: { id: 3 } } })), vi.runAllTimersAsync()])
    expect([trouble.code, fetcher.mock.calls.length]).toEqual(['busy', 5])
    vi.useRealTimers()
  })

  it('knows what passes by itself', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(async () => {
        throw new TypeError('offline')
      }),
    )
    expect((await failure(ask('get', '/api/today'))).passing).toBe(true)
    answer(503, { error: { message: 'away', remedy: null, where: {} } })
    expect((await failure(ask('get', '/api/today'))).passing).toBe(true)
    answer(404, {})
    expect((await failure(ask('get', '/api/today'))).passing).toBe(false)
  })

  it('reads the account layer’s errors', async () => {
    answer(422, { error: 'There was an error creating your account', 'field-error': ['password', 'too short'] })
    expect((await failure(ask('post', '/api/create-account', { body: { email: '' } }))).text).toBe('There was an error creating your account: too short.')
    answer(401, { error: 'Not let in', 'field-error': ['code', 'this code is wrong'] })
    expect((await failure(ask('post', '/api/second/code', { body: { code: '' } }))).text).toBe('Not let in: this code is wrong.')
  })

  it('asks for a log-in when there is none, not when a password is wrong', async () => {
    const asked = vi.fn()
    vi.stubGlobal('window', new EventTarget())
    window.addEventListener('fawnmoss:login', asked)
    answer(401, { error: 'The studio stays open', 'field-error': ['password', 'invalid password'] })
    await failure(ask('post', '/api/close-account', { body: { password: '' } }))
    expect(asked).not.toHaveBeenCalled()
    answer(401, { error: 'Please login to continue', reason: 'login_required' })
    await failure(ask('post', '/api/close-account', { body: { password: '' } }))
    answer(401, { error: { message: 'There is a second step to the log-in.', code: 'second', remedy: null, where: {} } })
    await failure(ask('get', '/api/today'))
    expect(asked).toHaveBeenCalledTimes(2)
    window.removeEventListener('fawnmoss:login', asked)
  })
})
