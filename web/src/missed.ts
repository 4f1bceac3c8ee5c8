import { ref } from 'vue'
import type { Router } from 'vue-router'
import { single } from './composables/kept'

/** How browsers say that a file of a page did not arrive. */
const LOST = /dynamically imported module|module script failed|preload CSS/i
const MOST = 3 // times that an address is loaded anew by itself within a minute
const AGAIN = 3000 // ms until it is looked again whether the server is there
const LATER = 60_000 // ms until it is tried again after that

/** The address of a page whose files did not arrive; null when all is well. */
export const missed = ref<string | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined

/** Loads the missed page whole, since a browser may not ask twice for a file that failed. Nothing typed is lost: it is kept in the browser. */
export const open = (): void => location.assign(missed.value!)

/**
 * Loads a page again whose files did not arrive, once the server is there, so that a connection lost for a moment is not noticed. Until
 * then, and when it fails every time, the page that is open stays and says so.
 */
export function catchMissed(router: Router): void {
  router.onError((error: unknown, to) => {
    if (!LOST.test(error instanceof Error ? error.message : String(error))) return
    missed.value = to.fullPath
    void look()
  })
  router.afterEach((_to, _from, failure) => {
    if (!failure) missed.value = null
  })
}

async function look(): Promise<void> {
  clearTimeout(timer)
  const there = await fetch('/healthz', { cache: 'no-store' }).then((answer) => answer.ok, () => false)
  if (missed.value === null) return
  if (there && another(missed.value, Date.now())) open()
  else timer = setTimeout(() => void look(), there ? LATER : AGAIN)
}

/** Counts a load of an address; false when there were enough of them. at: ms. */
export function another(address: string, at: number): boolean {
  const box = single<{ address: string; times: number[] }>('fawnmoss.missed')
  const found = box.read()
  const times = (found?.address === address ? found.times : []).filter((one) => at - one < 60_000)
  box.keep({ address, times: [...times, at] })
  return times.length < MOST
}
