import { useState, useSyncExternalStore } from 'react'

type Overlays = typeof import('./overlays')

let known: Overlays | null = null
const listeners = new Set<() => void>()

/** Fetch what lists, menus and notes are made of; where that fails the next press tries again. */
export async function fetchOverlays(): Promise<void> {
  known ??= await import('./overlays')
  for (const listener of listeners) listener()
}

function listen(listener: () => void) {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/**
 * What lists, menus and notes are made of; null until it is there: what opens one is a plain button until then. `want`:
 * it was pressed, and opens as soon as it can.
 */
export function useOverlays() {
  const overlays = useSyncExternalStore(listen, () => known)
  const [isWanted, setWanted] = useState(false)
  const want = () => {
    setWanted(true)
    void fetchOverlays().catch(() => undefined)
  }
  return { overlays, isWanted, want }
}
