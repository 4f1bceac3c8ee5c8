import { afterEach, describe, expect, it, vi } from 'vitest'
import { ask, localDate, Trouble } from './client'

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

describe('ask', () => {
  it('sends JSON with the teacher’s date and gives the answer', async () => {
    answer(200, { ok: true })
    expect(await ask('POST', '/pupils', { name: 'Wren' })).toEqual({ ok: true })
    const [address, options] = vi.mocked(fetch).mock.calls[0]!
    expect(address).toBe(`/api/pupils?today=${localDate()}`)
    expect(options).toMatchObject({ method: 'POST', body: '{"name":"Wren"}', headers: { 'Content-Type': 'application/json' } })
  })

  it('says where and what to do', async () => {
    answer(422, { error: { message: 'a second voice cannot be read', remedy: 'Take it out.', where: { line: 5, column: 3 } } })
    const trouble = await failure(ask('POST', '/tunes', {}))
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
    const [found] = await Promise.all([ask('GET', '/tunes/3/keys'), vi.runAllTimersAsync()])
    expect([found, fetcher.mock.calls.length]).toEqual([{ ok: true }, 2])
    const [trouble] = await Promise.all([failure(ask('GET', '/tunes/3/keys')), vi.runAllTimersAsync()])
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
    expect((await failure(ask('GET', '/today'))).passing).toBe(true)
    answer(503, { error: { message: 'away', remedy: null, where: {} } })
    expect((await failure(ask('GET', '/today'))).passing).toBe(true)
    answer(404, {})
    expect((await failure(ask('GET', '/today'))).passing).toBe(false)
  })

  it('reads the account layer’s errors', async () => {
    answer(422, { error: 'There was an error creating your account', 'field-error': ['password', 'too short'] })
    expect((await failure(ask('POST', '/create-account', {}))).text).toBe('There was an error creating your account: too short.')
    answer(401, { error: 'Not let in', 'field-error': ['code', 'this code is wrong'] })
    expect((await failure(ask('POST', '/second/code', {}))).text).toBe('Not let in: this code is wrong.')
  })

  it('asks for a log-in when there is none, not when a password is wrong', async () => {
    const asked = vi.fn()
    vi.stubGlobal('window', new EventTarget())
    window.addEventListener('fawnmoss:login', asked)
    answer(401, { error: 'The studio stays open', 'field-error': ['password', 'invalid password'] })
    await failure(ask('POST', '/close-account', {}))
    expect(asked).not.toHaveBeenCalled()
    answer(401, { error: 'Please login to continue', reason: 'login_required' })
    await failure(ask('POST', '/close-account', {}))
    answer(401, { error: { message: 'There is a second step to the log-in.', code: 'second', remedy: null, where: {} } })
    await failure(ask('GET', '/today'))
    expect(asked).toHaveBeenCalledTimes(2)
    window.removeEventListener('fawnmoss:login', asked)
  })
})
