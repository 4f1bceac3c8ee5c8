// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from 'vitest'
import { filesOf, keepPage } from './pageKept'

afterEach(() => vi.unstubAllGlobals())

it('keeps the page’s own files once, never an answer of the API or another host’s', () => {
  const seen = [
    'http://a.test/assets/index.js',
    'http://a.test/assets/index.js',
    'http://a.test/api/lessons/3?today=2026-03-09',
    'http://b.test/x.js',
    'blob:http://a.test/9f',
  ]
  expect(filesOf(seen, 'http://a.test')).toEqual(['/', '/assets/index.js'])
})

it('throws out the files of an older build, but only when the new ones are there', async () => {
  const kept = new Map([['/assets/old.js', 1]])
  const box = {
    addAll: vi.fn(async (files: string[]) => files.forEach((file) => kept.set(file, 1))),
    keys: async () => [...kept.keys()].map((path) => ({ url: `${location.origin}${path}` })),
    delete: async (request: { url: string }) => kept.delete(new URL(request.url).pathname),
  }
  vi.stubGlobal('isSecureContext', true)
  vi.stubGlobal('caches', { open: async () => box })
  vi.stubGlobal('navigator', { serviceWorker: { register: vi.fn() } })
  vi.stubGlobal('performance', { getEntriesByType: () => [{ name: `${location.origin}/assets/new.js` }] })
  box.addAll.mockRejectedValueOnce(new TypeError('away'))
  await keepPage()
  expect([...kept.keys()]).toEqual(['/assets/old.js'])
  await keepPage()
  expect([...kept.keys()].sort()).toEqual(['/', '/assets/new.js'])
})
