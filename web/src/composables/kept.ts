/** What a browser that keeps nothing (blocked, or full) has forgotten when the page is closed, not before. */
const inPage = new Map<string, string>()

function read(name: string): string | null {
  if (inPage.has(name)) return inPage.get(name)!
  try {
    return localStorage.getItem(name)
  } catch {
    return null
  }
}

function write(name: string, text: string | null): void {
  inPage.delete(name)
  try {
    if (text === null) localStorage.removeItem(name)
    else localStorage.setItem(name, text)
  } catch {
    if (text !== null) inPage.set(name, text)
  }
}

/**
 * A text that this browser keeps under a name, over a reload and for all its windows; null: nothing.
 *   const theme = plain('fawnmoss.theme'); theme.keep('dark')
 */
export function plain(name: string) {
  return { read: (): string | null => read(name), keep: (one: string | null): void => write(name, one) }
}

/** The same for a value that goes into JSON, such as the marks of a chart that are not saved yet. Nothing, when it was damaged. */
export function single<T>(name: string) {
  function found(): T | null {
    try {
      return JSON.parse(read(name) ?? 'null') as T | null
    } catch {
      return null
    }
  }
  return { read: found, keep: (one: T | null): void => write(name, one === null ? null : JSON.stringify(one)) }
}

/** What a pattern catches in the names under which something is kept: caught(/^box\.(\d+)$/) // => ['3'] */
export const caught = (pattern: RegExp): string[] => names().flatMap((name) => pattern.exec(name)?.[1] ?? [])

/** Names under which something is kept. */
export function names(): string[] {
  try {
    return [...new Set([...Object.keys(localStorage), ...inPage.keys()])]
  } catch {
    return [...inPage.keys()]
  }
}
