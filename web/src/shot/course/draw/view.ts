import { useRef, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react'
import { pointIn } from '../../../drawing/pointer'
import type { Place } from '../../mapped'

/** What is in sight: the place in the middle of the drawing, and how many pixels a metre has. North is up. */
export interface View {
  at: Place
  k: number
}

export interface Size {
  width: number
  height: number
}

export const toSheet = ({ at, k }: View, { width, height }: Size, [e, n]: Place): [number, number] => [
  width / 2 + k * (e - at[0]),
  height / 2 - k * (n - at[1]),
]

export const fromSheet = (
  { at, k }: View,
  { width, height }: Size,
  [x, y]: readonly [number, number],
): Place => [at[0] + (x - width / 2) / k, at[1] - (y - height / 2) / k]

const USUAL_M = 400
const ROOM = 0.9
const [FARTHEST, CLOSEST] = [0.02, 60]

/** All of these places in sight; a hole's length of nothing where there are none. */
export function viewOf(places: readonly Place[], { width, height }: Size): View {
  const [es, ns] = [places.map(([e]) => e), places.map(([, n]) => n)]
  const [west, east] = [Math.min(...es), Math.max(...es)]
  const [south, north] = [Math.min(...ns), Math.max(...ns)]
  if (!(east > west || north > south))
    return { at: places[0] ?? [0, 0], k: Math.min(width, height) / USUAL_M }
  const k = ROOM * Math.min(width / Math.max(east - west, 1), height / Math.max(north - south, 1))
  return { at: [(west + east) / 2, (south + north) / 2], k: Math.min(Math.max(k, FARTHEST), CLOSEST) }
}

/** Closer or wider by a factor; what is under a point of the sheet stays there. */
export function zoomed(view: View, size: Size, by: number, about: readonly [number, number]): View {
  const k = Math.min(Math.max(view.k * by, FARTHEST), CLOSEST)
  const [e, n] = fromSheet(view, size, about)
  const held: View = { at: view.at, k }
  const [a, b] = fromSheet(held, size, about)
  return { at: [view.at[0] + e - a, view.at[1] + n - b], k }
}

export const panned = (view: View, x: number, y: number): View => ({
  at: [view.at[0] - x / view.k, view.at[1] + y / view.k],
  k: view.k,
})

/** A finger that went less far than this meant to touch (px). */
const TOUCH_PX = 6
const STEP_PX = 40
const CLOSER = 1.25
const WHEEL = 0.0015

interface Hand {
  view: View
  size: Size
  onView: (view: View) => void
  onTap: (at: Place) => void
  /** Dragged by one finger, m east and north; without it the sheet moves. */
  onDrag?: ((east: number, north: number) => void) | undefined
}

type Point = [number, number]
const middle = ([a, b]: Point[]): Point => (a && b ? [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] : (a ?? [0, 0]))
const apart = ([a, b]: Point[]): number => (a && b ? Math.hypot(a[0] - b[0], a[1] - b[1]) : 0)

const ARROWS: Record<string, Point> = {
  ArrowLeft: [STEP_PX, 0],
  ArrowRight: [-STEP_PX, 0],
  ArrowUp: [0, STEP_PX],
  ArrowDown: [0, -STEP_PX],
}

/** What a hand does on the sheet: a touch, a drag, two fingers or a wheel; arrows, plus, minus and Enter by keys. */
export function useHand({ view, size, onView, onTap, onDrag }: Hand) {
  const fingers = useRef(new Map<number, Point>())
  const hasMoved = useRef(false)
  const began = useRef<Point>([0, 0])
  const onPointerDown = (event: PointerEvent<SVGSVGElement>) => {
    event.currentTarget.setPointerCapture(event.pointerId)
    const at = pointIn(event)
    if (fingers.current.size === 0) {
      hasMoved.current = false
      began.current = at
    } else hasMoved.current = true
    fingers.current.set(event.pointerId, at)
  }
  const onPointerMove = (event: PointerEvent<SVGSVGElement>) => {
    if (!fingers.current.has(event.pointerId)) return
    const before = [...fingers.current.values()]
    const at = pointIn(event)
    if (!hasMoved.current && Math.hypot(at[0] - began.current[0], at[1] - began.current[1]) < TOUCH_PX) return
    hasMoved.current = true
    fingers.current.set(event.pointerId, at)
    const after = [...fingers.current.values()]
    const [from, to] = [middle(before), middle(after)]
    const [x, y] = [to[0] - from[0], to[1] - from[1]]
    if (after.length === 1 && onDrag) {
      onDrag(x / view.k, -y / view.k)
      return
    }
    const moved = panned(view, x, y)
    onView(after.length > 1 ? zoomed(moved, size, apart(after) / Math.max(apart(before), 1), to) : moved)
  }
  const onPointerUp = (event: PointerEvent<SVGSVGElement>) => {
    const wasHere = fingers.current.delete(event.pointerId)
    if (wasHere && !hasMoved.current) onTap(fromSheet(view, size, pointIn(event)))
  }
  const onPointerCancel = (event: PointerEvent<SVGSVGElement>) => {
    fingers.current.delete(event.pointerId)
  }
  const onWheel = (event: WheelEvent<SVGSVGElement>) =>
    onView(zoomed(view, size, Math.exp(-WHEEL * event.deltaY), pointIn(event)))
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    // Keys of a grip are its own.
    if (event.target !== event.currentTarget) return
    const half: Point = [size.width / 2, size.height / 2]
    const way = ARROWS[event.key]
    if (way) onView(panned(view, ...way))
    else if (event.key === '+' || event.key === '=') onView(zoomed(view, size, CLOSER, half))
    else if (event.key === '-') onView(zoomed(view, size, 1 / CLOSER, half))
    else if (event.key === 'Enter') onTap(view.at)
    else return
    event.preventDefault()
  }
  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel, onWheel, onKeyDown }
}
