/** True when two pieces of plain data are equal all through. */
export function equal(a: unknown, b: unknown): boolean {
  if (a === b) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a)) return Array.isArray(b) && a.length === b.length && a.every((one, index) => equal(one, b[index]))
  const keys = Object.keys(a)
  return keys.length === Object.keys(b).length && keys.every((key) => equal((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]))
}

/** The new list with the old objects where nothing changed, so that what shows them need not be drawn again. */
export const carried = <T>(old: T[], now: T[]): T[] => now.map((one, index) => (equal(old[index], one) ? old[index]! : one))
