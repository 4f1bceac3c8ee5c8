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

it('does what is asked for meanwhile in turn, also when the one before goes wrong', async () => {
  const { act, busy } = useAct()
  const seen: string[] = []
  let open = (): void => undefined
  const slow = act(() => new Promise<void>((done) => (open = done)).then(() => seen.push('slow')))
  const wrong = act(async () => {
    seen.push('wrong')
    throw new Trouble(409, 'Too late')
  })
  const quick = act(async () => seen.push('quick'))
  await Promise.resolve()
  expect([seen, busy.value]).toEqual([[], true])
  open()
  expect(await Promise.all([slow, wrong, quick])).toEqual([true, false, true])
  expect([seen, busy.value]).toEqual([['slow', 'wrong', 'quick'], false])
})
