/**
 * What this browser keeps until the server has it: a list under one name, each with a key of its own so that it counts once. Read
 * anew for every change, so that two windows do not write over each other.
 *   const box = outbox<Kept>('fawnmoss.marks.3.unsent'); box.put(mark); box.drop([mark.key])
 */
export function outbox<T extends { key: string }>(name: string) {
  function all(): T[] {
    try {
      const found = JSON.parse(localStorage.getItem(name) ?? '[]') as unknown
      return Array.isArray(found) ? (found as T[]) : []
    } catch {
      return [] // damaged by hand: there is nothing to send in it
    }
  }
  const write = (list: T[]): void => localStorage.setItem(name, JSON.stringify(list))
  const put = (one: T): void => write([...all().filter((other) => other.key !== one.key), one])
  const drop = (keys: string[]): void => write(all().filter((one) => !keys.includes(one.key)))
  return { all, put, drop }
}

/** The one thing of a kind that is kept, such as the marks of a chart that are not saved yet. */
export function single<T>(name: string) {
  function read(): T | null {
    try {
      return JSON.parse(localStorage.getItem(name) ?? 'null') as T | null
    } catch {
      return null
    }
  }
  const keep = (one: T | null): void => (one === null ? localStorage.removeItem(name) : localStorage.setItem(name, JSON.stringify(one)))
  return { read, keep }
}
