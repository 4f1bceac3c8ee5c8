import { createStore, del, delMany, entries, get, keys, set, type UseStore } from 'idb-keyval'
import { defineStore } from 'pinia'
import { reactive, ref } from 'vue'
import type { Trouble } from '../api/client'
import type { TakeAbout, TakePlace } from '../api/takes'
import type { Take } from '../api/types'
import { newKey } from '../geometry/words'

/** Bytes of a file that are sent at once. */
const SLICE = 500_000
const PAUSE = 3000 // ms until what did not arrive is tried again
/** Bytes of a file at most. */
export const MOST = 20_000_000

/** What this browser keeps of a recording until it has arrived: this, and its pieces under "key number". */
export interface KeptTake { key: string; place: string; about: TakeAbout; rate: number; at: string; parts: number }

/** A recording on its way. parts: pieces so far; sent: those that arrived; ended: no more will come; take: as the server has it. */
export interface Sending {
  key: string
  about: TakeAbout
  rate: number | null
  parts: number
  sent: number
  ended: boolean
  state: 'sending' | 'waiting' | 'arrived' | 'refused'
  trouble: Trouble | null
  take: Take | null
}

/** What another window sees of what this one sends; not where an address is not safe. */
const locks: LockManager | undefined = globalThis.navigator?.locks
/** What a browser without room (or in private) keeps: nothing beyond the page. */
let box: UseStore | null = null
function kept(): UseStore | null {
  if (!globalThis.indexedDB) return null
  return (box ??= createStore('fawnmoss.takes', 'pieces'))
}
async function quietly<T>(work: (store: UseStore) => Promise<T>): Promise<T | undefined> {
  try {
    const store = kept()
    return store ? await work(store) : undefined
  } catch {
    return undefined
  }
}

/** Recordings that are sent, whichever page is looked at meanwhile; tried again until they have arrived, kept over a reload. */
export const useTakes = defineStore('takes', () => {
  const all = ref<Sending[]>([])
  const pieces = new Map<string, ArrayBuffer[]>()

  /** Begins to send a recording whose pieces are still to come. */
  function begin(place: TakePlace, about: TakeAbout, rate: number): Sending {
    const key = newKey()
    pieces.set(key, [])
    const sending = fresh(key, about, rate)
    void quietly((store) => set(key, meta(sending, place), store))
    void send(place, sending, async (number) => pieces.get(key)![number]!)
    return sending
  }
  function fresh(key: string, about: TakeAbout, rate: number | null): Sending {
    all.value = all.value.filter((one) => one.state === 'sending' || one.state === 'waiting')
    const sending = reactive<Sending>({ key, about, rate, parts: 0, sent: 0, ended: false, state: 'sending', trouble: null, take: null })
    all.value.push(sending)
    return sending
  }
  const meta = (sending: Sending, place: TakePlace): KeptTake => ({
    key: sending.key, place: place.name, about: { ...sending.about }, rate: sending.rate!, at: new Date().toISOString(), parts: 0,
  })

  function part(sending: Sending, bytes: ArrayBuffer): void {
    pieces.get(sending.key)?.push(bytes)
    void quietly((store) => set(`${sending.key} ${sending.parts}`, bytes, store))
    sending.parts += 1
  }
  const end = (sending: Sending): void => void (sending.ended = true)

  /** A file that was chosen. */
  function file(place: TakePlace, about: TakeAbout, chosen: Blob): Sending {
    const sending = fresh(newKey(), about, null)
    sending.parts = Math.ceil(chosen.size / SLICE)
    sending.ended = true
    void send(place, sending, (number) => chosen.slice(number * SLICE, (number + 1) * SLICE).arrayBuffer())
    return sending
  }

  /** Recordings of a place that never arrived, because the page was closed or the browser ended. */
  async function left(place: TakePlace): Promise<KeptTake[]> {
    const found = await quietly((store) => entries<string, KeptTake | ArrayBuffer>(store))
    const busy = await elsewhere()
    const own = (found ?? []).filter((one): one is [string, KeptTake] => (one[1] as KeptTake).place === place.name && !busy.has(one[0]))
    return own.map(([key, one]) => ({ ...one, parts: (found ?? []).filter(([name]) => name.startsWith(`${key} `)).length })).filter((one) => one.parts > 0)
  }
  /** Keys of those that this window or another one sends just now. */
  async function elsewhere(): Promise<Set<string>> {
    const held = (await locks?.query().catch(() => null))?.held ?? []
    return new Set([...held.map((lock) => lock.name ?? ''), ...all.value.map(({ key }) => key)])
  }
  /** Sends one of those. */
  function resume(place: TakePlace, one: KeptTake): Sending {
    const sending = fresh(one.key, one.about, one.rate)
    sending.parts = one.parts
    sending.ended = true
    void send(place, sending, async (number) => (await quietly((store) => get<ArrayBuffer>(`${one.key} ${number}`, store)))!)
    return sending
  }
  async function forget(key: string): Promise<void> {
    pieces.delete(key)
    await quietly(async (store) => {
      const own = (await keys<string>(store)).filter((name) => name.startsWith(`${key} `))
      await delMany(own, store)
      await del(key, store)
    })
  }

  /** Gives a recording up, here and there. */
  async function drop(place: TakePlace, sending: Sending): Promise<void> {
    sending.state = 'refused'
    await forget(sending.key)
    if (sending.take) await place.remove(sending.take.id).catch(() => undefined)
  }

  /** While it is sent no other window offers to send it too. */
  function send(place: TakePlace, sending: Sending, piece: (number: number) => Promise<ArrayBuffer>): Promise<void> {
    const work = () => sendAll(place, sending, piece)
    return locks ? locks.request(sending.key, work) : work()
  }

  /** Piece by piece and in order, until the last one has arrived. */
  async function sendAll(place: TakePlace, sending: Sending, piece: (number: number) => Promise<ArrayBuffer>): Promise<void> {
    const live = () => sending.state === 'sending' || sending.state === 'waiting'
    while (live()) {
      try {
        sending.take ??= await place.begin(sending.about, sending.key, sending.rate)
        if (sending.sent < sending.parts) {
          await place.piece(sending.take.id, sending.sent, await piece(sending.sent))
          sending.sent += 1
        } else if (sending.ended) {
          const take = await place.finish(sending.take.id, sending.parts)
          if (!live()) return
          sending.take = take
          sending.state = 'arrived'
          await forget(sending.key)
          return
        } else await pause(250)
        if (live()) sending.state = 'sending'
        sending.trouble = null
      } catch (error) {
        if (!live()) return
        sending.trouble = error as Trouble
        const passing = (error as Trouble).passing
        sending.state = passing ? 'waiting' : 'refused'
        if (passing) await pause(PAUSE)
        else if ((error as Trouble).status !== 401) await forget(sending.key) // it will never be taken; who is logged out sends it later
      }
    }
  }
  const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

  return { all, begin, part, end, file, left, resume, forget, drop }
})
