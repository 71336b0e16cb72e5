import { numberWords } from '../lib/local'
import house from '../../../docs/schema/house.json'
import type { Call, PlanResponse, ReadingName, Sensitive, SensitiveOutTurn } from '../api/client'
import { YARD, trim, type Units } from '../lib/units'

/** How a reading of the server's is shown: its factor and sign. */
export function shownIn(
  row: { reading: ReadingName; unit: string },
  units: Units,
): { factor: number; sign: string; digits: number } {
  if (row.unit === 'm' && units.distance === 'yd') return { factor: 1 / YARD, sign: ' yd', digits: 1 }
  if (row.unit === 'deg') return { factor: 1, sign: '°', digits: 1 }
  // Shares of one are told in percent.
  if (row.unit === '') return { factor: 100, sign: ' %', digits: 0 }
  return { factor: 1, sign: ` ${row.unit}`, digits: 1 }
}

function told(value: number, row: Sensitive, units: Units): string {
  const { factor, sign, digits } = shownIn(row, units)
  return trim(value * factor, digits).replace('-', '−') + sign
}

/** Where the call holds: `from 4° to 9°`, `from 4° up`, or over the whole range that was checked. */
export function holdsWords(row: Sensitive, units: Units): string {
  const { holds_from: from, holds_to: to } = row
  if (from === null && to === null) return 'over the whole range that was checked'
  if (from === null) return `up to ${told(to ?? 0, row, units)}`
  if (to === null) return `from ${told(from, row, units)} up`
  return `from ${told(from, row, units)} to ${told(to, row, units)}`
}

function turnWords(
  row: Sensitive,
  turn: SensitiveOutTurn,
  nameOf: (id: string) => string,
  units: Units,
): string {
  const at = told(turn.value, row, units)
  const costs =
    turn.keeping_costs === null
      ? 'this one is no longer playable there'
      : `staying with this one costs ${turn.keeping_costs.toFixed(2)}`
  return turn.best_id === null
    ? `at ${at} nothing is playable`
    : `at ${at}: ${nameOf(turn.best_id)} (${costs})`
}

/** What a misreading changes, in a sentence. */
export function changeWords(row: Sensitive, nameOf: (id: string) => string, units: Units): string {
  const dear = [row.low, row.high].filter((turn) => turn.keeping_costs === null || turn.keeping_costs > 0.03)
  return dear.map((turn) => turnWords(row, turn, nameOf, units)).join('; ')
}

export function callName(call: Pick<Call, 'club_name' | 'method_name'>): string {
  return `${call.club_name}, ${call.method_name.toLowerCase()}`
}

export function nameIn(plan: PlanResponse): (id: string) => string {
  return (id) => {
    const call = plan.calls.find((c) => c.id === id)
    return call
      ? `${callName(call)}${call.target.name === 'flag' ? '' : `, ${OUT_WORDS[call.target.name]}`}`
      : id
  }
}

/** What a finish elsewhere than at the flag is called. */
export const OUT_WORDS: Record<Exclude<Call['target']['name'], 'flag'>, string> = house.targets

/** Take your medicine, in numbers: what going for the flag costs or gains against the best way out. */
export function medicineWords(plan: PlanResponse): string | null {
  const find = (id: string | null) => plan.calls.find((call) => call.id === id)
  const direct = find(plan.direct_id)
  const escape = find(plan.escape_id)
  if (!escape?.spread) return null
  const out = escape.target.name === 'flag' ? '' : OUT_WORDS[escape.target.name]
  const way = `${escape.club_name.toLowerCase()} ${out}`
  if (!direct?.spread) return `No shot at the flag is playable here. The way out: ${way}.`
  const more = direct.strokes - escape.strokes
  const bad = `${Math.round(direct.spread.bad_pct)} % bad shots against ${Math.round(escape.spread.bad_pct)} %`
  if (Math.abs(more) < 0.02) return `Going for it costs the same as the ${way}; ${bad}.`
  const verb = more > 0 ? 'costs' : 'gains'
  return `Going for it ${verb} ${Math.abs(more).toFixed(2)} strokes against the ${way}; ${bad}.`
}

/** Shares by kind of ground that are worth a word. */
export function sharesWords(call: Call): string | null {
  if (!call.spread) return null
  const shown = call.spread.shares.filter((share) => share.pct >= 0.5)
  return shown.map((share) => `${share.words} ${Math.round(share.pct)} %`).join(', ')
}

/** How far to either side a reading is varied, in the server's units. */
const SPANS: Record<ReadingName, number> = {
  fall: 8,
  side: 8,
  tilt: 5,
  sunk: 1,
  density: 0.5,
  give: 1,
  wet: 1,
  firmness: 1,
  flag: 3,
  rise: 6,
  speed: 3,
  wind: 6,
  cross: 6,
}

/** From where to where a reading is varied: around its value, as far as it may go; `most`: no further in this lie. */
export function whatIfRange(reading: ReadingName, value: number, most = Infinity): readonly [number, number] {
  const { low, high } = house.readings[reading]
  const span = reading === 'flag' ? Math.max(SPANS.flag, 0.15 * value) : SPANS[reading]
  return [Math.max(low, value - span), Math.min(high, most, value + span)]
}

/** The two ways to stop a ball: spin, or a steep landing. */
export function stopsBy(call: Pick<Call, 'spin_rpm' | 'descent_deg' | 'apex_m'>): string {
  if (call.apex_m < 0.12) return 'rolling out'
  const spin = `${numberWords(Math.round(call.spin_rpm / 100) * 100)} rpm`
  if (call.descent_deg >= 45) return `a steep landing (${call.descent_deg.toFixed(0)}°), ${spin}`
  return call.spin_rpm >= 3500 ? `spin (${spin})` : `running out (${spin})`
}
