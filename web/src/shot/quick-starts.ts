import { newArea } from './line'
import { snap, type Reading } from './reading'

export interface QuickStart {
  words: string
  about: string
  /** The line it makes of the present one: the ball and its lie stay. */
  make: (reading: Reading) => Partial<Reading>
}

const half = (value: number) => Math.round(value * 2) / 2

function depth(reading: Reading): number {
  return Math.max(12, reading.back - reading.front)
}

/** Flag just over the front edge, sand in front of it. */
function shortSided(reading: Reading): Partial<Reading> {
  const { flag } = reading
  const front = half(flag - Math.min(6, Math.max(3, 0.12 * flag)))
  const deep = Math.min(7, front - 1.5)
  const bunker = newArea('sand', { x0: front - deep, x1: front - 0.5, y0: -5, y1: 5 })
  return { front, back: half(front + depth(reading)), areas: front > 3 ? [bunker] : [], land: 0 }
}

function plenty(reading: Reading): Partial<Reading> {
  const front = half(Math.max(1.5, 0.35 * reading.flag))
  return { front, back: half(Math.max(reading.flag + 10, front + 24)), areas: [], obstacles: [], land: 0 }
}

function overSand(reading: Reading): Partial<Reading> {
  const front = half(reading.flag - Math.min(9, 0.35 * reading.flag))
  const bunker = newArea('sand', { x0: Math.max(2, front - 8), x1: front - 1, y0: -7, y1: 7 })
  return { front, back: half(front + 22), areas: front > 4 ? [bunker] : [], land: 0 }
}

function uphillGreen(reading: Reading): Partial<Reading> {
  return { rise: snap('rise', Math.max(1, 0.05 * reading.flag)), greenFall: -3 }
}

function backFlag(reading: Reading): Partial<Reading> {
  const back = half(reading.flag + 4)
  return { back, front: half(Math.max(1.5, back - Math.max(24, depth(reading)))), land: 0 }
}

/** Lines by the words coaches use for them. */
export const QUICK_STARTS: QuickStart[] = [
  { words: 'short-sided', about: 'little green, sand in front', make: shortSided },
  { words: 'plenty of green', about: 'nothing in the way', make: plenty },
  { words: 'over sand', about: 'a bunker to carry', make: overSand },
  { words: 'uphill green', about: 'above the ball, tilted towards it', make: uphillGreen },
  { words: 'back flag', about: 'all the green to run', make: backFlag },
]
