// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { another, catchMissed, missed } from './missed'

const lost = (): never => {
  throw new TypeError('Failed to fetch dynamically imported module: http://127.0.0.1/assets/ChartPage-x.js')
}
const page = { template: '<p />' }
const settle = () => vi.advanceTimersByTimeAsync(10)

describe('a page whose files did not arrive', () => {
  const assign = vi.fn()
  beforeEach(() => {
    localStorage.clear()
    missed.value = null
    vi.useFakeTimers()
    assign.mockReset()
    vi.stubGlobal('location', { ...location, assign })
  })

  function routes() {
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/', component: page },
        { path: '/charts/3', component: () => Promise.resolve().then(lost) },
        { path: '/wrong', component: () => Promise.reject(new Error('a mistake of ours')) }
      ]
    })
    catchMissed(router)
    return router
  }

  it('is loaded whole once the server is there, and said until then', async () => {
    const router = routes()
    const fetched = vi.fn().mockRejectedValueOnce(new TypeError('away')).mockResolvedValue({ ok: true })
    vi.stubGlobal('fetch', fetched)
    await router.push('/charts/3?bar=2').catch(() => undefined)
    await settle()
    expect([missed.value, assign.mock.calls]).toEqual(['/charts/3?bar=2', []])
    await vi.advanceTimersByTimeAsync(3100)
    expect(assign).toHaveBeenCalledWith('/charts/3?bar=2')
    await router.push('/')
    expect(missed.value).toBeNull()
  })

  it('is nothing else than that: another error is not taken for it', async () => {
    const router = routes()
    vi.stubGlobal('fetch', vi.fn().mockResolvedValue({ ok: true }))
    await router.push('/wrong').catch(() => undefined)
    await settle()
    expect([missed.value, assign.mock.calls.length]).toEqual([null, 0])
  })

  it('is not loaded over and over', () => {
    expect([1, 2, 3, 4].map((second) => another('/charts/3', second * 1000))).toEqual([true, true, true, false])
    expect(another('/charts/4', 5000)).toBe(true)
    expect(another('/charts/3', 6000)).toBe(true)
    expect(another('/charts/3', 70_000)).toBe(true)
  })
})
