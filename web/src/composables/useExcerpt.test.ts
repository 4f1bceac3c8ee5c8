// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import type { LessonItem } from '../api/types'
import { served } from '../api/served'
import { useExcerpt } from './useExcerpt'

const asked: string[] = []
const answers: Record<string, unknown> = {
  '/api/scale': { chart: 'scale', musicxml: '<s/>', strings: ['G'] },
  '/api/charts/4': { tempo: 72, chart: { spots: [{ bars: [7, 8] }, { bars: [3] }, { bars: [12] }] } },
  '/api/charts/4/work': { body: { chart: 'bars', musicxml: '<b/>', strings: ['D'] } },
}
beforeEach(() => vi.stubGlobal('fetch', served(({ path, body }) => {
  asked.push(`${path} ${body ? JSON.stringify(body) : ''}`.trim())
  return answers[path.split('?')[0]!] ?? [422, null]
})))
afterEach(() => {
  asked.splice(0)
  localStorage.clear()
  vi.unstubAllGlobals()
})

const item = (given: Partial<LessonItem>) => ref({ id: 'x', kind: 'scale', line: null, chart_id: null, ...given } as LessonItem | undefined)
const line = { keys: ['D major', 'G major'], kind: null, octaves: 1, begins: 'open', to: 'tonic', rhythm: 'twice', slur: '1' } as const

it('writes the scale in its first key, then in the one chosen, the old one standing until it is there', async () => {
  const { excerpt, key } = useExcerpt(item({ line: { ...line, keys: [...line.keys] } }), 3, 12)
  await flushPromises()
  expect(key.value).toBe('D major')
  expect(excerpt.value?.chart).toBe('scale')
  expect(asked).toHaveLength(1)
  key.value = 'G major'
  await Promise.resolve()
  expect(excerpt.value).not.toBeNull()
  await flushPromises()
  expect(asked.at(-1)).toBe('/api/scale?pupil_id=3&key=G+major&octaves=1&begins=open&to=tonic&rhythm=twice&slur=1')
})

it('cuts the two worst spots out of the chart, and leaves the words alone when there is none', async () => {
  const one = item({ kind: 'spots', chart_id: 4 })
  const { excerpt } = useExcerpt(one, 3, 12)
  await flushPromises()
  expect(asked).toEqual(['/api/charts/4', '/api/charts/4/work {"bars":[3,7,8],"minutes_per_day":15}'])
  expect(excerpt.value).toMatchObject({ chart: 'bars', tempo: 72 })
  one.value = { ...one.value!, id: 'y', chart_id: 5 }
  await flushPromises()
  expect(excerpt.value).toBeNull()
})

it('keeps what the lesson is played from, so that it is here when the server is not', async () => {
  const one = item({})
  const { excerpt, putBy } = useExcerpt(one, 3, 12)
  const scale = { ...one.value!, id: 'scale a', line: { ...line, keys: [...line.keys] } }
  await putBy([one.value!, scale, { ...one.value!, id: 'tune 4', kind: 'tune', chart_id: 4 }])
  expect(asked).toHaveLength(3)
  await putBy([scale])
  expect(asked).toHaveLength(3) // it is here
  vi.stubGlobal('fetch', () => Promise.reject(new Error('away')))
  one.value = scale
  await flushPromises()
  expect(excerpt.value?.chart).toBe('scale')
  one.value = { ...scale, id: 'never seen' }
  await flushPromises()
  expect(excerpt.value).toBeNull()
})
