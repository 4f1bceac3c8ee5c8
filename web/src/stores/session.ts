import { defineStore } from 'pinia'
import { ref } from 'vue'
import { ask, Trouble } from '../api/client'

/** Who is logged in. */
export const useSession = defineStore('session', () => {
  const studio = ref<{ id: number; name: string } | null>(null)
  /** Sizes by instrument, the largest first. */
  const sizes = ref<Record<string, string[]>>({})
  const asked = ref(false)

  /** Asks once whether the cookie still holds. */
  async function look(): Promise<void> {
    try {
      const found = await ask<{ studio: { id: number; name: string }; sizes: Record<string, string[]> }>('GET', '/session')
      studio.value = found.studio
      sizes.value = found.sizes
      asked.value = true
    } catch (error) {
      studio.value = null
      asked.value = !(error as Trouble).passing
    }
  }

  async function logIn(email: string, password: string): Promise<void> {
    await ask('POST', '/login', { email, password })
    await look()
  }

  /** Opens the studio that a letter was about. key: of its link. */
  async function open(key: string, name: string, password: string): Promise<void> {
    await ask('POST', '/open-studio', { key, studio: name, password })
    await look()
    // Lessons are given where the studio is opened, until the teacher says otherwise.
    await ask('PATCH', '/studio', { time_zone: Intl.DateTimeFormat().resolvedOptions().timeZone }).catch(() => undefined)
  }

  /** Ends the session of this browser, or those of all browsers. */
  async function logOut(everywhere = false): Promise<void> {
    await ask('POST', '/logout', everywhere ? { global_logout: true } : {})
    studio.value = null
    // What was kept to open a lesson without the server names a pupil. Marks and notes that are not sent yet stay.
    for (const box of Object.keys(localStorage)) if (/^fawnmoss\.lesson\.\d+\.(plan|sheets)$/.test(box)) localStorage.removeItem(box)
  }

  return { studio, sizes, asked, look, logIn, open, logOut }
})
