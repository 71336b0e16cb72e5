export const RAD = Math.PI / 180

export type Point = readonly [number, number]

/** An SVG path through points, to a tenth of a pixel. */
export function polyline(points: readonly Point[]): string {
  return points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('')
}

/** Round steps of an axis: 1, 2 or 5 times a power of ten, about `wanted` of them up to `end`. */
export function axisStep(end: number, wanted: number): number {
  const rough = end / wanted
  const power = 10 ** Math.floor(Math.log10(rough))
  const lead = rough / power
  return (lead < 1.5 ? 1 : lead < 3.5 ? 2 : lead < 7.5 ? 5 : 10) * power
}

export interface ArcShape {
  /** Where the arc is lowest, ahead of the ball (m). */
  low: number
  /** Radius (m). */
  radius: number
  /** How deep the arc cuts below the ball's bottom (m). */
  depth: number
}

/** Height of the club head's arc above the ground (m) at `x` ahead of the ball. */
export function arcHeight(arc: ArcShape, x: number): number {
  return (x - arc.low) ** 2 / (2 * arc.radius) - arc.depth
}
