import { ticks } from 'd3-array'
import { line } from 'd3-shape'

export const RAD = Math.PI / 180

export type Point = readonly [number, number]

const path = line<Point>().digits(1)

/** An SVG path through points, to a tenth of a pixel. */
export const polyline = (points: readonly Point[]): string => path([...points]) ?? ''

/** Round numbers from zero to an end, about so many of them, without the zero. */
export const rings = (end: number, wanted: number): number[] => ticks(0, end, wanted).slice(1)

export interface ArcShape {
  /** Where the arc is lowest, ahead of the ball (m). */
  low: number
  /** Radius (m). */
  radius: number
  /** How deep the arc cuts below the ball's bottom (m). */
  depth: number
}

/** The arc of a head whose edge passes the ball so high above its bottom (m). */
export const arcOf = (low: number, radius: number, edge: number): ArcShape => ({
  low,
  radius,
  depth: low ** 2 / (2 * radius) - edge,
})

/** Height of the club head's arc above the ground (m) at `x` ahead of the ball. */
export function arcHeight(arc: ArcShape, x: number): number {
  return (x - arc.low) ** 2 / (2 * arc.radius) - arc.depth
}
