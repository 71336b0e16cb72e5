import tables from '../../../docs/schema/day.json'
import type { Day } from '../api/client'
import { coverOf, type CoverName } from './covers'
import type { Reading } from './reading'

export const FIRMNESSES = ['sodden', 'soft', 'medium', 'firm', 'hard'] as const
export const GROWNS = ['lean', 'usual', 'lush'] as const
export const RAINS = ['none', 'dew', 'drizzle', 'rain', 'downpour'] as const
export const EXPOSURES = ['open', 'part', 'sheltered', 'wooded'] as const
export const WINDS_BY = ['line', 'compass'] as const
export const WINDS_AT = ['hand', 'mast'] as const
export const BALLS_BY = ['air', 'own'] as const
export const YES_NO = ['no', 'yes'] as const
export const SANDS = tables.sands as readonly CoverName[]

type Firmness = (typeof FIRMNESSES)[number]

/** The day, as the coach has read it: weather, ground, and what players wear. Metres, m/s, degrees. */
export interface DayReading {
  /** Name of a saved day or a season; empty once anything was changed. */
  dayName: string
  temperature: number
  altitude: number
  humidity: number
  /** hPa; 0: the standard one at that altitude. */
  pressure: number
  /** Temperature of the ball, where it isn't that of the air. */
  ball: number
  ballBy: (typeof BALLS_BY)[number]
  layers: number
  rain: (typeof RAINS)[number]
  preferred: (typeof YES_NO)[number]
  /** Ground but for the greens; unmown grass; bunkers. */
  ground: Firmness
  grown: (typeof GROWNS)[number]
  sandState: CoverName
  /** Mean; gust 0: not read; where it comes from, against the line or by compass, clockwise. */
  wind: number
  gust: number
  windFrom: number
  windBy: (typeof WINDS_BY)[number]
  /** Where the line points, clockwise from north. */
  bearing: number
  windAt: (typeof WINDS_AT)[number]
  exposure: (typeof EXPOSURES)[number]
  windDoubt: number
}

export const DAY_START: DayReading = {
  dayName: '',
  temperature: 15,
  altitude: 0,
  humidity: 50,
  pressure: 0,
  ball: 15,
  ballBy: 'air',
  layers: 0,
  rain: 'none',
  preferred: 'no',
  ground: 'medium',
  grown: 'usual',
  sandState: 'sand',
  wind: 0,
  gust: 0,
  windFrom: 0,
  windBy: 'line',
  bearing: 0,
  windAt: 'hand',
  exposure: 'open',
  windDoubt: 0,
}

const HEIGHTS = { hand: 2, mast: 10 } as const

export const BEAUFORT = tables.beaufort
export const SEASONS = tables.seasons as { id: string; day: Day }[]

const GIVES = tables.give as Record<Firmness, Record<string, number>>
const GRASS = tables.grass as Record<DayReading['grown'], Record<string, { mm: number; density: number }>>
const WET = tables.wet as Record<DayReading['rain'], Record<Firmness, number>>

const GROUND_KEYS = ['ground', 'grown', 'rain', 'sandState'] as const
// The bearing is the line's, and a name is no condition.
const DAY_KEYS = (Object.keys(DAY_START) as (keyof DayReading)[]).filter(
  (key) => key !== 'dayName' && key !== 'bearing',
)

const touches = (patch: Partial<Reading>, keys: readonly (keyof Reading)[]) =>
  keys.some((key) => patch[key] !== undefined)

/** Whether a change makes lies another one: the ground, the grass, the rain, the sand. */
export const touchesGround = (patch: Partial<Reading>) => touches(patch, GROUND_KEYS)

/** Whether a change makes it another day. */
export const touchesDay = (patch: Partial<Reading>) =>
  touches(patch, [...DAY_KEYS, 'firmness', 'speed'] as const)

/** Height, density and give of a cover today, as the server has them. */
export function lieToday(cover: CoverName, day: DayReading) {
  const grass = GRASS[day.grown][cover]
  return {
    grass: Math.max(2, grass?.mm ?? coverOf(cover).mm),
    density: Math.round(100 * (grass?.density ?? 0)),
    give: Math.round(100 * (GIVES[day.ground][cover] ?? 0)),
  }
}

/** How wet ball, face and grass are today: 0 dry to 1 dripping. */
export const wetShare = (day: DayReading) => WET[day.rain][day.ground]

/** The day of a reading as the server wants it. */
export function toDay(reading: Reading, name: string): Day {
  return {
    name,
    air: {
      temperature_c: reading.temperature,
      altitude_m: reading.altitude,
      humidity_pct: reading.humidity,
      pressure_hpa: reading.pressure || null,
    },
    wind: toWind(reading),
    ball_c: reading.ballBy === 'own' ? reading.ball : null,
    layers: reading.layers,
    rain: reading.rain,
    preferred: reading.preferred === 'yes',
    ground: reading.ground,
    greens: reading.firmness,
    green_speed_ft: reading.speed,
    growth: reading.grown,
    sand: reading.sandState as Day['sand'],
  }
}

export function toWind(day: DayReading): Day['wind'] {
  return {
    speed_m_s: day.wind,
    gust_m_s: day.gust === 0 ? null : day.gust,
    from_deg: day.windFrom,
    by: day.windBy,
    bearing_deg: day.bearing,
    height_m: HEIGHTS[day.windAt],
    exposure: day.exposure,
    doubt_m_s: day.windDoubt || null,
  }
}

/** What a wind of the server's makes of a reading; the bearing is the line's own and stays. */
export function fromWind(wind: Day['wind']): Partial<DayReading> {
  return {
    wind: wind.speed_m_s,
    gust: wind.gust_m_s ?? 0,
    windFrom: ((wind.from_deg % 360) + 360) % 360,
    windBy: wind.by,
    windAt: wind.height_m >= HEIGHTS.mast ? 'mast' : 'hand',
    exposure: wind.exposure,
    windDoubt: wind.doubt_m_s ?? 0,
  }
}

/** What a day makes of a reading. */
export function fromDay(day: Day): Partial<Reading> {
  return {
    dayName: day.name,
    temperature: day.air.temperature_c,
    altitude: day.air.altitude_m,
    humidity: day.air.humidity_pct,
    pressure: day.air.pressure_hpa ?? 0,
    ball: day.ball_c ?? DAY_START.ball,
    ballBy: day.ball_c == null ? 'air' : 'own',
    layers: day.layers,
    rain: day.rain,
    preferred: day.preferred ? 'yes' : 'no',
    ground: day.ground,
    firmness: day.greens,
    speed: day.green_speed_ft,
    grown: day.growth,
    sandState: day.sand,
    ...fromWind(day.wind),
  }
}

/** Seasons lie as high as the course does. */
export function seasonsAt(altitude: number): Day[] {
  return SEASONS.map(({ day }) => ({ ...day, air: { ...day.air, altitude_m: altitude } }))
}

/** Where the wind comes from against the line: 0 ahead, 90 from the right. */
export function fromLine(day: DayReading): number {
  const turned = day.windBy === 'compass' ? day.windFrom - day.bearing : day.windFrom
  return ((turned % 360) + 360) % 360
}

/** Wind over the reading by height, as the server has it. */
export function aloft(day: DayReading): readonly { at_m: number; factor: number }[] {
  const found = tables.exposures.find((exposure) => exposure.name === day.exposure)
  return found ? found[day.windAt] : []
}

/** Mean wind at a height on this line. */
export function windAtHeight(day: DayReading, height: number): number {
  const rows = aloft(day)
  const above = rows.findIndex((row) => row.at_m >= height)
  // Above the table it is as strong as at its top.
  const [low, high] = above < 0 ? [rows.at(-1), rows.at(-1)] : [rows[Math.max(above - 1, 0)], rows[above]]
  if (!low || !high) return day.wind
  const share = high.at_m === low.at_m ? 0 : (height - low.at_m) / (high.at_m - low.at_m)
  return day.wind * (low.factor + share * (high.factor - low.factor))
}

export const exposureWords = (name: DayReading['exposure']) =>
  tables.exposures.find((exposure) => exposure.name === name)?.words ?? name
