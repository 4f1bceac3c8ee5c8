import { expect, it } from 'vitest'
import { Trouble } from '../api/client'
import { useAct } from './useAct'

it('is busy while something is done, says that it is done, or what went wrong and at which field', async () => {
  const { busy, said, trouble, act, errors } = useAct()
  const done = act(async () => expect(busy.value).toBe(true), 'Added.')
  expect([await done, busy.value, said.value]).toEqual([true, false, 'Added.'])
  expect(await act(() => Promise.reject(new Trouble(422, 'This is no day', 'Write it like 2026-03-09.', { field: 'to' })))).toBe(false)
  expect([errors('to'), errors('from'), errors('from', 'to')]).toEqual([
    'This is no day. Write it like 2026-03-09.',
    '',
    'This is no day. Write it like 2026-03-09.',
  ])
  await act(() => Promise.resolve())
  expect([trouble.value, errors('to')]).toEqual([null, ''])
})
