import { useSyncExternalStore } from 'react'

/**
 * Widths from which parts stand side by side: two of them on a tablet, the places' names in the top line, all parts of
 * the Bench, and room for whole words in the top line. In letters, not in pixels: who sets twice the size has half the
 * room.
 */
export const MIDDLE = '(min-width: 48em)'
export const DESK = '(min-width: 64em)'
export const WIDE = '(min-width: 77.5em)'
export const ROOMY = '(min-width: 97.5em)'

type Width = typeof MIDDLE | typeof DESK | typeof WIDE | typeof ROOMY

// One listener a width, not one a redrawing: a new function would be taken off and put on again each time.
const listenTo = (width: Width) => (onChange: () => void) => {
  const query = window.matchMedia(width)
  query.addEventListener('change', onChange)
  return () => query.removeEventListener('change', onChange)
}
const LISTEN = {
  [MIDDLE]: listenTo(MIDDLE),
  [DESK]: listenTo(DESK),
  [WIDE]: listenTo(WIDE),
  [ROOMY]: listenTo(ROOMY),
}

/** Whether the window is that wide. */
export const useAtLeast = (width: Width): boolean =>
  useSyncExternalStore(LISTEN[width], () => window.matchMedia(width).matches)

/** Whether the Bench stands side by side (true) or as a tape of parts, one below the other. */
export const useWide = () => useAtLeast(WIDE)
