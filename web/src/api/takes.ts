import { ask, byId, sendPiece } from './client'
import { newKey } from '../geometry/words'
import type { Allowed, Take } from './types'

/** What a recording is of, as it is begun. Behind a link it is always of the card. */
export interface TakeAbout {
  kind: 'chart' | 'scale' | 'played' | 'card'
  tempo?: number | null
  source?: 'desk' | 'lesson'
  chart_id?: number
  lesson_id?: number | null
  pupil_id?: number | null
  instrument?: string | null
  scale?: Record<string, string | number>
  meter?: string
  music_key?: string | null
}

/** Where recordings are kept and listened to: the studio, or the card behind a link. name: tells them apart in what a browser keeps. */
export interface TakePlace {
  name: string
  begin: (about: TakeAbout, key: string, rate: number | null) => Promise<Take>
  piece: (id: number, number: number, bytes: ArrayBuffer) => Promise<{ have: number }>
  finish: (id: number, pieces: number) => Promise<Take>
  show: (id: number) => Promise<Take>
  remove: (id: number) => Promise<unknown>
  /** The stand-in pupil plays, where there is none. */
  standIn?: (about: TakeAbout) => Promise<Take>
  /** Address of its sound. */
  sound: (id: number) => string
}

export const inStudio: TakePlace = {
  name: 'studio',
  begin: ({ kind, ...about }, key, rate) => ask('post', '/api/takes', { body: { kind: kind as 'chart', ...about, key, rate } }),
  piece: (id, number, bytes) => sendPiece(null, id, number, bytes),
  finish: (id, pieces) => ask('post', '/api/takes/{id}/finish', { ...byId(id), body: { pieces } }),
  show: (id) => ask('get', '/api/takes/{id}', byId(id)),
  remove: (id) => ask('delete', '/api/takes/{id}', byId(id)),
  standIn: ({ kind, ...about }) => ask('post', '/api/takes', { body: { kind: kind as 'chart', ...about, key: newKey(), rate: null, stand_in: true } }),
  sound: (id) => `/api/takes/${id}/sound.wav`,
}

/** Of the card behind a link. */
export function behindLink(token: string): TakePlace {
  const at = (id: number) => ({ params: { path: { token, id } } })
  return {
    name: token.slice(0, 22),
    begin: ({ tempo }, key, rate) => ask('post', '/api/link/{token}/takes', { params: { path: { token } }, body: { tempo: tempo ?? null, key, rate } }),
    piece: (id, number, bytes) => sendPiece(token, id, number, bytes),
    finish: (id, pieces) => ask('post', '/api/link/{token}/takes/{id}/finish', { ...at(id), body: { pieces } }),
    show: (id) => ask('get', '/api/link/{token}/takes/{id}', at(id)),
    remove: (id) => ask('delete', '/api/link/{token}/takes/{id}', at(id)),
    sound: (id) => `/api/link/${token}/takes/${id}/sound.wav`,
  }
}

/** Whether a pupil may be recorded: asked, said and taken back, in the studio or behind a card's link. */
export interface Permission {
  allow: (givenBy: string) => Promise<Allowed>
  forbid: () => Promise<Allowed>
}
export const ofPupil = (id: number): Permission => ({
  allow: (given_by) => ask('post', '/api/pupils/{id}/consent', { ...byId(id), body: { given_by } }),
  forbid: () => ask('delete', '/api/pupils/{id}/consent', byId(id)),
})
export function fromHome(token: string): Permission {
  const at = { params: { path: { token } } }
  return {
    allow: (given_by) => ask('post', '/api/link/{token}/consent', { ...at, body: { given_by } }),
    forbid: () => ask('delete', '/api/link/{token}/consent', at),
  }
}
