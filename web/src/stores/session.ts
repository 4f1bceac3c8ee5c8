import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ask, Trouble } from '../api/client'
import type { Session } from '../api/types'

/** Who is logged in, and in which studio they work now. */
export const useSession = defineStore('session', () => {
  const studio = ref<Session['studio'] | null>(null)
  /** False for an assistant teacher, who sees and marks. */
  const owner = ref(true)
  /** All in which this account works, its own first. */
  const studios = ref<Session['studios']>([])
  /** Sizes by instrument, the largest first. */
  const sizes = ref<Record<string, string[]>>({})
  const asked = ref(false)
  /** The password was right, the second step is still to come. */
  const half = ref(false)

  function take(found: Session): void {
    studio.value = found.studio
    owner.value = found.owner
    studios.value = found.studios
    sizes.value = found.sizes
    half.value = false
    asked.value = true
  }

  /** Asks once whether the cookie still holds; what is wrong when it does not. */
  async function look(): Promise<Trouble | null> {
    try {
      take(await ask('get', '/api/session'))
      return null
    } catch (error) {
      const found = error as Trouble
      studio.value = null
      half.value = found.code === 'second'
      asked.value = !found.passing
      return found
    }
  }

  /** Afterwards there is a studio, or half a log-in that waits for its second step. */
  async function logIn(email: string, password: string): Promise<void> {
    await ask('post', '/api/login', { body: { email, password } })
    const found = await look()
    if (found && !half.value) throw found
  }

  /** Opens the studio that a letter was about. key: of its link. */
  async function open(key: string, name: string, password: string): Promise<void> {
    await ask('post', '/api/open-studio', { body: { key, studio: name, password } })
    await look()
    // Lessons are given where the studio is opened, until the teacher says otherwise.
    await ask('patch', '/api/studio', { body: { time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone } }).catch(() => undefined)
  }

  /** Goes to another of the studios. */
  const choose = async (id: number): Promise<void> => take(await ask('post', '/api/session', { body: { studio_id: id } }))

  /** Ends the session of this browser, or those of all browsers. */
  async function logOut(everywhere = false): Promise<void> {
    await ask('post', '/api/logout', { body: everywhere ? { global_logout: true } : {} })
    forget()
  }

  /** Nobody is logged in here any more. */
  function forget(): void {
    studio.value = null
    half.value = false
    // What was kept to open a lesson without the server names a pupil. Marks and notes that are not sent yet stay.
    for (const box of Object.keys(localStorage)) if (/^fawnmoss\.lesson\.\d+\.(plan|sheets)$/.test(box)) localStorage.removeItem(box)
  }

  return { studio, owner, studios, sizes, asked, half, look, logIn, open, choose, logOut, forget }
})
