/** How long a ball may be looked for (Rules of Golf 2023, 18.2, from memory; the committee decides). */
export const SEARCH_S = 180

/** What is known of a ball that went astray. */
export interface Astray {
  landmark: string
  /** How far in from the short grass (m); null: not judged. */
  inFrom: number | null
  note: string
  provisional: boolean
  /** When the search began (ms); null: it hasn't. */
  began: number | null
}

export const NOT_ASTRAY: Astray = { landmark: '', inFrom: null, note: '', provisional: false, began: null }

/** Seconds left to look; the clock starts when the search does, not when the ball is hit. */
export function secondsLeft(began: number | null, now: number): number {
  return began === null ? SEARCH_S : Math.max(0, SEARCH_S - Math.floor((now - began) / 1000))
}

export function clockWords(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${`${seconds % 60}`.padStart(2, '0')}`
}

/** The mark in a line, for the shot's note. */
export function astrayWords(mark: Astray, shown: (metres: number) => string): string {
  const words = [
    ...(mark.landmark ? [`on the line of ${mark.landmark}`] : []),
    ...(mark.inFrom === null ? [] : [`${shown(mark.inFrom)} in from the short grass`]),
    ...(mark.provisional ? ['provisional played'] : []),
    ...(mark.note ? [mark.note] : []),
  ]
  return words.length === 0 ? '' : `Lost ball: ${words.join(', ')}.`
}
