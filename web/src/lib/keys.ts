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
  ['W', 'what if a reading were otherwise'],
  ['N', 'lines: what is drawn, saved ones, files'],
  ['E', 'enter what the ball did'],
  ['X', 'a ball went astray: mark it'],
  ['F', 'field book, and back to the Bench'],
  ['G', 'players and bags, and back to the Bench'],
  ['J', 'practice, and back to the Bench'],
  ['V', 'lessons, and back to the Bench'],
  ['I', 'printed cards, and back to the Bench'],
  ['K', 'keep this shot'],
  ['O', 'open a kept shot'],
  ['P', 'calls chosen for the player’s card'],
  ['/', 'find a player, lesson, shot, method, drill, word'],
  ['U', 'undo'],
  ['R', 'redo'],
  ['?', 'these keys'],
] as const

export type KeyName = (typeof KEYS)[number][0]

/** What some of the keys do. */
export type KeyActions = Partial<Record<KeyName, () => void>>
