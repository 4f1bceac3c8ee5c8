// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import { outbox, single } from './outbox'

describe('what is kept until the server has it', () => {
  beforeEach(() => localStorage.clear())

  it('is not written over by another window', () => {
    const [mine, theirs] = [outbox<{ key: string }>('box'), outbox<{ key: string }>('box')]
    mine.put({ key: 'a' })
    theirs.put({ key: 'b' })
    mine.put({ key: 'c' })
    theirs.drop(['a'])
    expect(mine.all().map((one) => one.key)).toEqual(['b', 'c'])
    mine.put({ key: 'b' })
    expect(theirs.all().map((one) => one.key)).toEqual(['c', 'b'])
  })

  it('is nothing when it was damaged', () => {
    for (const text of ['{', 'null', '3', '{"a":1}']) {
      localStorage.setItem('box', text)
      expect(outbox('box').all()).toEqual([])
    }
    localStorage.setItem('one', '{')
    expect(single('one').read()).toBeNull()
    single('one').keep(null)
    expect(localStorage.getItem('one')).toBeNull()
  })
})
