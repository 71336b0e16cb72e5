import { vi } from 'vitest'

type Answer = (request: Request) => unknown

/** Answer requests by method and path; what isn't listed is a lost connection. */
export function serve(answers: Record<string, Answer>) {
  const fetched = vi.fn(async (request: Request) => {
    const key = `${request.method} ${new URL(request.url).pathname}`
    const found = Object.entries(answers).find(([path]) => key.startsWith(path))
    if (!found) throw new TypeError(`nobody answers ${key}`)
    const body = await Promise.resolve(found[1](request))
    return new Response(JSON.stringify(body), {
      status: 200,
      headers: { 'content-type': 'application/json' },
    })
  })
  vi.stubGlobal('fetch', fetched)
  return fetched
}
