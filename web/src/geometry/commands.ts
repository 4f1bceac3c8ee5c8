import { plain } from './words'

/**
 * The commands whose words begin with what was typed, in any order, the best first: those that begin with the first word.
 *   ranked([{ title: 'Go to today' }], 'tod')
 */
export function ranked<T extends { title: string }>(commands: T[], text: string): T[] {
  const typed = plain(text).split(/\s+/).filter(Boolean)
  if (!typed.length) return commands
  const found = commands.flatMap((command) => {
    const words = plain(command.title).split(/[^\p{L}\p{N}]+/u)
    if (!typed.every((part) => words.some((word) => word.startsWith(part)))) return []
    return [{ command, place: words.findIndex((word) => word.startsWith(typed[0]!)) }]
  })
  return found.sort((a, b) => a.place - b.place).map((one) => one.command)
}
