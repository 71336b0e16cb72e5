import house from '../../../docs/schema/house.json'
import type { Call, Odds, Setup, Share } from '../api/client'
import { distance, small, type Units } from '../lib/units'

const MOST_EARLY_M = 0.1195
const MOST_DEEP_M = 0.0119

function millimetres(metres: number): string {
  const mm = Math.round(metres * 1000)
  return metres > MOST_DEEP_M ? `${mm} mm+` : `${mm} mm`
}

/** How far a strike may be off before it fails. */
export function offWords(setup: Setup, odds: Odds, units: Units): string {
  const early = small(odds.early_m, units) + (odds.early_m > MOST_EARLY_M ? '+' : '')
  const sides = `${millimetres(odds.deep_m)} deep, ${millimetres(odds.high_m)} high`
  return setup.blow === 'edge' ? sides : `${early} behind, ${sides}`
}

/** How often the strike fails, in the words of its ground. */
export function oddsWords(odds: Odds, isSplash: boolean): string {
  const [heavy, thin] = isSplash ? ['stuck', 'skulled'] : ['heavy', 'thin']
  const parts = [
    `clean ${percent(odds.clean_pct)}`,
    ...(odds.heavy_pct >= 0.5 ? [`${heavy} ${percent(odds.heavy_pct)}`] : []),
    ...(odds.thin_pct >= 0.5 ? [`${thin} ${percent(odds.thin_pct)}`] : []),
  ]
  return parts.join(', ')
}

function fromFlag(metres: number, units: Units): string {
  return `${distance(Math.abs(metres), units)}\u00a0${units.distance} ${metres < 0 ? 'short' : 'past'}`
}

/** The middle eight tenths of many strikes, along the line. */
export function spreadWords(call: Call, units: Units): string | null {
  const { spread } = call
  if (!spread) return null
  return `8 of 10 balls finish from ${fromFlag(spread.short_m, units)} to ${fromFlag(spread.long_m, units)}`
}

/** Where the worst twentieth of many strikes ends. */
export function worstWords(call: Call, units: Units): string | null {
  const { spread } = call
  if (!spread) return null
  const end = fromFlag(spread.worst_along_m, units)
  return spread.worst_is === 'thin' ? `thin, ${end}` : end
}

/** A chance, whole; a number never leaves its sign. */
export const percent = (value: number): string => `${Math.round(value)}\u00a0%`

/** Where most strikes end, in words: the two largest shares, which stand first. */
export function twoLargest(shares: readonly Share[]): string {
  return shares
    .slice(0, 2)
    .filter(({ pct }) => pct >= 0.5)
    .map(({ words, pct }) => `${words} ${percent(pct)}`)
    .join(', ')
}

/** Between where and where eight in ten end, short. */
export function betweenWords(call: Call, units: Units): string {
  const { spread } = call
  if (!spread) return ''
  return `${fromFlag(spread.short_m, units)} to ${fromFlag(spread.long_m, units)}, 8 of 10 balls`
}

/** Whether a call costs no more than another as far as so many strikes can tell, or a stroke in thirty. */
export function isAsGood(call: Call, first: Call): boolean {
  const error = Math.hypot(call.spread?.strokes_error ?? 0, first.spread?.strokes_error ?? 0)
  return call.strokes - first.strokes < Math.max(house.as_good_strokes, error)
}

/** Expected strokes with how far they may be off by the number of strikes. */
export function strokesWords(call: Call): string {
  const error = call.spread?.strokes_error
  return call.strokes.toFixed(2) + (error === undefined ? '' : ` ± ${error.toFixed(2)}`)
}
