import { single } from './kept'

/**
 * What this browser keeps until the server has it: a list under one name, each with a key of its own so that it counts once. Read
 * anew for every change, so that two windows do not write over each other.
 *   const box = outbox<Kept>('fawnmoss.marks.3.unsent'); box.put(mark); box.drop([mark.key])
 */
export function outbox<T extends { key: string }>(name: string) {
  const list = single<T[]>(name)
  function all(): T[] {
    const found = list.read()
    return Array.isArray(found) ? found : [] // damaged by hand: there is nothing to send in it
  }
  const put = (one: T): void => list.keep([...all().filter((other) => other.key !== one.key), one])
  const drop = (keys: string[]): void => list.keep(all().filter((one) => !keys.includes(one.key)))
  return { all, put, drop }
}
