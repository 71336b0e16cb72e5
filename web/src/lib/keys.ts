/** Every key, as the sheet under `?` lists them. */
export const KEYS = [
  ['1', 'look at the first call'],
  ['2', 'look at the second call'],
  ['L', 'loft ledger'],
  ['B', 'bounce ledger'],
  ['D', 'distance ledger'],
  ['S', 'spin ledger'],
  ['A', 'aim ledger'],
  ['H', 'measuring helps'],
  ['M', 'methods, and back to the Bench'],
  ['T', 'today’s conditions, and back to the Bench'],
  ['C', 'compare two calls'],
  ['W', 'see what changes if a reading is different'],
  ['N', 'lines: drawn, saved, and files'],
  ['Y', 'on the course: the line by the map'],
  ['E', 'book where the ball finished'],
  ['X', 'lost ball: mark the spot'],
  ['F', 'field book, and back to the Bench'],
  ['G', 'players and bags, and back to the Bench'],
  ['J', 'practice, and back to the Bench'],
  ['V', 'lessons, and back to the Bench'],
  ['I', 'printed cards, and back to the Bench'],
  ['K', 'save this shot'],
  ['O', 'open a saved shot'],
  ['P', 'calls on the player’s card'],
  ['/', 'search players, lessons, shots, methods, drills, words'],
  ['U', 'undo'],
  ['R', 'redo'],
  ['?', 'help, with these keys'],
] as const

export type KeyName = (typeof KEYS)[number][0]

/** What some of the keys do. */
export type KeyActions = Partial<Record<KeyName, () => void>>
