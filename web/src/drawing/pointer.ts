import type { MouseEvent } from 'react'

/** How the window's pixels become the units of a drawing. */
export type Lens = DOMMatrix | null

/** The lens of the drawing that an event is on, as it stands now. */
export function lensOf(event: MouseEvent<SVGElement>): Lens {
  const target = event.currentTarget
  const svg = target instanceof SVGSVGElement ? target : target.ownerSVGElement
  return svg?.getScreenCTM()?.inverse() ?? null
}

/**
 * Where a pointer is, in the units of the drawing it is on. A drag hands in the lens it began with: an answer that
 * comes while a grip is held may move the drawing on the page, and the grip is not to run away from the finger.
 */
export function pointIn(event: MouseEvent<SVGElement>, lens: Lens = lensOf(event)): [number, number] {
  if (!lens) return [0, 0]
  const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(lens)
  return [point.x, point.y]
}
