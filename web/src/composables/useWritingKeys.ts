import { ref, watch, type Ref } from 'vue'
import { actOf, type Act, type HandKind } from '../geometry/writing'
import { usePlayer } from '../stores/player'
import { useWriting } from '../stores/writing'
import { plain } from './kept'
import { useKeys } from './useKeys'

/**
 * The keys of the writing desk: notes and signs, undo and redo, copying and putting in, hearing. What was copied last is kept in this browser, so that
 * it can be put into another tune as well. press: does what a key means.
 *   const { clip, copy, paste } = useWritingKeys(hand, press)
 */
export function useWritingKeys(hand: Ref<HandKind>, press: (...acts: Act[]) => void) {
  const desk = useWriting()
  const player = usePlayer()
  const clipKept = plain('fawnmoss.writing.clip')
  const clip = ref(clipKept.read())
  watch(() => desk.view?.pen.clip, (now) => {
    if (!now) return
    clip.value = now
    clipKept.keep(now)
  })
  const copy = (): void => press({ do: 'copy' })
  const paste = (): void => press({ do: 'paste', given: { text: clipKept.read() ?? '' } })

  /** Words that are marked on the page are the browser's to copy. */
  function onCopy(event: KeyboardEvent): void {
    const key = event.key.toLowerCase()
    if (key !== 'v' && window.getSelection()?.toString()) return
    event.preventDefault()
    if (key === 'v') return paste()
    press({ do: 'copy' }, ...(key === 'x' ? [{ do: 'delete' }] : []))
  }

  useKeys((event) => {
    if (!desk.view || desk.mistake) return
    const held = event.ctrlKey || event.metaKey
    if (held && event.key.toLowerCase() === 'z') {
      event.preventDefault()
      press() // what was typed as text gives way
      return void (event.shiftKey ? desk.redo() : desk.undo())
    }
    if (held && ['c', 'v', 'x'].includes(event.key.toLowerCase())) return onCopy(event)
    if (event.key === ' ' && !(event.target as HTMLElement | null)?.closest?.('button, a, summary, input')) {
      event.preventDefault()
      return player.toggle()
    }
    if (event.key === 'Enter') return
    const act = actOf(event, hand.value, desk.view.pad.map((row) => row.string))
    if (!act) return
    event.preventDefault()
    press(act)
  })
  return { clip, copy, paste }
}
