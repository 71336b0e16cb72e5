// The page's shell for when the server is away: pages come from the network and, without one, as they were last.
// The record is never kept here: everything under /api goes to the server or fails.
const SHELL = 'veltrin-shell-1'

self.addEventListener('install', () => self.skipWaiting())
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()))

// What is built names itself in the page: in its scripts and styles, whatever is said anew with each page (its nonce).
const builtIn = (page) => [...page.matchAll(/\/assets\/[\w.-]+/g)].map(([name]) => name).join(' ')

// A newer build is there: the files of the one before would lie here for ever.
const tidy = async (shell, before, page) => {
  if (before === undefined || builtIn(await before.text()) === builtIn(page)) return
  for (const request of await shell.keys())
    if (new URL(request.url).pathname.startsWith('/assets/')) await shell.delete(request)
}

const kept = async (key, answer) => {
  if (!answer.ok) return answer
  const shell = await caches.open(SHELL)
  if (key === '/') await tidy(shell, await shell.match(key), await answer.clone().text())
  await shell.put(key, answer.clone())
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
