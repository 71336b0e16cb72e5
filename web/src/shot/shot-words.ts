import { coverOf } from './covers'
import type { Reading } from './reading'
import { show, type Units } from '../lib/units'

/** Up to where a shot is a chip, and up to where a pitch (m): common practice. */
const CHIP_M = 25
const PITCH_M = 75
/** A slope that is worth its word (degrees). */
const FELT_DEG = 2

function slopeWord({ fall, side }: Reading): string {
  if (Math.max(Math.abs(fall), Math.abs(side)) < FELT_DEG) return ''
  if (Math.abs(fall) >= Math.abs(side)) return fall > 0 ? 'downhill' : 'uphill'
  return side > 0 ? 'above the feet' : 'below the feet'
}

/** A shot in the trade's few words: "Downhill chip from rough, 16 m". */
export function shotWords(reading: Reading, units: Units): string {
  const cover = coverOf(reading.cover)
  const isSand = cover.group === 'sand'
  const kind = isSand
    ? 'bunker shot'
    : reading.flag <= CHIP_M
      ? 'chip'
      : reading.flag <= PITCH_M
        ? 'pitch'
        : 'shot'
  const slope = slopeWord(reading)
  const isBefore = slope === 'downhill' || slope === 'uphill'
  const from = isSand || reading.cover === 'fairway' ? '' : ` from ${cover.words}`
  const words = `${isBefore ? `${slope} ` : ''}${kind}${from}${slope && !isBefore ? `, ball ${slope}` : ''}`
  return `${words.charAt(0).toUpperCase()}${words.slice(1)}, ${show(reading.flag, 'distance', units)}`
}
