import { useState } from 'react'
import type { Which } from '../api/queries'

const KEYS = ['cover', 'method', 'club', 'purpose', 'since'] as const

function fromHash(player_id: string): Which {
  const told = new URLSearchParams(window.location.hash.slice(1))
  const known = KEYS.flatMap((key) => {
    const value = told.get(key)
    return value === null ? [] : [[key, value] as const]
  })
  return { player_id, ...Object.fromEntries(known) }
}

/** Which shots of the book are looked at. It stands in the address, so that a reload or a link shows the same. */
export function useFilters(player_id: string): [Which, (which: Which) => void] {
  const [which, setWhich] = useState(() => fromHash(player_id))
  const set = (next: Which) => {
    const told = new URLSearchParams(KEYS.flatMap((key) => (next[key] ? [[key, next[key]]] : [])))
    const { pathname, search } = window.location
    const hash = `${told}` === '' ? '' : `#${told}`
    window.history.replaceState(window.history.state, '', pathname + search + hash)
    setWhich(next)
  }
  return [which, set]
}
