import { client } from '../api/client'

const PATH = '/take'
const KEY = 'veltrin.take'

/** Whether this page is a player's own, opened by a link. */
export const isTaking = () => window.location.pathname === PATH

/** Where the link leads that holds this token. It stands behind the hash: the browser never sends it along. */
export const linkOf = (token: string) => `${window.location.origin}${PATH}#${token}`

/** What the link holds; kept in this browser, so that the page can be opened again without it. */
export function takeToken(): string {
  const told = window.location.hash.slice(1)
  if (told.length > 20) {
    localStorage.setItem(KEY, told)
    return told
  }
  return localStorage.getItem(KEY) ?? ''
}

let shown: string | null = null

/** Let every question of this page show the link. */
export function showLink(token: string) {
  if (shown === null)
    client.use({
      onRequest: ({ request }) => {
        request.headers.set('authorization', `Bearer ${shown ?? ''}`)
        return request
      },
    })
  shown = token
}
