import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Trouble } from '../api/client'
import type { TakePlace } from '../api/takes'
import type { Take } from '../api/types'
import { useTakes } from './takes'

/** A server in memory; what is in `trouble` is thrown by the next calls. */
function server() {
  const got = new Map<number, number>()
  const trouble: Trouble[] = []
  const calls: string[] = []
  const answer = async <T>(name: string, value: T): Promise<T> => {
    calls.push(name)
    const wrong = trouble.shift()
    if (wrong) throw wrong
    return value
  }
  const take = { id: 7, state: 'coming' } as Take
  const place: TakePlace = {
    name: 'spec',
    begin: (_about, key, rate) => answer(`begin ${key.length > 8} ${rate}`, take),
    piece: async (_id, number, bytes) => {
      await answer(`piece ${number}`, null)
      got.set(number, bytes.byteLength)
      return { have: got.size }
    },
    finish: (_id, pieces) => answer(`finish ${pieces}`, { ...take, state: 'waiting' as const }),
    show: async () => take,
    remove: (id) => answer(`remove ${id}`, {}),
    sound: () => '',
  }
  return { place, got, trouble, calls }
}
const bytes = (size: number): ArrayBuffer => new ArrayBuffer(size)
const away = () => new Trouble(0, 'The server cannot be reached')

describe('recordings on their way', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    vi.useFakeTimers()
  })
  afterEach(() => vi.useRealTimers())

  it('sends pieces while they come, in order, and ends when the last has arrived', async () => {
    const { place, got, calls } = server()
    const takes = useTakes()
    const one = takes.begin(place, { kind: 'chart', chart_id: 3 }, 24_000)
    takes.part(one, bytes(10))
    await vi.advanceTimersByTimeAsync(600)
    takes.part(one, bytes(20))
    takes.end(one)
    await vi.advanceTimersByTimeAsync(600)
    expect(calls).toEqual(['begin true 24000', 'piece 0', 'piece 1', 'finish 2'])
    expect([...got]).toEqual([[0, 10], [1, 20]])
    expect([one.state, one.take!.state]).toEqual(['arrived', 'waiting'])
  })

  it('goes on where it was when the connection comes back', async () => {
    const { place, trouble, calls } = server()
    const takes = useTakes()
    trouble.push(away(), away())
    const one = takes.begin(place, { kind: 'card' }, 24_000)
    takes.part(one, bytes(10))
    await vi.advanceTimersByTimeAsync(100)
    expect(one.state).toBe('waiting')
    await vi.advanceTimersByTimeAsync(6500)
    expect([one.state, one.sent]).toEqual(['sending', 1])
    trouble.push(new Trouble(503, 'busy'))
    takes.part(one, bytes(10))
    takes.end(one)
    await vi.advanceTimersByTimeAsync(4000)
    expect(one.state).toBe('arrived')
    expect(calls.filter((call) => call === 'piece 1').length).toBe(2)
  })

  it('tells what will never be taken, and stops', async () => {
    const { place, trouble, calls } = server()
    trouble.push(new Trouble(422, 'Nobody has allowed recordings yet.'))
    const one = useTakes().file(place, { kind: 'chart', chart_id: 3 }, new Blob([new Uint8Array(1_200_000)]))
    await vi.advanceTimersByTimeAsync(1000)
    expect([one.state, one.trouble!.message, calls.length]).toEqual(['refused', 'Nobody has allowed recordings yet.', 1])
  })

  it('sends a file in slices, and takes back what is given up', async () => {
    const { place, got, calls } = server()
    const takes = useTakes()
    const one = takes.file(place, { kind: 'chart', chart_id: 3 }, new Blob([new Uint8Array(1_200_000)]))
    await vi.advanceTimersByTimeAsync(1000)
    await vi.waitFor(() => expect(one.state).toBe('arrived'))
    expect([...got.values()]).toEqual([500_000, 500_000, 200_000])
    const other = takes.begin(place, { kind: 'chart', chart_id: 3 }, 24_000)
    await vi.advanceTimersByTimeAsync(300)
    await takes.drop(place, other)
    expect([other.state, calls.at(-1)]).toEqual(['refused', 'remove 7'])
  })
})
