import type { GroundRead } from '../../api/client'
import { numberWords } from '../../lib/local'
import { show, type Units } from '../../lib/units'

const percent = (value: number) => `${numberWords(Math.abs(value), Math.abs(value) < 10 ? 1 : 0)} %`

/** How much further or shorter a ball carries. */
export const carryWords = (pct: number) => `${percent(pct)} ${pct < 0 ? 'shorter' : 'further'}`

/** Below this a ball is said to count little. */
const COUNTS_LITTLE = 0.5

/** What balls told of the ground, in sentences. */
export function groundWords(told: GroundRead, carries: readonly number[], units: Units): string[] {
  const mean = carries.reduce((sum, carry) => sum + carry, 0) / carries.length
  const { low_pct: low, high_pct: high } = told
  const range =
    low < 0 && high < 0
      ? `${percent(high)} and ${percent(low)} shorter`
      : low > 0
        ? `${percent(low)} and ${percent(high)} further`
        : `${carryWords(low)} and ${carryWords(high)}`
  const far = told.counts.flatMap((count, i) => (count < COUNTS_LITTLE ? [i + 1] : []))
  return [
    `A ball from this ${told.words} carries ${carryWords(told.carry_pct)} than from ${told.words} in general.`,
    `Clean balls of this call carry ${show(told.usual_m, 'distance', units)} from ${told.words} in general; yours ${show(mean, 'distance', units)}. Part of that is a player’s day.`,
    `Eight times in ten the truth is between ${range}.`,
    ...(low < 0 && high > 0
      ? ['So these balls don’t show for sure that it differs: more of them would.']
      : []),
    ...(told.takes_pct === null
      ? []
      : [
          `So the ${told.words} itself takes ${percent(told.takes_pct)} ${told.takes_pct < 0 ? 'less' : 'more'} than usual.`,
        ]),
    ...(far.length > 0
      ? [`${far.length === 1 ? 'Ball' : 'Balls'} ${far.join(', ')}: far from the others, counted less.`]
      : []),
  ]
}

/** Numbers typed one after the other; null for what is none. */
export const numbersIn = (text: string): (number | null)[] =>
  text
    .split(/[\s;]+|,(?=\s)/)
    .filter((part) => part !== '')
    .map((part) => {
      const value = Number(part.replace(',', '.'))
      return Number.isFinite(value) && value > 0 ? value : null
    })
