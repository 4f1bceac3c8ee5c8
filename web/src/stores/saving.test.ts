import { describe, expect, it } from 'vitest'
import { Trouble } from '../api/client'
import type { ChartView } from '../api/types'
import { FRESH, next, onItsWay, wanted, type Desk, type Happening, type Marks } from './saving'

const marks = (tempo: number): Marks => ({ options: { tempo }, pins: [] })
const trouble = new Trouble(422, 'no')
const other = { id: 1 } as ChartView
const KINDS = ['wished', 'accepted', 'refused', 'away', 'stale', 'again', 'mine', 'theirs'] as const
type Kind = (typeof KINDS)[number]

/** The desk and what is known of it from outside: what the server has, what the teacher wished last and may expect to be kept. */
interface World {
  desk: Desk
  server: Marks
  expected: Marks
  count: number
  refused: Marks[]
}

function happens(world: World, kind: Kind): World {
  const { desk } = world
  const sending = onItsWay(desk.saving)?.marks
  if (kind === 'wished') {
    const wish = marks(world.count + 1)
    const now = wanted(desk.saving) ?? world.server
    return {
      ...world,
      count: world.count + 1,
      expected: wish,
      desk: next(desk, { kind, marks: wish, history: { before: [...desk.history.before, now], after: [] } }),
    }
  }
  const happening: Happening = kind === 'refused' ? { kind, trouble } : kind === 'stale' ? { kind, other } : { kind }
  const after = next(desk, happening)
  const server = kind === 'accepted' && sending ? sending : world.server
  const lost = (kind === 'refused' && sending && !wanted(after.saving)) || (kind === 'theirs' && desk.saving.tag === 'stale')
  return {
    ...world,
    desk: after,
    server,
    expected: lost ? server : world.expected,
    refused: kind === 'refused' && sending ? [...world.refused, sending] : world.refused,
  }
}

/** A server that answers well from now on. */
function settled(world: World): World {
  let now = world
  for (let step = 0; step < 6 && now.desk.saving.tag !== 'saved'; step++)
    now = happens(now, ({ saving: 'accepted', waiting: 'again', stale: 'mine' } as const)[now.desk.saving.tag])
  return now
}

const start = (): World => ({ desk: FRESH, server: marks(0), expected: marks(0), count: 0, refused: [] })
function every(length: number): Kind[][] {
  return length === 0 ? [[]] : every(length - 1).flatMap((rest) => KINDS.map((kind) => [kind, ...rest]))
}

describe('saving the desk', () => {
  /** The orders in which something is wrong, with what. */
  const wrong = (judge: (order: Kind[]) => string | false): string[] =>
    every(5).flatMap((order) => {
      const found = judge(order)
      return found ? [`${order.join(', ')}: ${found}`] : []
    })

  it('in whatever order things happen, ends saved with what was wished last, once the server answers', () => {
    expect(
      wrong((order) => {
        const world = order.reduce(happens, start())
        const { tag } = world.desk.saving
        if ((tag === 'saving') !== (onItsWay(world.desk.saving) !== null) || (tag === 'saved') !== (wanted(world.desk.saving) === null))
          return 'neither saved, on its way, nor kept'
        const end = settled(world)
        return (end.desk.saving.tag !== 'saved' && 'it never ends') || (end.server.options.tempo !== end.expected.options.tempo && 'something else was saved')
      }),
    ).toEqual([])
  })

  it('in whatever order answers come, undo never leads to marks that were refused, nor twice to the same', () => {
    expect(
      wrong((order) => {
        const { desk, refused, server } = settled(order.reduce(happens, start()))
        const before = desk.history.before.map((one) => one.options.tempo)
        if (refused.some((gone) => before.includes(gone.options.tempo))) return 'undo leads to what was refused'
        return (
          (before.at(-1) === server.options.tempo && 'undo leads to what is there') ||
          (new Set(before).size !== before.length && 'undo leads to the same twice')
        )
      }),
    ).toEqual([])
  })

  it('goes on with the newer change when the one before it is refused', () => {
    const world = (['wished', 'wished', 'refused'] as const).reduce(happens, start())
    expect([world.desk.saving.tag, onItsWay(world.desk.saving)?.marks, world.desk.refused]).toEqual(['saving', marks(2), trouble])
  })

  it('gives undo and redo back as they were when an undo is refused', () => {
    const history = { before: [marks(1), marks(2)], after: [] }
    const undone: Desk = next({ ...FRESH, history }, { kind: 'wished', marks: marks(2), history: { before: [marks(1)], after: [marks(3)] } })
    expect(next(undone, { kind: 'refused', trouble }).history).toEqual(history)
  })
})
