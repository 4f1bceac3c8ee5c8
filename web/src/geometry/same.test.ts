import { expect, it } from 'vitest'
import { carried, equal } from './same'

it('knows equal data, and keeps the old objects where nothing changed', () => {
  expect([
    equal({ a: [1, { b: null }] }, { a: [1, { b: null }] }),
    equal([1], [1, 2]),
    equal({ a: 1 }, { a: 1, b: 2 }),
    equal(null, {}),
    equal([], {}),
  ]).toEqual([true, false, false, false, false])
  const old = [
    { id: 'n1', bow: [0, 1] },
    { id: 'n2', bow: [1, 0] },
  ]
  const now = carried(old, [
    { id: 'n1', bow: [0, 1] },
    { id: 'n2', bow: [1, 0.5] },
    { id: 'n3', bow: [0, 1] },
  ])
  expect(now[0]).toBe(old[0])
  expect(now.slice(1)).toEqual([
    { id: 'n2', bow: [1, 0.5] },
    { id: 'n3', bow: [0, 1] },
  ])
})
