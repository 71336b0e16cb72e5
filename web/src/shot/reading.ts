import house from '../../../docs/schema/house.json'
import type { PlanRequest } from '../api/client'
import { NUMBERS, ofEach, type Numbers, type NumberKey } from './numbers'
import {
  DAY_START,
  lieToday,
  touchesDay,
  touchesGround,
  wetShare,
  type DayReading,
  type Firmness,
} from './day'
import type { KnownGround } from './known-ground'
import type { Area, Obstacle } from './line'
import type { Mapped } from './mapped'
import { BALL_MM, coverOf, hasGrass, type CoverName } from './covers'

/** Everything the coach has read and chosen on the Bench. Metres and degrees; right is positive. */
export interface Reading extends DayReading, Numbers {
  player: string
  cover: CoverName
  wet: WetName | number
  growth: (typeof GROWTHS)[number]
  /** How far readings are off by the way they were measured; null: not measured. */
  doubtFall: number | null
  doubtSide: number | null
  doubtSunk: number | null
  doubtGive: number | null
  doubtDensity: number | null
  doubtFlag: number | null
  surround: (typeof SURROUNDS)[number]
  firmness: Firmness
  /** Water on green and ground, 0 to 1; null: what the day leaves there. */
  greenWet: number | null
  areas: readonly Area[]
  obstacles: readonly Obstacle[]
  /** What was measured of the ground of the course that is played, a cover each. */
  known: readonly KnownGround[]
  /** Where on a course it is; null: on none that is known. */
  place: Mapped | null
  mood: (typeof MOODS)[number]
  /** Club the coach wants kept; empty: the one the player would use from level. */
  keep: string
  /** Call the coach looks at; empty: the first call. */
  call: string
  /** Call it is held against; empty: the best other one. */
  against: string
}

/** What a bad one counts: as it costs, a quarter of a stroke less, half a stroke more. */
export const MOODS = house.words.moods as PlanRequest['mood'][]

export const SURROUNDS = house.words.surrounds as PlanRequest['line']['surround'][]
export const GROWTHS = house.words.grains as PlanRequest['lie']['growth'][]

export const WETS = { dry: 0, damp: 0.5, wet: 1 } as const
export type WetName = keyof typeof WETS
export const WET_NAMES = Object.keys(WETS) as WetName[]

/** How deep the ball can lie, in balls: down to the soil. */
function toTheSoil(reading: Pick<Reading, 'cover' | 'grass'>): number {
  return (hasGrass(reading.cover) ? reading.grass : coverOf(reading.cover).mm) / BALL_MM
}

/** The same on the step, for what is dragged and typed. */
export function deepest(reading: Pick<Reading, 'cover' | 'grass'>): number {
  return Math.min(NUMBERS.sunk.high, Math.floor(toTheSoil(reading) * 20 + 1e-6) / 20)
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

/** A reading typed or dragged again is no longer the measured one. */
const DOUBT_OF = {
  fall: 'doubtFall',
  side: 'doubtSide',
  sunk: 'doubtSunk',
  give: 'doubtGive',
  density: 'doubtDensity',
  flag: 'doubtFlag',
  wind: 'windDoubt',
  windFrom: 'windDoubt',
} as const satisfies Partial<Record<NumberKey, keyof Reading>>
type Doubted = keyof typeof DOUBT_OF
export type DoubtKey = (typeof DOUBT_OF)[Doubted]
export const DOUBTS = Object.values(DOUBT_OF)

export const START: Reading = {
  ...ofEach(({ start }) => start),
  ...DAY_START,
  player: '',
  cover: 'fairway',
  wet: 'dry',
  growth: 'across',
  doubtFall: null,
  doubtSide: null,
  doubtSunk: null,
  doubtGive: null,
  doubtDensity: null,
  doubtFlag: null,
  surround: 'fairway',
  firmness: 'medium',
  greenWet: null,
  areas: [],
  obstacles: [],
  known: [],
  place: null,
  mood: 'lesson',
  keep: '',
  call: '',
  against: '',
}

/** Keep a dragged value on its step and inside its range; typed values are refused instead (see parseNumber). */
export function snap(key: NumberKey, value: number): number {
  const { low, high, step } = NUMBERS[key]
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
