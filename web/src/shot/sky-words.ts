import { BEAUFORT, firmnessWord, fromLine, windAtHeight, type DayReading } from './day'
import type { Reading } from './reading'
import { scaleOf, show, trim, type Units } from '../lib/units'

const SIDES = [
  'headwind',
  'headwind from the right',
  'from the right',
  'tailwind from the right',
  'tailwind',
  'tailwind from the left',
  'from the left',
  'headwind from the left',
] as const

/** Where the wind comes from against the line, in words. */
export function sideOfWind(from: number): string {
  return SIDES[Math.round((((from % 360) + 360) % 360) / 45) % 8] ?? 'headwind'
}

const POINTS = [
  'north',
  'north-east',
  'east',
  'south-east',
  'south',
  'south-west',
  'west',
  'north-west',
] as const

export function compassWords(degrees: number): string {
  return POINTS[Math.round((((degrees % 360) + 360) % 360) / 45) % 8] ?? 'north'
}

/** The force of a mean wind at 10 m (m/s). */
export function forceOf(speed: number) {
  return BEAUFORT.find((force) => speed < force.high_m_s) ?? BEAUFORT[BEAUFORT.length - 1]
}

/** The wind in words: its force, and where it comes from. */
export function windWords(day: DayReading): string {
  const force = forceOf(windAtHeight(day, 10))
  if (!force || force.number === 0) return 'calm'
  const side = sideOfWind(fromLine(day))
  return `${force.words}${side.startsWith('from') ? '' : ','} ${side}`
}

const GROUNDS = { sodden: 'soaked', soft: 'soft', medium: '', firm: 'firm', hard: 'hard' } as const

export const RAIN_WORDS = {
  none: 'dry',
  dew: 'dew on the grass',
  drizzle: 'drizzle',
  rain: 'rain',
  downpour: 'downpour',
} as const

function dayWith(reading: Reading, units: Units, wind: string): string {
  const ground = GROUNDS[firmnessWord(reading.ground)]
  const rain = reading.rain === 'none' ? '' : reading.rain
  return [show(reading.temperature, 'temperature', units), ground, rain, wind]
    .filter((part) => part !== '')
    .join(', ')
}

/** The day in words, for the top of every place. */
export const conditionWords = (reading: Reading, units: Units): string =>
  dayWith(reading, units, windWords(reading))

/** From where a wind comes over the line, where there is no room for more: "against, from right". */
export const shortSide = (from: number): string =>
  sideOfWind(from).replace(' from the ', ', from ').replace('from the ', 'from ')

/** The same in numbers, for a line that has no room for words. */
export function conditionSigns(reading: Reading, units: Units): string {
  const wind =
    reading.wind === 0 ? 'calm' : `${speedWords(reading.wind, units)} ${shortSide(fromLine(reading))}`
  return dayWith(reading, units, wind)
}

/** A wind speed in the coach's unit. */
export function speedWords(metresPerSecond: number, units: Units): string {
  const scale = scaleOf('wind', units)
  return trim(scale.toShown(metresPerSecond), scale.digits) + scale.sign
}

const turn = (day: DayReading) => (fromLine(day) * Math.PI) / 180

/** How much of the wind blows against the line (m/s); behind it negative. */
export const against = (day: DayReading) => day.wind * Math.cos(turn(day))

/** Head or tail part and cross part of the wind as read. */
export function partsWords(day: DayReading, units: Units): string {
  const head = against(day)
  const right = day.wind * Math.sin(turn(day))
  const said = (value: number, positive: string, negative: string) =>
    `${speedWords(Math.abs(value), units)} ${value >= 0 ? positive : negative}`
  const parts = []
  if (Math.abs(head) >= 0.25) parts.push(said(head, 'headwind', 'behind'))
  if (Math.abs(right) >= 0.25) parts.push(said(right, 'from the right', 'from the left'))
  return parts.length === 0 ? 'no wind' : parts.join(', ')
}
