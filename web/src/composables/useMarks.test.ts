// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { sendKept, useMarks } from './useMarks'

function open() {
  let marks!: ReturnType<typeof useMarks>
  const page = mount(
    defineComponent({
      setup: () => {
        marks = useMarks(3)
        return () => h('i')
      },
    }),
  )
  return { page, marks }
}
const answer = (status: number, body: unknown) => Promise.resolve(Response.json(body, { status }))
const settle = () => vi.advanceTimersByTimeAsync(20)

describe('marks that must not be lost', () => {
  beforeEach(() => {
    localStorage.clear()
    vi.useFakeTimers()
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
  })

  it('stay in the browser while the server is away, and arrive once, in order, with their own day and key', async () => {
    const fetcher = vi
      .fn()
      .mockRejectedValueOnce(new TypeError('away'))
      .mockImplementation(async (request: Request) => answer(201, { mark: { ...(await request.clone().json()), id: 1, tune_id: null } }))
    vi.stubGlobal('fetch', fetcher)
    const { marks, page } = open()
    marks.add({ skill: 'bow.slur', value: 1 })
    await settle()
    expect(marks.state.value).toBe('waiting')
    marks.add({ skill: 'bow.slur', value: 2 })
    await settle()
    expect(JSON.parse(localStorage.getItem('fawnmoss.marks.3.unsent')!)).toEqual([])
    const bodies = await Promise.all(fetcher.mock.calls.map((call) => (call[0] as Request).json() as Promise<{ value: number; key: string; made_on: string }>))
    expect(bodies.map((body) => body.value)).toEqual([1, 1, 2])
    expect(bodies[0]!.key).toBe(bodies[1]!.key)
    expect(bodies[0]!.made_on).toMatch(/^\d{4}-\d\d-\d\d$/)
    expect(marks.sent.value.map((mark) => mark.value)).toEqual([1, 2])
    page.unmount()
  })

  it('can be waited for: those on their way arrive first, and it says when they cannot', async () => {
    let let_go!: () => void
    const fetcher = vi
      .fn()
      .mockImplementationOnce(() => new Promise((done) => (let_go = () => done(answer(201, { mark: { id: 1 } })))))
      .mockRejectedValue(new TypeError('away'))
    vi.stubGlobal('fetch', fetcher)
    const { marks, page } = open()
    marks.add({ skill: 'bow.slur', value: 1 })
    const answers: boolean[] = []
    void marks.settled().then((all) => answers.push(all))
    await settle()
    expect(answers).toEqual([])
    let_go()
    await settle()
    expect(answers).toEqual([true])
    marks.add({ skill: 'bow.slur', value: 2 })
    await settle()
    void marks.settled().then((all) => answers.push(all))
    await settle()
    expect(answers).toEqual([true, false])
    expect(fetcher).toHaveBeenCalledTimes(3) // tried at once when it was asked for
    page.unmount()
  })

  it('are sent from any page once the server is back, and stay kept until then', async () => {
    localStorage.setItem(
      'fawnmoss.marks.3.unsent',
      JSON.stringify([
        { skill: 'a', value: 1, key: 'k-0000001' },
        { skill: 'b', value: 2, key: 'k-0000002' },
      ]),
    )
    vi.stubGlobal(
      'fetch',
      vi
        .fn()
        .mockImplementationOnce(() => answer(201, {}))
        .mockRejectedValue(new TypeError('away')),
    )
    await sendKept()
    expect((JSON.parse(localStorage.getItem('fawnmoss.marks.3.unsent')!) as { skill: string }[]).map((mark) => mark.skill)).toEqual(['b'])
    vi.stubGlobal(
      'fetch',
      vi.fn().mockImplementation(() => answer(201, {})),
    )
    await sendKept()
    expect(localStorage.getItem('fawnmoss.marks.3.unsent')).toBe('[]')
  })

  it('are found again after a reload, and one that cannot be taken is said and not tried for ever', async () => {
    localStorage.setItem(
      'fawnmoss.marks.3.unsent',
      JSON.stringify([
        { skill: 'gone', value: 1, key: 'k-0000001', made_on: '2026-03-09' },
        { skill: 'bow.slur', value: 3, key: 'k-0000002', made_on: '2026-03-09' },
      ]),
    )
    vi.stubGlobal(
      'fetch',
      vi
        .fn()
        .mockImplementation(async (request: Request) => {
          const mark = (await request.json()) as { skill: string }
          return mark.skill === 'gone'
            ? answer(422, { error: { message: 'no such skill', remedy: null, where: {} } })
            : answer(201, { mark: { ...mark, id: 2 } })
        }),
    )
    const { marks, page } = open()
    await settle()
    expect(marks.unsent.value).toEqual([])
    expect(marks.sent.value.map((mark) => mark.value)).toEqual([3])
    page.unmount()
  })
})
