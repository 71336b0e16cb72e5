// The page's shell for when the server is away: pages come from the network and, without one, as they were last.
// The record is never kept here: everything under /api goes to the server or fails.
const SHELL = 'veltrin-shell-1'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

const kept = async (request, answer) => {
  if (answer.ok) await (await caches.open(SHELL)).put(request, answer.clone())
  return answer
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api')) return
  // Every place is the same page. What is built carries its content in its name, so the first one is as good as any.
  const key = request.mode === 'navigate' ? '/' : url.pathname
  const isBuilt = url.pathname.startsWith('/assets/')
  event.respondWith(
    (async () => {
      const known = await caches.match(key)
      if (isBuilt && known) return known
      try {
        return await kept(key, await fetch(request))
      } catch (error) {
        if (known) return known
        throw error
      }
    })(),
  )
})
