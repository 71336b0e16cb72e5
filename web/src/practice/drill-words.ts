import type { Drill, DrillMark, LieRate, ReadyStation } from '../api/client'
import { START, change, type Reading } from '../shot/reading'
import { distance, small, trim, type Units } from '../lib/units'

export const FAMILY_WORDS: Record<Drill['family'], string> = {
  strike: 'The strike',
  lie: 'Lies',
  distance: 'Distance and landing',
  flight: 'Wind and flight',
  choice: 'Choosing',
}

type Measure = ReadyStation['measures'][number]

/** A measure in the coach's units: what is laid by hand in centimetres or inches. */
export function measureWords(measure: Measure, units: Units): string {
  if (measure.unit === 'deg') return `${trim(measure.value, 1)}°`
  if (measure.unit === 'cm') return small(measure.value / 100, units)
  return lengthWords(measure.value, units)
}

/** A length that is paced or laid: to 10 cm while it is short. */
export function lengthWords(metres: number, units: Units): string {
  if (units.distance === 'yd') return `${distance(metres, units)} yd`
  return `${trim(metres, metres < 10 ? 1 : 0)} m`
}

/** What a player does every other time today. */
export function todayWords(mark: DrillMark): string {
  return `${mark.hits} of ${mark.balls}: reached in ${Math.round(mark.chance_pct)} of 100 tries, playing as today`
}

/** What a better player does, and how much of that is luck. */
export function aimWords(mark: DrillMark): string {
  const luck = Math.round(mark.by_luck_pct)
  if (mark.aim_hits === mark.hits)
    return `A player of handicap ${trim(mark.aim_handicap, 0)} reaches the same number oftener (${Math.round(mark.aim_chance_pct)} of 100): so few balls can’t tell the step.`
  return `Aim ${mark.aim_hits} of ${mark.balls}, as handicap ${trim(mark.aim_handicap, 0)} does; by luck alone it comes in ${luck} of 100 tries.`
}

/** A station as a reading on the Bench. */
export function readingAt(station: ReadyStation, player: string): Reading {
  const lie = change(START, { cover: station.cover })
  const { flag_m: flag } = station
  return change(
    { ...lie, player },
    {
      fall: station.fall_deg,
      side: station.side_deg,
      sunk: station.sunk,
      ...(station.give === null ? {} : { give: Math.round(station.give * 100) }),
      flag,
      land: station.land_m ?? 0,
      call: station.call?.id ?? '',
    },
  )
}

/** What a hit and a miss are called at the station. */
export const HIT_WORDS: Record<Drill['score'], readonly [string, string]> = {
  inside: ['inside', 'outside'],
  line: ['on line', 'wide'],
  landing: ['on the towel', 'off it'],
  under: ['under', 'over'],
  clean: ['as meant', 'not as meant'],
}

export const PHASE_WORDS = { blocked: 'one at a time', mixed: 'mixed', test: 'test' } as const

const LIMIT_WORDS: Partial<Record<Drill['score'], string>> = {
  inside: 'inside',
  line: 'within',
  landing: 'within',
  under: 'under',
}

/** A mark in words: 6 of 10 inside 2.4 m. */
export function markWords(mark: DrillMark, score: Drill['score'], units: Units): string {
  const limit = LIMIT_WORDS[score]
  const within =
    limit && mark.limit !== null ? `${limit} ${lengthWords(mark.limit, units)}` : 'struck as meant'
  return `${mark.hits} of ${mark.balls} ${within}`
}

/** The first drill that is about a cover. */
export const drillOn = (drills: readonly Drill[], cover: string): Drill | undefined =>
  drills.find(({ covers }) => covers.some((one) => one === cover))

/** The drill that the book asks for: one for the lie that costs most; the first of all where it asks for none. */
export function drillFor(drills: readonly Drill[], lies: readonly LieRate[]): Drill | undefined {
  const dearest = lies.filter(({ lost }) => (lost ?? 0) > 0).sort((a, b) => (b.lost ?? 0) - (a.lost ?? 0))
  for (const { cover } of dearest) {
    const found = drillOn(drills, cover)
    if (found) return found
  }
  return drills[0]
}
