import { useState } from 'react'
import type { BookSort } from '../api/client'
import type { Which } from './api'
import { namedParts, nameParts } from '../lib/use-part'

const KEYS = ['cover', 'method', 'club', 'purpose', 'since', 'course', 'hole'] as const

function fromHash(player_id: string): Which {
  const told = namedParts()
  const known = KEYS.flatMap((key) => {
    const value = told.get(key)
    return value === null ? [] : [[key, value] as const]
  })
  return { player_id, ...Object.fromEntries(known) }
}

/** How its list is sorted; it stands in the address too. */
export interface Sorted {
  by: BookSort
  ascending: boolean
}

const NEWEST: Sorted = { by: 'when', ascending: false }
const SORTS: Record<BookSort, true> = {
  when: true,
  club: true,
  lie: true,
  carry: true,
  finish: true,
  lost: true,
}

function sortedFromHash(): Sorted {
  const [by, way] = (namedParts().get('sort') ?? '').split('.')
  return by !== undefined && by in SORTS ? { by: by as BookSort, ascending: way === 'up' } : NEWEST
}

function toHash(which: Which, sorted: Sorted) {
  const isPlain = sorted.by === NEWEST.by && !sorted.ascending
  nameParts({
    ...Object.fromEntries(namedParts()),
    ...Object.fromEntries(KEYS.map((key) => [key, which[key] ?? ''])),
    sort: isPlain ? '' : `${sorted.by}.${sorted.ascending ? 'up' : 'down'}`,
  })
}

/** Which shots of the book are looked at. It stands in the address, so that a reload or a link shows the same. */
export function useFilters(player_id: string) {
  const [which, setWhich] = useState(() => fromHash(player_id))
  const [sorted, setSorted] = useState(sortedFromHash)
  return {
    which,
    sorted,
    filter: (next: Which) => {
      toHash(next, sorted)
      setWhich(next)
    },
    sort: (next: Sorted) => {
      toHash(which, next)
      setSorted(next)
    },
  }
}
