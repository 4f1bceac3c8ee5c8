import type { Placing } from '../api/types'

export type How = Placing['stages'][number]['how']

/** What is told of a pupil who already plays. ticks: single skills, had or not, whatever the rest says; key: so that it is kept once. */
export interface Told { stages: Record<string, How>; tunes: number[]; ticks: Record<string, boolean>; key: string }

export const HOW: { value: How; title: string }[] = [
  { value: 'none', title: 'not yet' },
  { value: 'part', title: 'in part' },
  { value: 'has', title: 'has it' },
]

/** As the API takes it. */
export const told = (wish: Told) => ({
  stages: Object.entries(wish.stages).map(([stage, how]) => ({ stage, how })),
  tunes: wish.tunes,
  with: Object.keys(wish.ticks).filter((id) => wish.ticks[id]),
  without: Object.keys(wish.ticks).filter((id) => !wish.ticks[id]),
})

/** A stage chosen: those before it about which nothing was said are had too, and its own ticks are forgotten. order: of the stages. */
export function ticked(wish: Told, order: string[], stage: string, how: How, placing: Placing): Told {
  const before = how === 'none' ? [] : order.slice(0, order.indexOf(stage)).filter((one) => !(one in wish.stages))
  const own = placing.stages.find((one) => one.stage === stage)?.skills.map((skill) => skill.id) ?? []
  return {
    ...wish,
    stages: { ...Object.fromEntries(before.map((one) => [one, 'has' as How])), ...wish.stages, [stage]: how },
    ticks: Object.fromEntries(Object.entries(wish.ticks).filter(([id]) => !own.includes(id))),
  }
}
