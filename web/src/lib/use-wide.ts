import { useSyncExternalStore } from 'react'

/** Widths from which parts stand side by side: two of them on a tablet, all on a desk. */
export const MIDDLE = '(min-width: 768px)'
export const WIDE = '(min-width: 1240px)'

/** Whether the window is that wide. */
export function useAtLeast(width: typeof MIDDLE | typeof WIDE): boolean {
  const listen = (onChange: () => void) => {
    const query = window.matchMedia(width)
    query.addEventListener('change', onChange)
    return () => query.removeEventListener('change', onChange)
  }
  return useSyncExternalStore(listen, () => window.matchMedia(width).matches)
}

/** Whether the Bench stands side by side (true) or as a tape of parts, one below the other. */
export const useWide = () => useAtLeast(WIDE)
