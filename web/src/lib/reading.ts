import type { PlanRequest } from '../api/client'

/** Everything the coach has read and chosen on the Bench. Metres and degrees; right is positive. */
export interface Reading {
  player: string
  fall: number
  side: number
  cover: CoverName
  /** Depth of the ball's bottom below the tips, in balls. */
  sunk: number
  wet: WetName
  flag: number
  front: number
  back: number
  surround: 'fringe' | 'fairway' | 'semi' | 'rough'
  firmness: 'soft' | 'medium' | 'firm' | 'hard'
  speed: number
  greenFall: number
  greenSide: number
  temperature: number
  altitude: number
  humidity: number
  /** Club the coach wants kept; empty: the one the player would use from level. */
  keep: string
  /** Call the coach looks at; empty: the first call. */
  call: string
}

export interface Range {
  low: number
  high: number
  step: number
  unit: 'slope' | 'distance' | 'ball' | 'ft' | 'temperature' | 'altitude' | 'pct'
  name: string
}

/** Allowed ranges, the same as the server's. */
export const RANGES = {
  fall: { low: -20, high: 20, step: 0.5, unit: 'slope', name: 'Fall' },
  side: { low: -20, high: 20, step: 0.5, unit: 'slope', name: 'Side slope' },
  sunk: { low: 0, high: 3, step: 0.05, unit: 'ball', name: 'Depth in the grass' },
  flag: { low: 2, high: 230, step: 0.5, unit: 'distance', name: 'Flag' },
  front: { low: -20, high: 229, step: 0.5, unit: 'distance', name: 'Front edge' },
  back: { low: 2.5, high: 280, step: 0.5, unit: 'distance', name: 'Back edge' },
  speed: { low: 4, high: 16, step: 0.5, unit: 'ft', name: 'Green speed' },
  greenFall: { low: -12, high: 12, step: 0.5, unit: 'slope', name: 'Green fall' },
  greenSide: { low: -12, high: 12, step: 0.5, unit: 'slope', name: 'Green side tilt' },
  temperature: { low: -20, high: 50, step: 1, unit: 'temperature', name: 'Temperature' },
  altitude: { low: -500, high: 5000, step: 10, unit: 'altitude', name: 'Altitude' },
  humidity: { low: 0, high: 100, step: 5, unit: 'pct', name: 'Humidity' },
} as const satisfies Record<string, Range>

export type NumberKey = keyof typeof RANGES

export const SURROUNDS = ['fringe', 'fairway', 'semi', 'rough'] as const
/** Grass around the ball: words, height of the tips (mm), and how deep a ball usually lies in it. */
export const COVERS = {
  tight: { words: 'tight turf', mm: 4, usual: 0 },
  fairway: { words: 'fairway', mm: 12, usual: 0 },
  semi: { words: 'semi-rough', mm: 40, usual: 0.35 },
  rough: { words: 'rough', mm: 80, usual: 1 },
  deep: { words: 'deep rough', mm: 130, usual: 2 },
} as const
export type CoverName = keyof typeof COVERS
export const COVER_NAMES = Object.keys(COVERS) as CoverName[]

const WETS = { dry: 0, damp: 0.5, wet: 1 } as const
export type WetName = keyof typeof WETS
export const WET_NAMES = Object.keys(WETS) as WetName[]

const BALL_MM = 42.67

/** How deep the ball can lie in a cover, in balls: down to the soil, on the step. */
export function deepest(cover: CoverName): number {
  return Math.floor((COVERS[cover].mm / BALL_MM) * 20 + 1e-6) / 20
}

export const FIRMNESSES = ['soft', 'medium', 'firm', 'hard'] as const

export const START: Reading = {
  player: '',
  fall: 6,
  side: 0,
  cover: 'fairway',
  sunk: 0,
  wet: 'dry',
  flag: 15,
  front: 8,
  back: 24,
  surround: 'fairway',
  firmness: 'medium',
  speed: 9.5,
  greenFall: 0,
  greenSide: 0,
  temperature: 15,
  altitude: 0,
  humidity: 50,
  keep: '',
  call: '',
}

const SHORT: Record<keyof Reading, string> = {
  player: 'p',
  fall: 'fall',
  side: 'side',
  cover: 'cover',
  sunk: 'sunk',
  wet: 'wet',
  flag: 'flag',
  front: 'front',
  back: 'back',
  surround: 'round',
  firmness: 'firm',
  speed: 'speed',
  greenFall: 'gf',
  greenSide: 'gs',
  temperature: 't',
  altitude: 'alt',
  humidity: 'hum',
  keep: 'keep',
  call: 'call',
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
  if (patch.cover !== undefined && patch.sunk === undefined) next.sunk = COVERS[next.cover].usual
  next.sunk = Math.min(next.sunk, deepest(next.cover))
  if (next.back < next.front + 1) {
    if (patch.back !== undefined) next.back = next.front + 1
    else next.front = next.back - 1
  }
  return next
}

export function toSearch(reading: Reading): string {
  const params = new URLSearchParams()
  for (const key of Object.keys(SHORT) as (keyof Reading)[]) {
    if (reading[key] !== START[key]) params.set(SHORT[key], String(reading[key]))
  }
  return params.toString()
}

function readNumber(params: URLSearchParams, key: NumberKey): number | undefined {
  const text = params.get(SHORT[key])
  if (text === null || text.trim() === '') return undefined
  const value = Number(text)
  const { low, high } = RANGES[key]
  return Number.isFinite(value) && value >= low && value <= high ? value : undefined
}

function readWord<T extends string>(
  params: URLSearchParams,
  key: string,
  known: readonly T[],
): T | undefined {
  const text = params.get(key)
  return known.find((word) => word === text)
}

/** Read a state from the address; what is missing or broken falls back to `base`. */
export function fromSearch(search: string, base: Reading): Reading {
  const params = new URLSearchParams(search)
  const next = { ...base }
  for (const key of Object.keys(RANGES) as NumberKey[]) next[key] = readNumber(params, key) ?? base[key]
  next.player = params.get(SHORT.player) ?? base.player
  next.call = params.get(SHORT.call) ?? base.call
  next.keep = params.get(SHORT.keep) ?? base.keep
  next.cover = readWord(params, SHORT.cover, COVER_NAMES) ?? base.cover
  next.sunk = Math.min(next.sunk, deepest(next.cover))
  next.wet = readWord(params, SHORT.wet, WET_NAMES) ?? base.wet
  next.surround = readWord(params, SHORT.surround, SURROUNDS) ?? base.surround
  next.firmness = readWord(params, SHORT.firmness, FIRMNESSES) ?? base.firmness
  return next.front < next.back ? next : { ...next, front: base.front, back: base.back }
}

export function toRequest(reading: Reading, only: string[] = []): PlanRequest {
  return {
    player_id: reading.player,
    lie: {
      fall_deg: reading.fall,
      side_deg: reading.side,
      cover: reading.cover,
      sunk: reading.sunk,
      wet: WETS[reading.wet],
    },
    line: {
      flag_m: reading.flag,
      green_front_m: reading.front,
      green_back_m: reading.back,
      surround: reading.surround,
      green_speed_ft: reading.speed,
      firmness: reading.firmness,
      fall_deg: reading.greenFall,
      side_deg: reading.greenSide,
    },
    air: {
      temperature_c: reading.temperature,
      altitude_m: reading.altitude,
      humidity_pct: reading.humidity,
    },
    wind: { speed_m_s: 0, from_deg: 0, height_m: 2 },
    kept_club_id: reading.keep === '' ? null : reading.keep,
    detail_for: reading.call ? [reading.call] : [],
    only,
  }
}

export function fromRequest(request: PlanRequest, call: string): Reading {
  const { lie, line, air } = request
  const firmness = FIRMNESSES.find((word) => word === line.firmness) ?? START.firmness
  return {
    ...START,
    player: request.player_id ?? '',
    fall: lie.fall_deg,
    side: lie.side_deg,
    cover: lie.cover,
    sunk: lie.sunk,
    wet: WET_NAMES.find((word) => WETS[word] === lie.wet) ?? 'dry',
    flag: line.flag_m,
    front: line.green_front_m ?? line.flag_m - 8,
    back: line.green_back_m ?? line.flag_m + 10,
    surround: line.surround,
    firmness,
    speed: line.green_speed_ft,
    greenFall: line.fall_deg,
    greenSide: line.side_deg,
    temperature: air.temperature_c,
    altitude: air.altitude_m,
    humidity: air.humidity_pct,
    keep: request.kept_club_id ?? '',
    call,
  }
}
