/** The box that public/sw.js looks into. */
const BOX = 'fawnmoss.page'

/** Paths of the files that a page is made of: its own, none of the API. */
export function filesOf(addresses: string[], origin: string): string[] {
  const own = addresses.map((address) => new URL(address, origin)).filter((url) => url.href.startsWith(`${origin}/`) && !url.pathname.startsWith('/api/'))
  return [...new Set(['/', ...own.map((url) => url.pathname)])]
}

/**
 * Puts the page's files by, so that it opens again while the server cannot be reached. A browser that cannot do it goes on without.
 * Files of an older build are thrown out once the new ones are there. more: paths that a worker loads, which the page does not see.
 */
export async function keepPage(more: string[] = []): Promise<void> {
  if (!window.isSecureContext || !('serviceWorker' in navigator)) return
  try {
    await navigator.serviceWorker.register('/sw.js')
    const files = filesOf([...performance.getEntriesByType('resource').map((entry) => entry.name), ...more], location.origin)
    const box = await caches.open(BOX)
    await box.addAll(files)
    for (const old of await box.keys()) if (!files.includes(new URL(old.url).pathname)) await box.delete(old)
  } catch {
    // Out of reach, or out of room: the next lesson tries again.
  }
}
