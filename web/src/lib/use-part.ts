import { useEffect, useState } from 'react'

/** What of a place the address names behind its hash, by key; naming some lets go of the others. */
export function usePart() {
  const read = () => new URLSearchParams(window.location.hash.slice(1))
  const [named, setNamed] = useState(read)
  useEffect(() => {
    const follow = () => setNamed(read())
    window.addEventListener('hashchange', follow)
    window.addEventListener('popstate', follow)
    return () => {
      window.removeEventListener('hashchange', follow)
      window.removeEventListener('popstate', follow)
    }
  }, [])
  const name = (parts: Record<string, string>) => {
    const { pathname, search } = window.location
    const hash = new URLSearchParams(Object.entries(parts).filter(([, value]) => value !== '')).toString()
    window.history.replaceState(window.history.state, '', pathname + search + (hash && `#${hash}`))
    setNamed(read())
  }
  return [named, name] as const
}
