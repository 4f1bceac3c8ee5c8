import type { startAuthentication, startRegistration } from '@simplewebauthn/browser'
import type { PasskeyQuestion } from '../api/types'

/** Why this browser cannot make or use a passkey here, '' when it can. */
export function noPasskey(): string {
  if (!window.isSecureContext || typeof window.PublicKeyCredential !== 'function') return 'This browser has no passkeys, or the connection is not private.'
  // A passkey belongs to a name; a number is none.
  return /^[\d.]+$|:/.test(location.hostname) ? `Passkeys belong to a name: open this server as ${location.protocol}//localhost:${location.port}, say.` : ''
}

/** What the browser's part of passkeys gives; loaded when it is needed, which is seldom. */
async function asked<T>(work: (passkeys: typeof import('@simplewebauthn/browser')) => Promise<T>): Promise<T> {
  const passkeys = await import('@simplewebauthn/browser')
  try {
    return await work(passkeys)
  } catch (error) {
    throw (error as Error).name === 'InvalidStateError' ? new Error('This device has a passkey for this account already.') : new Error('No passkey was given.')
  }
}

/** As the contract has it: an object that the browser made and the server reads. */
const plain = (made: object): Record<string, unknown> => made as Record<string, unknown>

type Making = Parameters<typeof startRegistration>[0]['optionsJSON']
type Asking = Parameters<typeof startAuthentication>[0]['optionsJSON']

/** Has the browser make a passkey; what the server wants to know of it. */
export async function makePasskey(question: PasskeyQuestion) {
  const made = await asked(({ startRegistration }) => startRegistration({ optionsJSON: question.options as unknown as Making }))
  return { webauthn_setup: plain(made), webauthn_setup_challenge: question.challenge, webauthn_setup_challenge_hmac: question.mac }
}

/** Has the browser answer with a passkey. */
export async function askPasskey(question: PasskeyQuestion) {
  const given = await asked(({ startAuthentication }) => startAuthentication({ optionsJSON: question.options as unknown as Asking }))
  return { webauthn_auth: plain(given), webauthn_auth_challenge: question.challenge, webauthn_auth_challenge_hmac: question.mac }
}
