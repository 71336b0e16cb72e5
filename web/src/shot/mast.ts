import type { Mast } from '../api/client'
import { NUMBERS } from './numbers'
import { type Reading } from './reading'

/** A reading of the mast moves the Bench only when it says something new: calls are not worked out for a flutter. */
const NEW_WIND = 0.3
const NEW_GUST = 0.7
const NEW_TURN = 5
/** A mast averages: it is off by less than an eye. */
const MAST_DOUBT = 0.5

const tenth = (value: number) => Math.round(10 * value) / 10

const turnBetween = (one: number, other: number) => Math.abs(((one - other + 540) % 360) - 180)

/** What the mast says, as a change of the reading; null: nothing new, or nothing to be taken. */
export function fromMast(mast: Mast, reading: Reading): Partial<Reading> | null {
  const { mean, air } = mast
  if (mast.state !== 'live' || !mean || !air) return null
  if (mean.speed_m_s > NUMBERS.wind.high || mean.gust_m_s > NUMBERS.gust.high) return null
  const led = reading.windBy === 'compass' && reading.windAt === 'mast' && reading.windDoubt === MAST_DOUBT
  const isNew =
    !led ||
    Math.abs(mean.speed_m_s - reading.wind) >= NEW_WIND ||
    Math.abs(mean.gust_m_s - reading.gust) >= NEW_GUST ||
    turnBetween(mean.from_deg, reading.windFrom) >= NEW_TURN ||
    Math.abs(air.temperature_c - reading.temperature) >= 1
  if (!isNew) return null
  const wind = tenth(mean.speed_m_s)
  return {
    wind,
    gust: Math.max(tenth(mean.gust_m_s), wind),
    windFrom: Math.round(mean.from_deg) % 360,
    windBy: 'compass',
    windAt: 'mast',
    windDoubt: MAST_DOUBT,
    temperature: Math.round(air.temperature_c),
    humidity: Math.round(air.humidity_pct),
    pressure: Math.round(air.pressure_hpa),
  }
}

/** Whether the mast drives the wind: also while it is lost, as what it said last is kept. */
export const isLed = (mast: Mast | undefined) =>
  mast !== undefined && mast.state !== 'off' && mast.mean !== null

/** The mast in a few words; empty while nobody follows it. */
export function mastWords(mast: Mast | undefined): string {
  if (!mast || mast.state === 'off') return ''
  const age = mast.age_s === null ? '' : ` ${Math.round(mast.age_s)} s`
  switch (mast.state) {
    case 'connecting':
      return 'looking for the mast'
    case 'live':
      return 'mast live'
    case 'stale':
      return `no data from the mast for${age}`
    case 'lost':
      return mast.mean === null ? 'no mast there' : `mast lost, last heard${age} ago`
  }
}
