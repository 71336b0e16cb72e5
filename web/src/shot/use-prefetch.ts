import { useEffect } from 'react'

/** Once the first page stands, fetch what may be gone to next, and keep the shell for when the server is away. */
export function usePrefetch(parts: readonly { fetchAhead: () => void }[]) {
  useEffect(() => {
    const timer = setTimeout(() => {
      for (const one of parts) one.fetchAhead()
      // Only pages from this machine or with a certificate may; elsewhere the page works without.
      if (import.meta.env.PROD && 'serviceWorker' in navigator)
        navigator.serviceWorker.register('/sw.js').catch(() => undefined)
    }, 1500)
    return () => clearTimeout(timer)
  }, [parts])
}
