// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { Trouble } from '../api/client'
import type { Report } from '../api/types'
import { useReports } from './useReports'

const ask = vi.hoisted(() => vi.fn())
vi.mock('../api/client', async (real) => ({ ...(await real<typeof import('../api/client')>()), ask }))

const TOKEN = 'a'.repeat(65)
type Sent = { body: { reports: Report[] } }
const BOX = `fawnmoss.card.${TOKEN.slice(0, 22)}.unsent`
const kept = () => JSON.parse(localStorage.getItem(BOX) ?? '[]') as Report[]
const sent = () => ask.mock.calls.map((call) => (call[2] as Sent).body.reports.map((one) => one.value))

function use(): ReturnType<typeof useReports> {
  let found: ReturnType<typeof useReports> | undefined
  mount(defineComponent({ setup: () => ((found = useReports(TOKEN)), () => h('div')) }))
  return found!
}

describe('what is ticked on a card', () => {
  beforeEach(() => {
    localStorage.clear()
    vi.useFakeTimers()
    ask.mockReset().mockResolvedValue({ days: [], minutes: 0 })
  })
  afterEach(() => vi.useRealTimers())

  it('is shown at once, sent, and forgotten here when it has arrived', async () => {
    const { days, report, state } = use()
    report('minutes', 10, undefined, '2026-03-09')
    expect(days.value).toEqual([{ day: '2026-03-09', minutes: 10, pain: false, items: {} }])
    await vi.runAllTimersAsync()
    expect([kept(), state.value]).toEqual([[], 'saved'])
  })
  it('is kept over a lost connection and a reload, and sent again', async () => {
    ask.mockRejectedValueOnce(new Trouble(0, 'away'))
    const { report, state } = use()
    report('item', 1, 2, '2026-03-09')
    await vi.advanceTimersByTimeAsync(10)
    expect([kept().length, state.value]).toEqual([1, 'waiting'])
    use()
    await vi.advanceTimersByTimeAsync(10)
    expect(kept()).toEqual([])
  })
  it('leaves only the one that is not taken', async () => {
    localStorage.setItem(BOX, JSON.stringify([1, 2, 3].map((value) => ({ key: `key-000${value}`, kind: 'minutes', day: '2026-03-09', value }))))
    ask.mockImplementation(async (_method: string, _path: string, { body }: Sent) => {
      if (body.reports.some((one) => one.value === 2)) throw new Trouble(422, 'out of range')
      return { days: [], minutes: 0 }
    })
    use()
    await vi.advanceTimersByTimeAsync(50)
    expect(sent()).toEqual([[1, 2, 3], [1], [2], [3]])
    expect(kept()).toEqual([])
  })
  it('stops when the card is closed, and says so', async () => {
    ask.mockRejectedValue(new Trouble(404, 'missing'))
    const { report, state } = use()
    report('pain', 1)
    await vi.advanceTimersByTimeAsync(60_000)
    expect([state.value, ask.mock.calls.length]).toEqual(['closed', 1])
  })
})
