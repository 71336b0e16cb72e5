import { useSyncExternalStore } from 'react'

const WIDE = '(min-width: 1240px)'

function listen(onChange: () => void): () => void {
  const query = window.matchMedia(WIDE)
  query.addEventListener('change', onChange)
  return () => query.removeEventListener('change', onChange)
}

/** Whether the Bench stands side by side (true) or as a tape of parts, one below the other. */
export function useWide(): boolean {
  return useSyncExternalStore(listen, () => window.matchMedia(WIDE).matches)
}
