import { useEffect, useState } from 'react'
import { takeLeftOver } from './back'

/** What the address names behind its hash, by key. */
export const namedParts = () => new URLSearchParams(window.location.hash.slice(1))

/** Let the address name this behind its hash: as a step that Back takes back, or in place of what stands there. */
export function nameParts(parts: Record<string, string>, isStep = false) {
  const { pathname, search } = window.location
  const hash = new URLSearchParams(Object.entries(parts).filter(([, value]) => value !== '')).toString()
  const address = pathname + search + (hash && `#${hash}`)
  if (isStep) window.history[takeLeftOver() ? 'replaceState' : 'pushState'](null, '', address)
  else window.history.replaceState(window.history.state, '', address)
}

/**
 * What of a place the address names behind its hash, by key; naming some lets go of the others. `show` names a thing that
 * is opened: where none of its kind was open, Back closes it again.
 */
export function usePart() {
  const [named, setNamed] = useState(namedParts)
  useEffect(() => {
    const follow = () => setNamed(namedParts())
    window.addEventListener('hashchange', follow)
    window.addEventListener('popstate', follow)
    return () => {
      window.removeEventListener('hashchange', follow)
      window.removeEventListener('popstate', follow)
    }
  }, [])
  const put = (parts: Record<string, string>, isStep: boolean) => {
    nameParts(parts, isStep)
    setNamed(namedParts())
  }
  const name = (parts: Record<string, string>) => put(parts, false)
  const show = (parts: Record<string, string>) => {
    const before = namedParts()
    put(parts, !Object.keys(parts).some((key) => before.has(key)))
  }
  return [named, name, show] as const
}
