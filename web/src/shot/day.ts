import house from '../../../docs/schema/house.json'
import tables from '../../../docs/schema/day.json'
import type { Day, SavedDay } from '../api/client'
import { coverOf, type CoverName } from './covers'
import type { Reading } from './reading'
import { type DayNumbers, DAY_NUMBERS, numbersOut, numbersIn } from './numbers'

export const FIRMNESSES = Object.keys(house.firmness) as (keyof typeof house.firmness)[]
export const GROWNS = house.words.growths as Day['growth'][]
export const RAINS = house.words.rains as Day['rain'][]
export const EXPOSURES = house.words.exposures as Day['wind']['exposure'][]
export const WINDS_BY = house.words.winds_by as Day['wind']['by'][]
export const WINDS_AT = ['hand', 'mast'] as const
export const BALLS_BY = ['air', 'own'] as const
export const YES_NO = ['no', 'yes'] as const
export const SANDS = tables.sands as readonly CoverName[]

type FirmnessWord = (typeof FIRMNESSES)[number]
/** A word, or a share from 0 (sodden) to 1 (hard). */
export type Firmness = FirmnessWord | number

/** The word for a firmness, the nearest one for a share. */
export function firmnessWord(firmness: Firmness): FirmnessWord {
  if (typeof firmness === 'string') return firmness
  const off = (word: FirmnessWord) => Math.abs(house.firmness[word] - firmness)
  return FIRMNESSES.reduce((best, word) => (off(word) < off(best) ? word : best))
}

/** The day, as the coach has read it: weather, ground, and what players wear. Metres, m/s, degrees. */
export interface DayReading extends DayNumbers {
  /** Name of a saved day or a season; empty once anything was changed. */
  dayName: string
  /** Whether the ball is as warm as the air. */
  ballBy: (typeof BALLS_BY)[number]
  rain: (typeof RAINS)[number]
  preferred: (typeof YES_NO)[number]
  /** Ground but for the greens; unmown grass; bunkers. */
  ground: Firmness
  grown: (typeof GROWNS)[number]
  sandState: CoverName
  /** Whether it is told against the line or by compass, clockwise. */
  windBy: (typeof WINDS_BY)[number]
  /** At the flag in the hand, on a mast, or so many metres above the ground. */
  windAt: (typeof WINDS_AT)[number] | number
  exposure: (typeof EXPOSURES)[number]
  /** null: not measured. */
  windDoubt: number | null
}

export const DAY_START: DayReading = {
  ...DAY_NUMBERS,
  dayName: '',
  ballBy: 'air',
  rain: 'none',
  preferred: 'no',
  ground: 'medium',
  grown: 'usual',
  sandState: 'sand',
  windBy: 'line',
  windAt: 'hand',
  exposure: 'open',
  windDoubt: null,
}

const HEIGHTS = { hand: 2, mast: 10 } as const

/** Height of the wind's reading above the ground (m). */
export const readAt = ({ windAt }: Pick<DayReading, 'windAt'>) =>
  typeof windAt === 'number' ? windAt : HEIGHTS[windAt]

/** Whether the reading holds for open ground, as a mast's does, or for the line itself. */
export const isForecast = (day: Pick<DayReading, 'windAt'>) => readAt(day) >= HEIGHTS.mast

export const BEAUFORT = tables.beaufort
export const SEASONS = tables.seasons as { id: string; day: Day }[]

/** A firmness read as a number, between the words. */
export const firmnessTold = (share: number) => `${firmnessWord(share)}, ${Math.round(100 * share)} %`

const GIVES = tables.give as Record<FirmnessWord, Record<string, number>>
const GRASS = tables.grass as Record<DayReading['grown'], Record<string, { mm: number; density: number }>>
const WET = tables.wet as Record<DayReading['rain'], Record<FirmnessWord, number>>

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
    give: Math.round(100 * (GIVES[firmnessWord(day.ground)][cover] ?? 0)),
  }
}

/** How wet ball, face and grass are today: 0 dry to 1 dripping. */
export const wetShare = (day: DayReading) => WET[day.rain][firmnessWord(day.ground)]

/** The day of a reading as the server wants it. */
export function toDay(reading: Reading, name: string): Day {
  return {
    name,
    air: { ...numbersOut('air', reading), pressure_hpa: reading.pressure || null },
    wind: toWind(reading),
    ball_c: reading.ballBy === 'own' ? reading.ball : null,
    layers: reading.layers,
    rain: reading.rain,
    preferred: reading.preferred === 'yes',
    ground: firmnessWord(reading.ground),
    greens: firmnessWord(reading.firmness),
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
    height_m: readAt(day),
    exposure: day.exposure,
    doubt_m_s: day.windDoubt,
  }
}

/** A direction once round, from 0. */
export const around = (degrees: number) => ((degrees % 360) + 360) % 360

/** What a wind of the server's makes of a reading; the bearing is the line's own and stays. */
export function fromWind(wind: Day['wind']): Partial<DayReading> {
  return {
    wind: wind.speed_m_s,
    gust: wind.gust_m_s ?? 0,
    windFrom: around(wind.from_deg),
    windBy: wind.by,
    windAt: WINDS_AT.find((at) => HEIGHTS[at] === wind.height_m) ?? wind.height_m,
    exposure: wind.exposure,
    windDoubt: wind.doubt_m_s ?? null,
  }
}

/** What a day makes of a reading. */
export function fromDay(day: Day): Partial<Reading> {
  return {
    dayName: day.name,
    pressure: 0,
    ...numbersIn('air', day.air),
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
  return around(turned)
}

interface Aloft {
  at_m: number
  factor: number
}

/** The factor at a height between the rows of a table; beyond its ends it stays as it is there. */
function factorAt(rows: readonly Aloft[], height: number): number {
  const above = rows.findIndex((row) => row.at_m >= height)
  const [low, high] = above < 0 ? [rows.at(-1), rows.at(-1)] : [rows[Math.max(above - 1, 0)], rows[above]]
  if (!low || !high) return 1
  const share = high.at_m === low.at_m ? 0 : (height - low.at_m) / (high.at_m - low.at_m)
  return low.factor + share * (high.factor - low.factor)
}

/** Wind over the reading by height, from the server's tables for the two usual heights. */
export function aloft(day: DayReading): readonly Aloft[] {
  const table = (name: string) => tables.exposures.find((exposure) => exposure.name === name)
  const [found, open, at] = [table(day.exposure), table('open'), readAt(day)]
  if (!found || !open) return []
  // What is read elsewhere is brought to the usual height first: over open ground above, over the line itself below.
  const brought = isForecast(day)
    ? factorAt(open.hand, HEIGHTS.mast) / factorAt(open.hand, at)
    : 1 / factorAt(found.hand, at)
  const rows = isForecast(day) ? found.mast : found.hand
  return rows.map(({ at_m, factor }) => ({ at_m, factor: factor * brought }))
}

/** Mean wind at a height on this line. */
export const windAtHeight = (day: DayReading, height: number) => day.wind * factorAt(aloft(day), height)

export const exposureWords = (name: DayReading['exposure']) =>
  tables.exposures.find((exposure) => exposure.name === name)?.words ?? name

/** The saved days that can be opened. */
export const daysIn = (saved: readonly SavedDay[]): Day[] => saved.flatMap(({ day }) => (day ? [day] : []))
