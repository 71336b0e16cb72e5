import { DAY_START, FIRMNESSES, lieToday, touchesDay, touchesGround, wetShare, type DayReading } from './day'
import type { Area, Obstacle } from './line'
import { BALL_MM, coverOf, hasGrass, type CoverName } from './covers'

/** Everything the coach has read and chosen on the Bench. Metres and degrees; right is positive. */
export interface Reading extends DayReading {
  player: string
  fall: number
  side: number
  cover: CoverName
  /** Depth of the ball's bottom below the tips, in balls. */
  sunk: number
  wet: WetName
  /** Height of the grass (mm), its density and the give of the ground (percent). */
  grass: number
  density: number
  give: number
  growth: (typeof GROWTHS)[number]
  /** Depth of the sand (mm); height of the lip and how far ahead it stands (m). */
  sand: number
  lip: number
  lipAt: number
  /** How far readings are off by the way they were measured; 0: not measured. */
  doubtFall: number
  doubtSide: number
  doubtSunk: number
  doubtGive: number
  doubtDensity: number
  flag: number
  front: number
  back: number
  surround: 'fringe' | 'fairway' | 'semi' | 'rough'
  firmness: (typeof FIRMNESSES)[number]
  speed: number
  greenFall: number
  greenSide: number
  /** Width of the green (m), its height above the ball (m), and where the ball is to land (m; 0: where it must). */
  width: number
  rise: number
  land: number
  areas: readonly Area[]
  obstacles: readonly Obstacle[]
  mood: (typeof MOODS)[number]
  /** Club the coach wants kept; empty: the one the player would use from level. */
  keep: string
  /** Call the coach looks at; empty: the first call. */
  call: string
  /** Call it is held against; empty: the best other one. */
  against: string
}

export interface Range {
  low: number
  high: number
  step: number
  unit:
    | 'slope'
    | 'distance'
    | 'ball'
    | 'ft'
    | 'temperature'
    | 'altitude'
    | 'pct'
    | 'mm'
    | 'wind'
    | 'bearing'
    | 'hPa'
    | 'layers'
  name: string
}

/** Allowed ranges, the same as the server's. */
export const RANGES = {
  fall: { low: -20, high: 20, step: 0.5, unit: 'slope', name: 'Fall' },
  side: { low: -20, high: 20, step: 0.5, unit: 'slope', name: 'Side slope' },
  sunk: { low: 0, high: 4.7, step: 0.05, unit: 'ball', name: 'Depth of the ball' },
  grass: { low: 2, high: 200, step: 1, unit: 'mm', name: 'Height of the grass' },
  density: { low: 0, high: 150, step: 5, unit: 'pct', name: 'Density of the grass' },
  give: { low: 0, high: 100, step: 1, unit: 'pct', name: 'Give of the ground' },
  sand: { low: 5, high: 600, step: 5, unit: 'mm', name: 'Depth of the sand' },
  lip: { low: 0, high: 5, step: 0.1, unit: 'distance', name: 'Height of the lip' },
  lipAt: { low: 0.5, high: 30, step: 0.5, unit: 'distance', name: 'Distance to the lip' },
  flag: { low: 2, high: 230, step: 0.5, unit: 'distance', name: 'Flag' },
  front: { low: -20, high: 229, step: 0.5, unit: 'distance', name: 'Front edge' },
  back: { low: 2.5, high: 280, step: 0.5, unit: 'distance', name: 'Back edge' },
  speed: { low: 4, high: 16, step: 0.5, unit: 'ft', name: 'Green speed' },
  greenFall: { low: -12, high: 12, step: 0.5, unit: 'slope', name: 'Green fall' },
  greenSide: { low: -12, high: 12, step: 0.5, unit: 'slope', name: 'Green side tilt' },
  width: { low: 1, high: 120, step: 0.5, unit: 'distance', name: 'Width of the green' },
  rise: { low: -60, high: 60, step: 0.25, unit: 'distance', name: 'Height of the green' },
  land: { low: 0, high: 250, step: 0.5, unit: 'distance', name: 'Landing place' },
  temperature: { low: -20, high: 50, step: 1, unit: 'temperature', name: 'Temperature' },
  altitude: { low: -500, high: 5000, step: 10, unit: 'altitude', name: 'Altitude' },
  humidity: { low: 0, high: 100, step: 5, unit: 'pct', name: 'Humidity' },
  pressure: { low: 500, high: 1100, step: 1, unit: 'hPa', name: 'Pressure' },
  ball: { low: -20, high: 50, step: 1, unit: 'temperature', name: 'Temperature of the ball' },
  layers: { low: 0, high: 4, step: 1, unit: 'layers', name: 'Layers of clothes' },
  wind: { low: 0, high: 40, step: 0.5, unit: 'wind', name: 'Wind' },
  gust: { low: 0, high: 70, step: 0.5, unit: 'wind', name: 'Gusts' },
  windFrom: { low: 0, high: 360, step: 5, unit: 'bearing', name: 'Direction of the wind' },
  bearing: { low: 0, high: 360, step: 5, unit: 'bearing', name: 'Bearing of the line' },
} as const satisfies Record<string, Range>

export type NumberKey = keyof typeof RANGES

/** What a bad one counts: as it costs, a quarter of a stroke less, half a stroke more. */
export const MOODS = ['lesson', 'match', 'protect'] as const

export const SURROUNDS = ['fringe', 'fairway', 'semi', 'rough'] as const
export const GROWTHS = ['with', 'across', 'against'] as const

export const WETS = { dry: 0, damp: 0.5, wet: 1 } as const
export type WetName = keyof typeof WETS
export const WET_NAMES = Object.keys(WETS) as WetName[]

/** How deep the ball can lie, in balls: down to the soil, on the step. */
export function deepest(reading: Pick<Reading, 'cover' | 'grass'>): number {
  const mm = hasGrass(reading.cover) ? reading.grass : coverOf(reading.cover).mm
  return Math.min(RANGES.sunk.high, Math.floor((mm / BALL_MM) * 20 + 1e-6) / 20)
}

/** What a cover is like today: depth of the ball, height, density, give. Doubts of the old cover go with it. */
export function asUsual(cover: CoverName, day: DayReading): Partial<Reading> {
  return { sunk: coverOf(cover).usual_sunk, ...lieToday(cover, day), ...NO_DOUBTS }
}

/** Film on the ball today, in the word that is nearest. */
function wetToday(day: DayReading): { wet: WetName } {
  const share = wetShare(day)
  return { wet: WET_NAMES.find((word) => WETS[word] >= share) ?? 'wet' }
}

const NO_DOUBTS = { doubtSunk: 0, doubtGive: 0, doubtDensity: 0 }

/** A reading typed or dragged anew is no longer the measured one. */
const DOUBT_OF = {
  fall: 'doubtFall',
  side: 'doubtSide',
  sunk: 'doubtSunk',
  give: 'doubtGive',
  density: 'doubtDensity',
  wind: 'windDoubt',
  windFrom: 'windDoubt',
} as const satisfies Partial<Record<NumberKey, keyof Reading>>
type Doubted = keyof typeof DOUBT_OF
export type DoubtKey = (typeof DOUBT_OF)[Doubted]
export const DOUBTS = Object.values(DOUBT_OF)

export const START: Reading = {
  player: '',
  fall: 6,
  side: 0,
  cover: 'fairway',
  sunk: 0,
  wet: 'dry',
  grass: 12,
  density: 30,
  give: 45,
  growth: 'across',
  sand: 100,
  lip: 0,
  lipAt: 3,
  doubtFall: 0,
  doubtSide: 0,
  doubtSunk: 0,
  doubtGive: 0,
  doubtDensity: 0,
  flag: 15,
  front: 8,
  back: 24,
  surround: 'fairway',
  firmness: 'medium',
  speed: 9.5,
  greenFall: 0,
  greenSide: 0,
  width: 14,
  rise: 0,
  land: 0,
  areas: [],
  obstacles: [],
  mood: 'lesson',
  ...DAY_START,
  keep: '',
  call: '',
  against: '',
}

/** Keep a dragged value on its step and inside its range; typed values are refused instead (see parseNumber). */
export function snap(key: NumberKey, value: number): number {
  const { low, high, step } = RANGES[key]
  const on = Math.round(value / step) * step
  return Math.min(high, Math.max(low, Number(on.toFixed(3))))
}

/** Apply a change and keep the edges around the flag in order: front < flag or beyond it, front < back. */
export function change(reading: Reading, patch: Partial<Reading>): Reading {
  const next = { ...reading, ...patch }
  if (patch.flag !== undefined && patch.front === undefined && patch.back === undefined) {
    // The green keeps its place unless the flag leaves it; then it comes along.
    const moved = next.flag - reading.flag
    if (next.flag < next.front || next.flag > next.back) {
      next.front = snap('front', reading.front + moved)
      next.back = snap('back', reading.back + moved)
    }
  }
  if (touchesGround(patch)) {
    // Sand is in the state the day has it in; a patch that says what the lie is like keeps the last word.
    if (coverOf(next.cover).group === 'sand' && patch.cover === undefined) next.cover = next.sandState
    Object.assign(next, lieToday(next.cover, next), wetToday(next), NO_DOUBTS, patch)
  }
  if (patch.cover !== undefined) Object.assign(next, asUsual(patch.cover, next), patch)
  if (touchesDay(patch) && patch.dayName === undefined) next.dayName = ''
  for (const key of Object.keys(DOUBT_OF) as Doubted[]) {
    const doubt = DOUBT_OF[key]
    if (patch[key] !== undefined && patch[doubt] === undefined) next[doubt] = 0
  }
  next.sunk = Math.min(next.sunk, deepest(next))
  // A landing place beyond what the server takes is no landing place.
  next.land = Math.min(next.land, next.flag + 20)
  // A gust weaker than the mean was read with another one.
  if (next.gust < next.wind) next.gust = 0
  if (next.back < next.front + 1) {
    if (patch.back !== undefined) next.back = next.front + 1
    else next.front = next.back - 1
  }
  return next
}
