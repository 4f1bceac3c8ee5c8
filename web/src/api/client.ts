import createClient, { createQuerySerializer, type MaybeOptionalInit } from 'openapi-fetch'
import type { HttpMethod, PathsWithMethod, RequiredKeysOf, ResponseObjectMap, SuccessResponse } from 'openapi-typescript-helpers'
import type { paths } from './schema'

/** What went wrong, in the server's words: message, what to do, and where. status 0: the server was not reached. */
export class Trouble extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly remedy: string | null = null,
    readonly where: Record<string, string | number | null> = {},
    readonly code: string | null = null,
    readonly body: Record<string, unknown> = {},
  ) {
    super(message)
  }

  /** Worth trying again by itself: the server or its database is away for the moment. */
  get passing(): boolean {
    return [0, 429, 502, 503].includes(this.status)
  }

  /** Everything in one line, place first: "bar 3, beat 2: ... Do this." */
  get text(): string {
    const place = ['line', 'column', 'bar', 'beat'].filter((name) => this.where[name] != null).map((name) => `${name} ${this.where[name]}`)
    return [place.length ? `${place.join(', ')}: ` : '', this.message.replace(/\.?$/, '.'), this.remedy ? ` ${this.remedy}` : ''].join('')
  }
}

/** The teacher's own date, 2026-03-09. */
export function localDate(now = new Date()): string {
  return [now.getFullYear(), String(now.getMonth() + 1).padStart(2, '0'), String(now.getDate()).padStart(2, '0')].join('-')
}

/** Why the account layer refused, where it says so. */
const reasonOf = (body: unknown): string => (body as { reason?: string }).reason ?? 'account'

function trouble(status: number, body: unknown): Trouble {
  const error = (body as { error?: unknown } | null)?.error
  if (typeof error === 'string') {
    const field = (body as { 'field-error'?: [string, string] })['field-error']
    const words = field?.[1] && [401, 422].includes(status) ? `${error}: ${field[1]}` : error
    return new Trouble(status, words, null, field ? { field: field[0] } : {}, reasonOf(body))
  }
  const known = error as { message: string; remedy: string | null; where: Record<string, string | number | null>; code?: string } | undefined
  if (known?.message) return new Trouble(status, known.message, known.remedy, known.where, known.code ?? null, known as unknown as Record<string, unknown>)
  if (status === 413) return new Trouble(status, 'That is too large to take in one go.', 'Send a smaller file, or less at once.')
  return new Trouble(status, `The server answered ${status}.`, 'Try again in a moment.')
}

/** What a 401 is called when it is for want of a log-in, or of its second step; others are about a password or a code just typed. */
const TO_LOG_IN = ['login', 'second', 'login_required', 'two_factor_need_authentication']
const TRIES = 3
const PAUSE = 3000 // ms, as the server asks for

/** What may be asked for by a method, what must be given with it, and what is answered: as the contract says (server/openapi.yaml). */
export type Place<M extends HttpMethod> = PathsWithMethod<paths, M>
type Given<Init> = RequiredKeysOf<Init> extends never ? [Init?] : [Init]
export type Answer<M extends HttpMethod, P extends Place<M>> =
  paths[P][M] extends Record<string | number, unknown> ? SuccessResponse<ResponseObjectMap<paths[P][M]>, 'application/json'> : never

const inAddress = createQuerySerializer()
const server = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? '',
  credentials: 'same-origin',
  headers: { 'Content-Type': 'application/json', Accept: 'application/json' },
  fetch: (request) => fetch(request),
  querySerializer: (query) => inAddress({ ...query, today: localDate() }), // the teacher's day, not the server's
})

/**
 * Asks the server; resolves to what it answers or rejects with Trouble. A server that is too busy has done nothing, so it is asked again a
 * few times.
 *   const pupil = await ask('get', '/api/pupils/{id}', byId(3))
 */
export async function ask<M extends HttpMethod, P extends Place<M>>(
  method: M, path: P, ...given: Given<MaybeOptionalInit<paths[P], M>>
): Promise<Answer<M, P>> {
  for (let tries = 1; ; tries++) {
    try {
      return (await once(() => server.request(method, path, ...(given as never)))) as Answer<M, P>
    } catch (error) {
      if ((error as Trouble).code !== 'busy' || tries === TRIES) throw error
      await new Promise((resolve) => setTimeout(resolve, PAUSE))
    }
  }
}

/** What a call is about, where its address names one thing, and what stands behind the question mark: byId(3) for /api/pupils/{id}. */
export function byId<Id extends number | string>(id: Id): { params: { path: { id: Id } } }
export function byId<Id extends number | string, Query>(id: Id, query: Query): { params: { path: { id: Id }; query: Query } }
export function byId(id: unknown, query?: unknown) {
  return { params: { path: { id }, ...(query ? { query } : {}) } }
}

/** Sends the file of a pupil or a studio as it is. name: what the pupil is called here, '' as in the file. */
export const sendFile = (file: File, name: string) =>
  once(() =>
    server.POST('/api/handover', {
      params: { query: name ? { name } : {} },
      body: file as never,
      bodySerializer: () => file,
      headers: { 'Content-Type': 'application/zip' },
    }),
  )

/** A piece of a recording, as it is. token: of a card's link, null in the studio. Resolves to how many have come without a gap. */
export function sendPiece(token: string | null, id: number, number: number, bytes: ArrayBuffer): Promise<{ have: number }> {
  const way = { body: bytes as never, bodySerializer: () => bytes, headers: { 'Content-Type': 'application/octet-stream' } }
  return once(() =>
    token === null
      ? server.PUT('/api/takes/{id}/pieces/{number}', { params: { path: { id, number } }, ...way })
      : server.PUT('/api/link/{token}/takes/{id}/pieces/{number}', { params: { path: { token, id, number } }, ...way }),
  )
}

async function once<T>(asked: () => Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await asked().catch(() => {
    throw new Trouble(0, 'The server cannot be reached', 'What you typed is kept; it will be tried again.')
  })
  if (response.ok) return data as T

  const found = trouble(response.status, error)
  if (found.status === 401 && TO_LOG_IN.includes(String(found.code))) window.dispatchEvent(new CustomEvent('fawnmoss:login'))
  throw found
}
