import type { Directive } from 'vue'
import { useSession } from './stores/session'

/** v-owner: what only the owner of a studio may do is not offered to an assistant teacher; the server refuses it in any case. */
export const ownerOnly: Directive<HTMLElement> = (element) => {
  element.style.display = useSession().owner ? '' : 'none'
}
