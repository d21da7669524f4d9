// Keeps the beach page at hand where there is no connection: the page, its parts, and the last answers it needs.
// Only what is read is kept; what is written goes to the server, or waits in the page's own database.
const CACHE = 'chord-beach-1'
const PAGE = '/beach/'
/** Answers that the page cannot begin without. */
const ASKED = /^\/api\/(session|words|fittings\/\d+\/log)\/$/

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

self.addEventListener('message', (event) => {
  const { keep } = event.data ?? {}
  if (!Array.isArray(keep)) return
  event.waitUntil(
    caches.open(CACHE).then(async (cache) => {
      for (const address of keep) if (!(await cache.match(address))) await cache.add(address)
      // Parts of a build that is gone.
      for (const { url } of await cache.keys()) {
        const { pathname } = new URL(url)
        if (pathname.startsWith('/static/') && !keep.includes(pathname)) await cache.delete(url)
      }
      event.source?.postMessage({ kept: keep.length })
    }),
  )
})

/** From the network, and kept; where there is none, as it was kept. */
async function freshFirst(request, keepAs = request) {
  const cache = await caches.open(CACHE)
  try {
    const answer = await fetch(request)
    if (answer.ok) await cache.put(keepAs, answer.clone())
    return answer
  } catch (error) {
    const kept = await cache.match(keepAs)
    if (kept) return kept
    throw error
  }
}

/** As it was kept: the name of a part changes with what is in it. */
async function keptFirst(request) {
  const cache = await caches.open(CACHE)
  const kept = await cache.match(request)
  if (kept) return kept
  const answer = await fetch(request)
  if (answer.ok) await cache.put(request, answer.clone())
  return answer
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  const { origin, pathname } = new URL(request.url)
  if (request.method !== 'GET' || origin !== self.location.origin) return
  // One page serves every address of the application.
  if (request.mode === 'navigate') event.respondWith(freshFirst(request, PAGE))
  else if (pathname.startsWith('/static/')) event.respondWith(keptFirst(request))
  else if (ASKED.test(pathname)) event.respondWith(freshFirst(request))
})
