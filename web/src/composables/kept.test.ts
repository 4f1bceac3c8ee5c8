// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { names, plain, single } from './kept'
import { outbox } from './outbox'

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

  it('is in the page at least where the browser is full or may not keep anything', () => {
    const [box, theme] = [outbox<{ key: string }>('box'), plain('theme')]
    box.put({ key: 'a' })
    const deny = (): never => {
      throw new DOMException('no room', 'QuotaExceededError')
    }
    vi.stubGlobal('localStorage', { getItem: (name: string) => (name === 'box' ? '[{"key":"a"}]' : null), setItem: deny, removeItem: deny })
    box.put({ key: 'b' })
    theme.keep('dark')
    expect([box.all().length, theme.read(), names().slice(-2)]).toEqual([2, 'dark', ['box', 'theme']])
    vi.unstubAllGlobals()
    box.drop(['a']) // there is room again
    expect([box.all(), localStorage.getItem('box')]).toEqual([[{ key: 'b' }], '[{"key":"b"}]'])
    vi.stubGlobal('localStorage', { getItem: deny, setItem: deny, removeItem: deny })
    box.put({ key: 'c' })
    expect(box.all()).toEqual([{ key: 'c' }])
    vi.unstubAllGlobals()
    theme.keep(null)
    expect(names()).toEqual(['box'])
  })
})
