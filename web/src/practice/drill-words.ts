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
  if (measure.unit === 'cm') return byHand(measure.value / 100, units)
  return lengthWords(measure.value, units)
}

/** What is laid by hand: to half a centimetre while it is short. */
const byHand = (metres: number, units: Units): string =>
  units.small === 'in' || metres >= 0.1 ? small(metres, units) : `${trim(Math.round(metres * 200) / 2, 1)} cm`

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
  const often = Math.round(mark.aim_chance_pct)
  return `Aim ${mark.aim_hits} of ${mark.balls}: handicap ${trim(mark.aim_handicap, 0)} reaches it in ${often} of 100 tries, luck alone in ${luck}.`
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
  low: ['under', 'over'],
  start: ['between', 'outside'],
  gate: ['both stand', 'a tee fell'],
  entry: ['at the line', 'off it'],
  clean: ['clean', 'not clean'],
  green: ['on the green', 'off it'],
  over: ['over', 'under'],
  tee: ['brushed', 'not brushed'],
  rod: ['untouched', 'touched'],
  down: ['down in two', 'three or more'],
  read: ['read right', 'read wrong'],
}

export const PHASE_WORDS = { blocked: 'in a row', mixed: 'at random', test: 'test' } as const

/** What counts as a hit, LIMIT standing for how far off. */
const COUNTS: Record<Drill['score'], string> = {
  inside: 'inside LIMIT',
  line: 'within LIMIT of the line',
  landing: 'landed within LIMIT',
  under: 'under LIMIT',
  low: 'under LIMIT',
  start: 'between the canes',
  gate: 'with both tees standing',
  entry: 'within LIMIT of the line',
  clean: 'clean',
  green: 'on the green',
  over: 'over the rod',
  tee: 'with the tee brushed',
  rod: 'with the ribs untouched',
  down: 'down in two',
  read: 'read within half a degree',
}

/** The same where each station has a limit of its own. */
const UNMEASURED: Partial<Record<Drill['score'], string>> = {
  inside: 'inside the rings',
  line: 'close enough to the line',
  landing: 'on the towels',
  under: 'under the string',
  low: 'under the string',
  entry: 'at the line',
}

/** What counts as a hit at a station: inside 2.4 m. */
export function countsWords(mark: DrillMark, score: Drill['score'], units: Units): string {
  const counts = mark.score ?? score
  if (mark.limit === null) return UNMEASURED[counts] ?? COUNTS[counts]
  return COUNTS[counts].replace('LIMIT', tapeWords(mark.limit, units))
}

/** A limit as it is laid: by hand below half a metre, paced above. */
const tapeWords = (metres: number, units: Units): string =>
  metres < 0.5 ? byHand(metres, units) : lengthWords(metres, units)

/** A mark in words: 6 of 10 inside 2.4 m. */
export const markWords = (mark: DrillMark, score: Drill['score'], units: Units): string =>
  `${mark.hits} of ${mark.balls} ${countsWords(mark, score, units)}`

/** The mark of a whole drill: with what counts where that is the same at every station. */
export function drillMarkWords(
  mark: DrillMark,
  stations: readonly { mark: DrillMark | null }[],
  score: Drill['score'],
  units: Units,
): string {
  const [first, ...rest] = stations.flatMap((one) => (one.mark ? [countsWords(one.mark, score, units)] : []))
  const isSame = first !== undefined && rest.every((words) => words === first)
  return `${mark.hits} of ${mark.balls}${isSame ? ` ${first}` : ''}`
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
