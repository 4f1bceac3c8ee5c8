// A lesson or a practice card reloaded while the server cannot be reached: the page comes out of what src/composables/pageKept.ts put by. The server is
// always asked first, and the API is left alone: what lessons and cards know they keep themselves.
const BOX = 'fawnmoss.page'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))
self.addEventListener('fetch', (event) => {
  const { request } = event
  const { origin, pathname } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin || pathname.startsWith('/api/')) return
  if (request.mode === 'navigate' && !/^\/(lessons|k)\//.test(pathname)) return
  event.respondWith(fetch(request).catch(async (trouble) => {
    const kept = await caches.match(request.mode === 'navigate' ? '/' : request, { cacheName: BOX })
    if (!kept) throw trouble
    return kept
  }))
})
