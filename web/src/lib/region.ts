import { contourDensity } from 'd3-contour'
import { polygonContains } from 'd3-polygon'
import type { Point } from './geometry'

const GRID = 4
const STEPS = 7

type Rings = [number, number][][]

/** What the library gives back, which its types leave out: a contour for any level, and the highest one. */
type Contours = ((level: number) => { coordinates: Rings[] }) & { max: number }

/**
 * The smooth region that holds a share of the points and is as small as can be: a contour of their kernel density, its
 * level found by halving. Points and rings in pixels.
 */
export function regionOf(points: readonly Point[], share: number, width: number, height: number): Rings {
  if (points.length < 8) return []
  const spread = Math.max(
    ...[0, 1].map((axis) => {
      const values = points.map((p) => p[axis as 0 | 1]).sort((a, b) => a - b)
      const at = (q: number) => values[Math.floor(q * (values.length - 1))] ?? 0
      return at(0.75) - at(0.25)
    }),
  )
  // Narrow clouds of a long line need a narrow kernel, wide ones a wide one.
  const bandwidth = Math.min(14, Math.max(4, spread / 5))
  const density = contourDensity<Point>()
    .x((p) => p[0])
    .y((p) => p[1])
    .size([width, height])
    .cellSize(GRID)
    .bandwidth(bandwidth)
  const contours = (density as unknown as { contours: (of: Point[]) => Contours }).contours([...points])
  const ringsAt = (level: number): Rings => contours(level).coordinates.map((polygon) => polygon[0] ?? [])
  const held = (rings: Rings) =>
    points.filter((p) => rings.some((ring) => polygonContains(ring, [...p]))).length
  let [low, high] = [0, contours.max]
  for (let i = 0; i < STEPS; i += 1) {
    const middle = (low + high) / 2
    if (held(ringsAt(middle)) >= share * points.length) low = middle
    else high = middle
  }
  return low === 0 ? [] : ringsAt(low)
}
