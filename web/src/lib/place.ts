import { useEffect } from 'react'
import { create } from 'zustand'
import { passOverLeft, takeLeftOver } from './back'

/** The places there are, by their path. */
export const PLACES = {
  bench: '/',
  methods: '/methods',
  players: '/players',
  book: '/book',
  practice: '/practice',
  lessons: '/lessons',
  cards: '/cards',
  conditions: '/conditions',
} as const
export type Place = keyof typeof PLACES

export const PLACE_NAMES: Record<Place, string> = {
  bench: 'Bench',
  methods: 'Methods',
  players: 'Players',
  book: 'Field book',
  practice: 'Practice',
  lessons: 'Lessons',
  cards: 'Cards',
  conditions: 'Conditions',
}

/** The place at a path; a slash at its end, as links often have one, makes no difference. */
export function placeAt(path: string): Place {
  const known = Object.keys(PLACES) as Place[]
  const plain = path.replace(/\/+$/, '')
  return known.find((place) => PLACES[place] === plain) ?? 'bench'
}

interface PlaceState {
  place: Place
  /** Go there, and to a part of it if one is named. */
  go: (place: Place, part?: string) => void
}

/** Where the coach is. Going somewhere is a step in the browser's history. */
export const usePlace = create<PlaceState>()((set) => ({
  place: placeAt(window.location.pathname),
  go: (place, part = '') => {
    const step = takeLeftOver() ? 'replaceState' : 'pushState'
    window.history[step](null, '', PLACES[place] + window.location.search + (part && `#${part}`))
    // A step of our own is heard by nobody: who is there already looks where it leads.
    window.dispatchEvent(new Event('hashchange'))
    set({ place })
  },
}))

/** Follow the browser's own back and forward. */
export function useBackAndForward() {
  useEffect(() => {
    const follow = () => {
      usePlace.setState({ place: placeAt(window.location.pathname) })
      passOverLeft()
    }
    window.addEventListener('popstate', follow)
    return () => window.removeEventListener('popstate', follow)
  }, [])
}
