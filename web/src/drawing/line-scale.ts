import type { Call } from '../api/client'
import type { Reading } from '../lib/reading'

/** Widths the line is drawn at: beside the other panels, and on a phone. */
export const LINE_WIDE = 572
export const LINE_NARROW = 378
const LEFT = 26
const RIGHT = 18

export interface LineScale {
  /** Width of the drawing (px). */
  width: number
  /** Pixels per metre, the same along, across and up. */
  k: number
  /** Far end of the drawn ground (m). */
  end: number
  /** How many times heights are drawn larger than lengths. */
  lift: number
  x: (metres: number) => number
}

/** One scale for elevation and plan: far enough for the green and everything the drawn balls do. */
export function lineScale(width: number, reading: Reading, calls: Call[], tallest: number): LineScale {
  const reaches = calls.flatMap((c) => [c.total_m, c.detail?.ghost.total_m ?? 0, c.carry_m])
  const apexes = calls.flatMap((c) => [c.apex_m, c.detail?.ghost.apex_m ?? 0])
  const behind = Math.max(0, -reading.front)
  const far = Math.max(reading.back, reading.flag, ...reaches) * 1.06
  const flat = (width - LEFT - RIGHT) / (far + behind)
  // High soft shots: the drawing shrinks rather than stretch one axis.
  const top = Math.max(0.2, ...apexes)
  const k = Math.min(flat, tallest / top)
  // Low runners: heights doubled or more, and the drawing says so.
  const lift = Math.max(1, Math.min(3, Math.floor((0.6 * tallest) / (top * k))))
  const end = (width - LEFT - RIGHT) / k - behind
  return { width, k, end, lift, x: (metres) => LEFT + (metres + behind) * k }
}
