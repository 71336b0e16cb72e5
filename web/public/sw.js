// The page's shell for when nobody answers: the page comes from the network and, without one, as it was last. What is
// built is fetched whole once a build is seen, so that every place opens without a network; the build before goes.
// The record is not kept here: everything under /api goes to the server, and the page keeps what it may (api/kept.ts).
const SHELL = 'veltrin-shell-2'

// What is built names itself in the page: in its scripts and styles, whatever is said anew with each page (its nonce).
const builtIn = (page) => [...page.matchAll(/\/assets\/[\w.-]+/g)].map(([name]) => name).join(' ')

// The whole of a build, and nothing of another one.
const take = async () => {
  const list = await fetch('/built.json')
  if (!list.ok) return
  const names = await list.json()
  const shell = await caches.open(SHELL)
  for (const name of names) if (!(await shell.match(name))) await shell.add(name)
  for (const request of await shell.keys()) {
    const { pathname } = new URL(request.url)
    if (pathname.startsWith('/assets/') && !names.includes(pathname)) await shell.delete(request)
  }
}

const first = async () => {
  const shell = await caches.open(SHELL)
  await shell.add('/')
  await take()
}

const settle = async () => {
  for (const name of await caches.keys()) if (name !== SHELL) await caches.delete(name)
  await self.clients.claim()
}

self.addEventListener('install', (event) => {
  self.skipWaiting()
  event.waitUntil(first())
})
self.addEventListener('activate', (event) => event.waitUntil(settle()))

// Keeps a page or a file as it came; says whether it is the page of another build.
const kept = async (shell, key, answer) => {
  const before = key === '/' ? await shell.match(key) : undefined
  const isNew = before !== undefined && builtIn(await before.text()) !== builtIn(await answer.clone().text())
  await shell.put(key, answer)
  return isNew
}

self.addEventListener('fetch', (event) => {
  const { request } = event
  const url = new URL(request.url)
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api')) return
  // Every place is the same page. What is built carries its content in its name, so the first one is as good as any.
  const key = request.mode === 'navigate' ? '/' : url.pathname
  const answer = async () => {
    const shell = await caches.open(SHELL)
    const known = await shell.match(key)
    if (known && url.pathname.startsWith('/assets/')) return known
    try {
      const fresh = await fetch(request)
      const keep = fresh.ok ? kept(shell, key, fresh.clone()) : Promise.resolve(false)
      event.waitUntil(keep.then((isNew) => (isNew ? take() : undefined)))
      // What stands before the server says that nobody is behind it.
      return known && (fresh.status === 502 || fresh.status === 504) ? known : fresh
    } catch (error) {
      if (known) return known
      throw error
    }
  }
  event.respondWith(answer())
})
