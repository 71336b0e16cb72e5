import type { Call, OnDay } from '../api/client'
import { sharesWords, stopsBy } from './advice'
import { playsAsWords } from './blow-words'
import { oddsWords } from './strike-words'
import { distance, height, type Units } from '../lib/units'

export interface ChangedRow {
  name: string
  values: [string, string]
  same: boolean
}

/** What the first calls of two days say, row by row; `same`: both say the same. */
export function changedRows(
  days: readonly [OnDay, OnDay],
  units: Units,
  aim: (call: Call) => string,
): ChangedRow[] {
  const unit = ` ${units.distance}`
  const tellers: [string, (call: Call) => string][] = [
    ['club', (call) => call.club_name],
    ['method', (call) => call.method_name],
    ['hand action', (call) => call.setup.hand],
    ['swing', (call) => call.swing_words],
    ['lands and runs', (call) => `${distance(call.carry_m, units)} + ${distance(call.run_m, units)}${unit}`],
    ['plays as', (call) => playsAsWords(call, units)],
    ['height, descent', (call) => `${height(call.apex_m, units)}${unit}, ${call.descent_deg.toFixed(0)}°`],
    ['stops by', stopsBy],
    ['aim', aim],
    ['strike', (call) => oddsWords(call.odds, call.setup.blow === 'splash')],
    ['ends', (call) => sharesWords(call) ?? 'not played'],
    ['expected strokes', (call) => call.strokes.toFixed(2)],
  ]
  const firsts = days.map((day) => day.calls[0])
  return tellers.map(([name, tell]) => {
    const [one = 'no call', two = 'no call'] = firsts.map((call) => (call ? tell(call) : 'no call'))
    return { name, values: [one, two], same: one === two }
  })
}

/** A stroke counts as the same if it ends within this of where it was meant to (m). */
const SAME_M = 0.5

/** What becomes of a day's call, struck the very same way on the other day. */
export function carriedWords(one: OnDay, other: OnDay, units: Units): string {
  const [first] = one.calls
  const carried = one.carried
  if (!first || !carried) return ''
  const off = carried.there.finish_m - carried.here.finish_m
  const far = `${distance(Math.abs(off), units)} ${units.distance}`
  const ends =
    Math.abs(off) < SAME_M
      ? 'finishes in the same place'
      : off > 0
        ? `runs ${far} further`
        : `stops ${far} shorter`
  const clean = (odds: { clean_pct: number }) => Math.round(odds.clean_pct)
  const [here, there] = [clean(carried.here.odds), clean(carried.there.odds)]
  const strike = Math.abs(here - there) >= 2 ? `, and is struck clean ${there} % instead of ${here} %` : ''
  return `The same stroke with the ${first.club_name.toLowerCase()}, ${other.name}: ${ends}${strike}.`
}
