import { describe, expect, it, vi } from 'vitest'
import { Trouble } from '../api/client'
import { useLoad } from './useLoad'

describe('useLoad', () => {
  it('keeps what it had when trying again fails, and forgets the trouble when it works', async () => {
    const fetcher = vi.fn().mockResolvedValueOnce('first').mockRejectedValueOnce(new Trouble(503, 'away')).mockResolvedValueOnce('second')
    const { data, problem, load } = useLoad(fetcher)
    await load()
    await load()
    expect([data.value, problem.value?.message]).toEqual(['first', 'away'])
    await load()
    expect([data.value, problem.value]).toEqual(['second', null])
  })
})
