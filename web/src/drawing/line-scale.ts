import type { Call } from '../api/client'
import { boxOf } from '../shot/line'
import type { Reading } from '../shot/reading'

/** Widths the line is drawn at: beside the other panels, and on a phone. */
export const LINE_WIDE = 572
export const LINE_NARROW = 378
const LEFT = 26
const RIGHT = 18
/** Height of the plan, and where the line runs through it (px). */
export const PLAN_H = 236
export const MID = PLAN_H / 2
/** Room for words between the furthest target to the side and the edge of the plan (px). */
const BESIDE = 20
/** Room above and below a green on the plan (px). */
const AROUND = 6
/** Where the ball's level is drawn when nothing lies below it (px from the top). */
const BASE = 168
const RAD = Math.PI / 180

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
  /** Where a height above the ball is drawn (px from the top). */
  y: (height: number) => number
  /** Height of the ground above the ball (m). */
  ground: (x: number) => number
}

/** The ground climbs evenly from the ball to the front edge, tilts from there to the back, and is level beyond. */
export function groundHeight(reading: Reading, x: number): number {
  const foot = Math.max(reading.front, 1)
  const on = Math.min(Math.max(x, foot), Math.max(reading.back, foot)) - foot
  return reading.rise * Math.min(Math.max(x / foot, 0), 1) - Math.tan(reading.greenFall * RAD) * on
}

/** One scale for elevation and plan: far enough for the green, the areas and everything the drawn balls do. */
export function lineScale(width: number, reading: Reading, calls: Call[], tallest: number): LineScale {
  const reaches = calls.flatMap((c) => [c.target.x_m, c.detail?.ghost.total_m ?? 0, c.total_m])
  const apexes = calls.flatMap((c) => [c.apex_m, c.detail?.ghost.apex_m ?? 0])
  const drawnTo = reading.areas.map((area) => Math.min(boxOf(area.points).x1, reading.back * 1.25))
  const things = reading.obstacles.map((o) => o.at + o.deep)
  const behind = Math.max(0, -reading.front, ...calls.map((c) => -c.target.x_m))
  const far = Math.max(reading.back, reading.flag, ...reaches, ...drawnTo, ...things) * 1.06
  const flat = (width - LEFT - RIGHT) / (far + behind)
  const highest = Math.max(
    0.2,
    ...apexes,
    reading.rise,
    groundHeight(reading, reading.back),
    ...reading.obstacles.map((o) => groundHeight(reading, o.at) + o.high),
  )
  // A way past what stands in the way, or out to the side, stays on the plan.
  const aside = Math.max(1, ...calls.map((c) => Math.abs(c.target.y_m)))
  const lowest = Math.min(0, reading.rise, groundHeight(reading, reading.back))
  // High soft shots and steep ground: the drawing shrinks rather than stretch one axis.
  const wanted = Math.min(flat, tallest / (highest - lowest), (MID - BESIDE) / aside)
  // The whole green is on the plan, but for one so wide that the stroke would shrink to half.
  const k = Math.min(wanted, Math.max(0.5 * wanted, (MID - AROUND) / (0.5 * reading.width)))
  // Low runners: heights doubled or more, and the drawing says so.
  const lift = Math.max(1, Math.min(3, Math.floor((0.6 * tallest) / ((highest - lowest) * k))))
  const end = (width - LEFT - RIGHT) / k - behind
  const base = BASE + lowest * k * lift
  return {
    width,
    k,
    end,
    lift,
    x: (metres) => LEFT + (metres + behind) * k,
    y: (height) => base - height * k * lift,
    ground: (x) => groundHeight(reading, x),
  }
}

/** The scale that a drag began at, kept until it ends; heights of the ground are those of the reading as it is now. */
export function keptScale(kept: LineScale | null, now: LineScale): LineScale {
  return kept ? { ...kept, ground: now.ground } : now
}
