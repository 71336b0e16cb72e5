import { rangeOf, type Path, type Range } from '../lib/range'
import type { PlanRequest } from '../api/client'

interface Asked<P extends Path, U extends Range['unit']> extends Range {
  unit: U
  /** Where core declares it, and where a request has it. */
  path: P
  /** Its key in an address. */
  short: string
  /** What it is before anything was read. */
  start: number
  /** What one of the request's is in the page's: percent of a share. */
  times: number
}

/** A number of the page's state: declared in core, told here once. */
function number<const P extends Path, const U extends Range['unit']>(
  path: P,
  unit: U,
  short: string,
  start: number,
  more: { times?: number; low?: number; high?: number } = {},
): Asked<P, U> {
  const { times = 1, ...bounds } = more
  return { ...rangeOf(path, unit, times), ...bounds, path, short, start, times }
}

// A direction is all the way round once.
const ROUND = { low: 0, high: 360 }

/** Every number that the coach reads or chooses on the page. One line is all that a new one takes. */
export const NUMBERS = {
  fall: number('lie.fall_deg', 'slope', 'fall', 6),
  side: number('lie.side_deg', 'slope', 'side', 0),
  sunk: number('lie.sunk', 'ball', 'sunk', 0),
  grass: number('lie.grass_mm', 'mm', 'mm', 12),
  density: number('lie.density', 'pct', 'dens', 30, { times: 100 }),
  give: number('lie.give', 'pct', 'give', 45, { times: 100 }),
  sand: number('lie.sand_mm', 'mm', 'sand', 100),
  lip: number('lie.lip_m', 'distance', 'lip', 0),
  lipAt: number('lie.lip_at_m', 'distance', 'lipat', 3),
  flag: number('line.flag_m', 'distance', 'flag', 15),
  front: number('line.green_front_m', 'distance', 'front', 8),
  back: number('line.green_back_m', 'distance', 'back', 24),
  speed: number('line.green_speed_ft', 'ft', 'speed', 9.5),
  greenFall: number('line.fall_deg', 'slope', 'gf', 0),
  greenSide: number('line.side_deg', 'slope', 'gs', 0),
  width: number('line.green_width_m', 'distance', 'wide', 14),
  rise: number('line.rise_m', 'distance', 'rise', 0),
  // 0: automatic, to finish at the flag.
  land: number('line.land_m', 'distance', 'land', 0, { low: 0 }),
  temperature: number('air.temperature_c', 'temperature', 't', 15),
  altitude: number('air.altitude_m', 'altitude', 'alt', 0),
  humidity: number('air.humidity_pct', 'pct', 'hum', 50),
  // 0: the standard one at that altitude.
  pressure: number('air.pressure_hpa', 'hPa', 'hpa', 0),
  ball: number('ball_c', 'temperature', 'ball', 15),
  layers: number('layers', 'layers', 'layers', 0),
  wind: number('wind.speed_m_s', 'wind', 'wind', 0),
  // 0: not read.
  gust: number('wind.gust_m_s', 'wind', 'gust', 0),
  windFrom: number('wind.from_deg', 'bearing', 'from', 0, ROUND),
  bearing: number('wind.bearing_deg', 'bearing', 'points', 0, ROUND),
} as const

export type NumberKey = keyof typeof NUMBERS
export type Numbers = Record<NumberKey, number>
type Part = 'lie' | 'line' | 'air'

const KEYS = Object.keys(NUMBERS) as NumberKey[]

/** The day's: neither the lie's nor the line's. */
type DayNumber = {
  [K in NumberKey]: (typeof NUMBERS)[K]['path'] extends `lie.${string}` | `line.${string}` ? never : K
}[NumberKey]
export type DayNumbers = Record<DayNumber, number>

/** Something of each number by its key. */
export const ofEach = <T>(what: (one: (typeof NUMBERS)[NumberKey]) => T) =>
  Object.fromEntries(KEYS.map((key) => [key, what(NUMBERS[key])])) as Record<NumberKey, T>

/** What the day's numbers are before anything was read. */
export const DAY_NUMBERS = Object.fromEntries(
  KEYS.filter((key) => !/^(lie|line)\./.test(NUMBERS[key].path)).map((key) => [key, NUMBERS[key].start]),
) as DayNumbers

/** The part's numbers under the request's names. */
type Told<P extends Part> = {
  [K in NumberKey as (typeof NUMBERS)[K]['path'] extends `${P}.${infer Name}` ? Name : never]: number
}

/** What a part of the request is in numbers. */
export function numbersOut<P extends Part>(part: P, reading: Numbers): Told<P> {
  const own = KEYS.filter((key) => NUMBERS[key].path.startsWith(`${part}.`))
  const told = own.map((key) => [NUMBERS[key].path.slice(part.length + 1), reading[key] / NUMBERS[key].times])
  return Object.fromEntries(told) as Told<P>
}

/** The page's numbers of a part of a request; those that it leaves out are left out. */
export function numbersIn(part: Part, told: PlanRequest[Part]): Partial<Numbers> {
  const values = told as Record<string, unknown>
  const found = KEYS.flatMap((key) => {
    const { path, times } = NUMBERS[key]
    const value = path.startsWith(`${part}.`) ? values[path.slice(part.length + 1)] : null
    return typeof value === 'number' ? [[key, times * value]] : []
  })
  return Object.fromEntries(found) as Partial<Numbers>
}
