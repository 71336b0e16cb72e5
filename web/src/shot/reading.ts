import {
  DAY_START,
  lieToday,
  touchesDay,
  touchesGround,
  wetShare,
  type DayReading,
  type Firmness,
} from './day'
import type { Area, Obstacle } from './line'
import { BALL_MM, coverOf, hasGrass, type CoverName } from './covers'
import { rangeOf, type Range } from '../lib/range'

/** Everything the coach has read and chosen on the Bench. Metres and degrees; right is positive. */
export interface Reading extends DayReading {
  player: string
  fall: number
  side: number
  cover: CoverName
  /** Depth of the ball's bottom below the tips, in balls. */
  sunk: number
  wet: WetName | number
  /** Height of the grass (mm), its density and the give of the ground (percent). */
  grass: number
  density: number
  give: number
  growth: (typeof GROWTHS)[number]
  /** Depth of the sand (mm); height of the lip and how far ahead it stands (m). */
  sand: number
  lip: number
  lipAt: number
  /** How far readings are off by the way they were measured; null: not measured. */
  doubtFall: number | null
  doubtSide: number | null
  doubtSunk: number | null
  doubtGive: number | null
  doubtDensity: number | null
  flag: number
  front: number
  back: number
  surround: 'fringe' | 'fairway' | 'semi' | 'rough'
  firmness: Firmness
  speed: number
  greenFall: number
  greenSide: number
  /** Water on green and ground, 0 to 1; null: what the day leaves there. */
  greenWet: number | null
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

// A direction is all the way round once.
const ROUND = { low: 0, high: 360 }

/** What a number of the reading may be. */
export const RANGES = {
  fall: rangeOf('lie.fall_deg', 'slope'),
  side: rangeOf('lie.side_deg', 'slope'),
  sunk: rangeOf('lie.sunk', 'ball'),
  grass: rangeOf('lie.grass_mm', 'mm'),
  density: rangeOf('lie.density', 'pct', 100),
  give: rangeOf('lie.give', 'pct', 100),
  sand: rangeOf('lie.sand_mm', 'mm'),
  lip: rangeOf('lie.lip_m', 'distance'),
  lipAt: rangeOf('lie.lip_at_m', 'distance'),
  flag: rangeOf('line.flag_m', 'distance'),
  front: rangeOf('line.green_front_m', 'distance'),
  back: rangeOf('line.green_back_m', 'distance'),
  speed: rangeOf('line.green_speed_ft', 'ft'),
  greenFall: rangeOf('line.fall_deg', 'slope'),
  greenSide: rangeOf('line.side_deg', 'slope'),
  width: rangeOf('line.green_width_m', 'distance'),
  rise: rangeOf('line.rise_m', 'distance'),
  land: { ...rangeOf('line.land_m', 'distance'), low: 0 },
  temperature: rangeOf('air.temperature_c', 'temperature'),
  altitude: rangeOf('air.altitude_m', 'altitude'),
  humidity: rangeOf('air.humidity_pct', 'pct'),
  pressure: rangeOf('air.pressure_hpa', 'hPa'),
  ball: rangeOf('ball_c', 'temperature'),
  layers: rangeOf('layers', 'layers'),
  wind: rangeOf('wind.speed_m_s', 'wind'),
  gust: rangeOf('wind.gust_m_s', 'wind'),
  windFrom: { ...rangeOf('wind.from_deg', 'bearing'), ...ROUND },
  bearing: { ...rangeOf('wind.bearing_deg', 'bearing'), ...ROUND },
} as const satisfies Record<string, Range>

export type NumberKey = keyof typeof RANGES

/** What a bad one counts: as it costs, a quarter of a stroke less, half a stroke more. */
export const MOODS = ['lesson', 'match', 'protect'] as const

export const SURROUNDS = ['fringe', 'fairway', 'semi', 'rough'] as const
export const GROWTHS = ['with', 'across', 'against'] as const

export const WETS = { dry: 0, damp: 0.5, wet: 1 } as const
export type WetName = keyof typeof WETS
export const WET_NAMES = Object.keys(WETS) as WetName[]

/** How deep the ball can lie, in balls: down to the soil. */
function toTheSoil(reading: Pick<Reading, 'cover' | 'grass'>): number {
  return (hasGrass(reading.cover) ? reading.grass : coverOf(reading.cover).mm) / BALL_MM
}

/** The same on the step, for what is dragged and typed. */
export function deepest(reading: Pick<Reading, 'cover' | 'grass'>): number {
  return Math.min(RANGES.sunk.high, Math.floor(toTheSoil(reading) * 20 + 1e-6) / 20)
}

/** The depth of the ball, or as deep as it can lie where it can't lie so deep. */
export function seated(reading: Reading): number {
  return reading.sunk > toTheSoil(reading) + 1e-9 ? deepest(reading) : reading.sunk
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

const NO_DOUBTS = { doubtSunk: null, doubtGive: null, doubtDensity: null }

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
  doubtFall: null,
  doubtSide: null,
  doubtSunk: null,
  doubtGive: null,
  doubtDensity: null,
  flag: 15,
  front: 8,
  back: 24,
  surround: 'fairway',
  firmness: 'medium',
  speed: 9.5,
  greenFall: 0,
  greenSide: 0,
  greenWet: null,
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
    Object.assign(next, lieToday(next.cover, next), wetToday(next), NO_DOUBTS, { greenWet: null }, patch)
  }
  if (patch.cover !== undefined) Object.assign(next, asUsual(patch.cover, next), patch)
  // A lip belongs to the bunker it was read in.
  if (coverOf(next.cover).group !== 'sand' && coverOf(reading.cover).group === 'sand') next.lip = 0
  if (touchesDay(patch) && patch.dayName === undefined) next.dayName = ''
  for (const key of Object.keys(DOUBT_OF) as Doubted[]) {
    const doubt = DOUBT_OF[key]
    if (patch[key] !== undefined && patch[doubt] === undefined) next[doubt] = null
  }
  next.sunk = seated(next)
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
