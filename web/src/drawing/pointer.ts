import type { MouseEvent } from 'react'

/** Where a pointer is, in the units of the drawing it is on. */
export function pointIn(event: MouseEvent<SVGElement>): [number, number] {
  const target = event.currentTarget
  const svg = target instanceof SVGSVGElement ? target : target.ownerSVGElement
  const matrix = svg?.getScreenCTM()
  if (!matrix) return [0, 0]
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse())
  return [point.x, point.y]
}
