// @vitest-environment happy-dom
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Trouble } from '../api/client'
import type { ChartView, Pin } from '../api/types'
import { sendUnsaved, useChart } from './chart'

const ask = vi.hoisted(() => vi.fn())
vi.mock('../api/client', async (real) => ({ ...(await real<typeof import('../api/client')>()), ask }))

const notes = [{ id: 'n1', string: 'D', finger: 0, position: null, alternatives: [] }]
const view = (lock_version: number, pins: Pin[] = []) => ({ id: 1, lock_version, options: {}, pins, chart: { notes } }) as unknown as ChartView
const pin: Pin = { note: 'n1', string: null, finger: 4, position: null, direction: null }

describe('the chart on the desk', () => {
  beforeEach(async () => {
    setActivePinia(createPinia())
    localStorage.clear()
    vi.useFakeTimers()
    ask.mockReset().mockImplementation(async (_method: string, path: string) => (path.endsWith('/score') ? { musicxml: '<x/>' } : view(0)))
    await useChart().load(1)
    useChart().selected = 0
  })
  afterEach(() => vi.useRealTimers())

  it('sends a pin with the version it saw, and undoes and redoes it', async () => {
    const chart = useChart()
    ask.mockResolvedValueOnce(view(1, [pin]))
    await chart.pin({ finger: 4 })
    expect(ask).toHaveBeenLastCalledWith('put', '/api/charts/{id}', { params: { path: { id: 1 } }, body: { lock_version: 0, options: {}, pins: [pin] } })
    expect([chart.state, chart.before.length]).toEqual(['saved', 1])
    ask.mockResolvedValueOnce(view(2))
    await chart.undo()
    expect(ask).toHaveBeenLastCalledWith('put', '/api/charts/{id}', { params: { path: { id: 1 } }, body: { lock_version: 1, options: {}, pins: [] } })
    ask.mockResolvedValueOnce(view(3, [pin]))
    await chart.redo()
    expect(chart.view?.pins).toEqual([pin])
  })

  it('keeps a change while the database is away, and goes on when it is back', async () => {
    const chart = useChart()
    ask.mockRejectedValueOnce(new Trouble(503, 'away'))
    await chart.pin({ finger: 4 })
    expect(chart.state).toBe('waiting')
    expect(localStorage.getItem('fawnmoss.chart.1.unsaved')).toContain('"finger":4')
    ask.mockResolvedValueOnce(view(1, [pin]))
    await vi.advanceTimersByTimeAsync(3000)
    expect([chart.state, localStorage.getItem('fawnmoss.chart.1.unsaved')]).toEqual(['saved', null])
  })

  it('is sent from any page when its desk was closed before the server had it, unless somebody was first', async () => {
    const chart = useChart()
    ask.mockRejectedValue(new Trouble(503, 'away'))
    await chart.pin({ finger: 4 })
    await sendUnsaved(1) // its desk is open and tries by itself
    expect(ask).toHaveBeenCalledTimes(3)
    const wish = JSON.parse(localStorage.getItem('fawnmoss.chart.1.unsaved')!) as object
    ask.mockReset().mockRejectedValueOnce(new Trouble(409, 'changed', null, {}, 'stale')).mockResolvedValue(view(1, [pin]))
    await sendUnsaved(null)
    expect(JSON.parse(localStorage.getItem('fawnmoss.chart.1.unsaved')!)).toEqual(wish)
    await sendUnsaved(null)
    expect(ask).toHaveBeenLastCalledWith('put', '/api/charts/{id}', { params: { path: { id: 1 } }, body: { lock_version: 0, options: {}, pins: [pin] } })
    expect(localStorage.getItem('fawnmoss.chart.1.unsaved')).toBeNull()
  })

  it('leaves the chart as it was when a pin is refused, and says why', async () => {
    const chart = useChart()
    ask.mockRejectedValueOnce(new Trouble(422, 'cannot be played there', null, { bar: 1 }, 'pin'))
    await chart.pin({ finger: 4 })
    expect([chart.refused?.message, chart.state, chart.before.length, chart.view?.pins]).toEqual(['cannot be played there', 'saved', 0, []])
  })

  it.each([
    [true, 4],
    [false, 0],
  ])('asks what to keep when another window saved first (mine: %s)', async (mine, finger) => {
    const chart = useChart()
    const theirs = view(5, [{ ...pin, finger: 0 }])
    ask.mockRejectedValueOnce(new Trouble(409, 'changed', null, {}, 'stale', { current: theirs }))
    await chart.pin({ finger: 4 })
    expect([chart.state, chart.other?.lock_version]).toEqual(['stale', 5])
    ask.mockImplementationOnce(async (_method, _path, { body }) => view(6, body.pins))
    await chart.resolve(mine)
    expect(chart.view?.pins[0]?.finger).toBe(finger)
    expect(chart.state).toBe('saved')
  })

  it('takes an unsaved change up again after a reload', async () => {
    localStorage.setItem('fawnmoss.chart.1.unsaved', JSON.stringify({ options: {}, pins: [pin] }))
    ask.mockImplementation(async (method: string, path: string, given: { body: { pins: Pin[] } }) =>
      path.endsWith('/score') ? { musicxml: '' } : method === 'put' ? view(1, given.body.pins) : view(0),
    )
    await useChart().load(1)
    expect(useChart().view?.pins).toEqual([pin])
  })
})
