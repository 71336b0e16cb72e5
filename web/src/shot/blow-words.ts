import { numberWords } from '../lib/local'
import type { Call, PlanResponse } from '../api/client'
import { distance, height, type Units } from '../lib/units'

/** What the shot plays as: its carry, or the finish of a rolled ball. */
export function playsAsWords(call: Pick<Call, 'plays_from_m' | 'plays_as_m'>, units: Units): string {
  return `${distance(call.plays_from_m, units)} plays as ${distance(call.plays_as_m, units)} ${units.distance}`
}

/** How long it is in the air, where the wind takes it, how steeply it comes down. */
export function blowWords(
  call: Pick<Call, 'flight_s' | 'drift_m' | 'blown_m' | 'descent_deg'>,
  units: Units,
): string {
  const parts = [`${call.flight_s.toFixed(1)} s in the air`]
  if (Math.abs(call.blown_m) >= 0.5) {
    const word = call.blown_m < 0 ? 'takes' : 'adds'
    parts.push(`the wind ${word} ${distance(Math.abs(call.blown_m), units)} ${units.distance}`)
  }
  if (Math.abs(call.drift_m) >= 0.5) {
    const side = call.drift_m > 0 ? 'right' : 'left'
    parts.push(`carries it ${distance(Math.abs(call.drift_m), units)} ${units.distance} ${side}`)
  }
  parts.push(`descent ${call.descent_deg.toFixed(0)}°`)
  return parts.join(', ')
}

/** Whether the wind does anything worth a line. */
export const isBlown = (call: Pick<Call, 'drift_m' | 'blown_m'>) =>
  Math.abs(call.blown_m) >= 0.5 || Math.abs(call.drift_m) >= 0.5

/** What swinging harder into the wind brings; null where the wind isn't against. */
export function harderWords(plan: Pick<PlanResponse, 'harder'>, units: Units): string | null {
  const note = plan.harder
  if (!note) return null
  const rpm = Math.round(note.spin_rpm / 10) * 10
  const more = `${height(note.apex_m, units)} ${units.distance} higher`
  const gained = Math.round(10 * note.carry_m) / 10
  const still = distance(note.still_carry_m, units)
  const far = gained <= 0.2 ? 'no further' : `only ${distance(note.carry_m, units)} ${units.distance} further`
  return `The stock swing ${Math.round(note.faster_pct)} % harder: ${numberWords(rpm)} rpm more, ${more}, ${far} (calm: ${still}).`
}
