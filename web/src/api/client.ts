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

/**
 * Asks the server; resolves to its JSON or rejects with Trouble. A server that is too busy has done nothing, so it is asked again a
 * few times.
 *   await ask<Pupil>('GET', '/pupils/3')
 */
export async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      return await once<T>(method, path, body)
    } catch (error) {
      if ((error as Trouble).code !== 'busy' || tries === TRIES) throw error
      await new Promise((resolve) => setTimeout(resolve, PAUSE))
    }
  }
}

/**
 * Sends a file as it is.
 *   await sendFile<Taken>('/handover', file)
 */
export const sendFile = <T>(path: string, file: File): Promise<T> => once<T>('POST', path, file)

async function once<T>(method: string, path: string, body?: unknown): Promise<T> {
  const address = `/api${path}${path.includes('?') ? '&' : '?'}today=${localDate()}`
  let response: Response
  try {
    response = await fetch(address, {
      method,
      headers: { 'Content-Type': body instanceof File ? 'application/zip' : 'application/json', Accept: 'application/json' },
      body: body === undefined || body instanceof File ? body : JSON.stringify(body),
      credentials: 'same-origin',
    })
  } catch {
    throw new Trouble(0, 'The server cannot be reached', 'What you typed is kept; it will be tried again.')
  }
  const data = await response.json().catch(() => null)
  if (!response.ok) {
    const found = trouble(response.status, data)
    if (found.status === 401 && TO_LOG_IN.includes(String(found.code))) window.dispatchEvent(new CustomEvent('fawnmoss:login'))
    throw found
  }
  return data as T
}
