import type { Call, LedgerRow } from '../api/client'
import type { LedgerName } from './ledger'
import { distance, halfDegree, height, type Units } from '../lib/units'
import { betweenWords, strokesWords } from './strike-words'

export type FigureName = 'carry' | 'run' | 'height' | 'descent' | 'aim' | 'strokes'

/** Which ledger explains a figure, and which section of docs/model.md says how it is worked out. */
export const FIGURES: Record<FigureName, { ledger: LedgerName | null; section: string }> = {
  carry: { ledger: 'distance', section: '5' },
  run: { ledger: 'distance', section: '6' },
  height: { ledger: 'loft', section: '5' },
  descent: { ledger: 'loft', section: '5' },
  aim: { ledger: 'aim', section: '3' },
  strokes: { ledger: null, section: '7' },
}

/** The row of a ledger that does most, the one it begins with left out. */
function mostOf(rows: readonly LedgerRow[]): LedgerRow | null {
  const causes = rows.filter((row, i) => i > 0 && !row.total && Math.abs(row.value) >= 0.05)
  return causes.reduce<LedgerRow | null>(
    (most, row) => (most && Math.abs(most.value) >= Math.abs(row.value) ? most : row),
    null,
  )
}

function whatWords(name: FigureName, call: Call, units: Units): string {
  const unit = units.distance
  switch (name) {
    case 'carry':
      return `The ball flies ${distance(call.carry_m, units)} ${unit} before it first lands.`
    case 'run':
      return call.run_m >= 0
        ? `The ball rolls ${distance(call.run_m, units)} ${unit} after it lands.`
        : `The ball spins back ${distance(-call.run_m, units)} ${unit} after it lands.`
    case 'height':
      return `The highest point of the flight is ${height(call.apex_m, units)} ${unit} above the ball.`
    case 'descent':
      return `The ball comes down at ${call.descent_deg.toFixed(0)}°. A steeper ball runs less.`
    case 'aim':
      return Math.abs(call.aim_deg) < 0.25
        ? 'Aim at the target: the lie and the wind move the ball to neither side.'
        : `Aim ${halfDegree(Math.abs(call.aim_deg))}° ${call.aim_deg > 0 ? 'right' : 'left'}, and the ball finishes on the line.`
    case 'strokes':
      return `The player needs ${call.strokes.toFixed(2)} strokes on average to hole out, with this one.`
  }
}

function sureWords(name: FigureName, call: Call, units: Units): string {
  const { spread } = call
  if (!spread) return 'It is a first estimate: open this call to see how sure it is.'
  if (name === 'strokes') return `From many simulated shots: ${strokesWords(call)}.`
  if (name === 'aim') {
    const side = (metres: number) => distance(Math.abs(metres), units)
    return `8 of 10 balls finish between ${side(spread.left_m)} ${units.distance} left and ${side(spread.right_m)} ${units.distance} right.`
  }
  return `This is for a good strike. Of all balls: ${betweenWords(call, units)}.`
}

function changeWords(name: FigureName, call: Call, units: Units): string {
  const { ledger } = FIGURES[name]
  if (ledger === null) return '“Does the call hold?” shows which reading would change the call.'
  const most = call.detail ? mostOf(call.detail.ledgers[ledger]) : null
  if (!most) return 'Nothing in this lie changes it much.'
  if (ledger === 'distance') {
    const by = `${distance(Math.abs(most.value), units)} ${units.distance}`
    return `What changes it most: “${most.words}” ${most.value < 0 ? 'takes' : 'adds'} ${by}.`
  }
  const by = `${halfDegree(Math.abs(most.value))}°`
  if (ledger === 'aim')
    return `What changes it most: “${most.words}” moves it ${by} ${most.value > 0 ? 'right' : 'left'}.`
  return `What changes it most: “${most.words}” ${most.value < 0 ? 'takes' : 'adds'} ${by} of loft.`
}

/** A figure in three sentences: what it is, how sure it is, and what changes it most. */
export function figureWords(name: FigureName, call: Call, units: Units): string[] {
  return [whatWords(name, call, units), sureWords(name, call, units), changeWords(name, call, units)]
}
