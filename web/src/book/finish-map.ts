import type { Call } from '../api/client'
import { RAD, type Point } from '../lib/geometry'
import type { Area } from '../shot/line'
import type { Reading } from '../shot/reading'

/** What a shot was meant to do, as far as entering what it did needs it: metres about its target. */
export interface Target {
  distance: number
  carry: number
  green: { front: number; back: number; width: number } | null
  /** What the call can do: eight in ten end within this outline, past the target and right of it. */
  outline: readonly Point[]
  /** What lies about, in the same frame. */
  areas: readonly { kind: Area['kind']; points: readonly Point[] }[]
  reach: Reach
}

/** How far a map about the target has to reach: from short (negative) to past, and to either side (m). */
export interface Reach {
  low: number
  high: number
  half: number
}

const LEAST = 4
/** Some room about what the call can do. */
const ROOM = 1.2
/** Further past the target a map reaches for no call (m). */
const MOST_PAST = 60

const evenly = (reach: number): Reach => ({ low: -reach, high: reach, half: reach })

/** A map about a target that nothing is known of but its distance. */
const plainReach = (distance: number): Reach => evenly(Math.max(LEAST, Math.min(0.3 * distance, 40)))

/** Turn a place of the line (x to the flag, y right) into the target's frame: past it, and right of the way to it. */
function about(call: Call): (place: Point) => Point {
  const turn = call.target.bearing_deg * RAD
  const [along, across] = [Math.cos(turn), Math.sin(turn)]
  return ([x, y]) => [x * along + y * across - call.target.distance_m, y * along - x * across]
}

function reachOf(call: Call, green: Target['green']): Reach {
  const { spread } = call
  if (!spread) return plainReach(call.target.distance_m)
  const low = Math.min(-LEAST, ROOM * spread.short_m, green?.front ?? 0)
  const high = Math.max(LEAST, ROOM * spread.long_m, green?.back ?? 0)
  const half = ROOM * Math.max(-spread.left_m, spread.right_m)
  return {
    low: Math.max(low, -call.target.distance_m - LEAST),
    high: Math.min(high, MOST_PAST),
    half: Math.max(LEAST, half),
  }
}

/** What entering needs to know of a call. */
export function targetOf(call: Call, reading: Reading): Target {
  const turned = about(call)
  const green =
    call.target.name === 'flag'
      ? { front: reading.front - reading.flag, back: reading.back - reading.flag, width: reading.width }
      : null
  return {
    distance: call.target.distance_m,
    carry: call.carry_m,
    green,
    outline: (call.detail?.outline ?? []).map(turned),
    areas: reading.areas.map(({ kind, points }) => ({ kind, points: points.map(turned) })),
    reach: reachOf(call, green),
  }
}

/** A target that is known by its distance alone. */
export const plainTarget = (distance: number, carry: number): Target => ({
  distance,
  carry,
  green: null,
  outline: [],
  areas: [],
  reach: plainReach(distance),
})

/** A map about a mark that a drill sets: twice as far as counts, and a little. */
export const aboutMark = (limit: number): Target => ({
  ...plainTarget(0, 0),
  reach: evenly(Math.max(2.2 * limit, 2)),
})

/** Where on the edge of a map a finish beyond it is shown, and in which direction it lies (degrees from right, down). */
export function atEdge(
  [x, y]: Point,
  width: number,
  height: number,
  inset: number,
): { x: number; y: number; angle: number } | null {
  const inside = x >= 0 && x <= width && y >= 0 && y <= height
  if (inside) return null
  const held = (value: number, most: number) => Math.min(most - inset, Math.max(inset, value))
  const [ex, ey] = [held(x, width), held(y, height)]
  return { x: ex, y: ey, angle: Math.atan2(y - ey, x - ex) / RAD }
}
