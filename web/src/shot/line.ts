import house from '../../../docs/schema/house.json'
import type { LineIn } from '../api/client'

type AreaIn = NonNullable<LineIn['areas']>[number]
type ObstacleIn = NonNullable<LineIn['obstacles']>[number]
export type AreaKind = AreaIn['kind']
export type ObstacleKind = ObstacleIn['kind']

/** A corner on the plan: metres to the flag, metres right of the line. */
export type Corner = readonly [number, number]

export interface Area {
  kind: AreaKind
  points: readonly Corner[]
  fall: number
  side: number
}

export interface Obstacle {
  kind: ObstacleKind
  at: number
  deep: number
  high: number
  low: number
  left: number
  right: number
}

export interface Box {
  x0: number
  x1: number
  y0: number
  y1: number
}

export const AREA_WORDS = house.areas satisfies Record<AreaKind, string>
export const OBSTACLE_WORDS = house.obstacles satisfies Record<ObstacleKind, string>
export const OBSTACLE_KINDS = Object.keys(OBSTACLE_WORDS) as ObstacleKind[]

/** What can be drawn on the plan, in the order of the trade's questions: trouble first, what is mown last. */
const TROUBLE_FIRST: readonly AreaKind[] = [
  'sand',
  'water',
  'out',
  'trees',
  'bank',
  'deep',
  'heather',
  'rough',
]
const rank = (kind: AreaKind) =>
  (TROUBLE_FIRST.indexOf(kind) + TROUBLE_FIRST.length + 1) % (TROUBLE_FIRST.length + 1)
export const AREA_KINDS = (Object.keys(AREA_WORDS) as AreaKind[]).sort((a, b) => rank(a) - rank(b))

const CORNERS = 12
const tenth = (value: number) => Math.round(value * 10) / 10 + 0

export function boxOf(points: readonly Corner[]): Box {
  const xs = points.map(([x]) => x)
  const ys = points.map(([, y]) => y)
  return { x0: Math.min(...xs), x1: Math.max(...xs), y0: Math.min(...ys), y1: Math.max(...ys) }
}

/** An oval that fills a box. */
export function ovalIn({ x0, x1, y0, y1 }: Box): Corner[] {
  return Array.from({ length: CORNERS }, (_, i) => {
    const turn = (2 * Math.PI * i) / CORNERS
    return [
      tenth((x0 + x1) / 2 + ((x1 - x0) / 2) * Math.cos(turn)),
      tenth((y0 + y1) / 2 + ((y1 - y0) / 2) * Math.sin(turn)),
    ] as const
  })
}

/** A box as four corners. */
export function cornersOf({ x0, x1, y0, y1 }: Box): Corner[] {
  return [
    [x0, y0],
    [x1, y0],
    [x1, y1],
    [x0, y1],
  ].map(([x, y]) => [tenth(x ?? 0), tenth(y ?? 0)] as const)
}

const STRAIGHT: readonly AreaKind[] = ['out', 'path', 'fairway']

/** A new area over a dragged box: natural things are round, made ones straight. */
export function newArea(kind: AreaKind, box: Box): Area {
  const wide = { ...box, x1: Math.max(box.x1, box.x0 + 1), y1: Math.max(box.y1, box.y0 + 1) }
  const points = STRAIGHT.includes(kind) ? cornersOf(wide) : ovalIn(wide)
  return { kind, points, fall: kind === 'bank' ? 12 : 0, side: 0 }
}

/** A list with one entry changed, or taken out where `next` is null. */
export function withEntry<T>(all: readonly T[], at: number, next: T | null): T[] {
  return all.flatMap((one, i) => (i !== at ? [one] : next === null ? [] : [next]))
}

export function moveArea(area: Area, dx: number, dy: number): Area {
  return { ...area, points: area.points.map(([x, y]) => [tenth(x + dx), tenth(y + dy)] as const) }
}

/** Stretch an area so that its far right corner comes to a place; it never turns inside out. */
export function stretchArea(area: Area, x1: number, y1: number): Area {
  const box = boxOf(area.points)
  const kx = Math.max(1, x1 - box.x0) / Math.max(0.1, box.x1 - box.x0)
  const ky = Math.max(1, y1 - box.y0) / Math.max(0.1, box.y1 - box.y0)
  const points = area.points.map(
    ([x, y]) => [tenth(box.x0 + (x - box.x0) * kx), tenth(box.y0 + (y - box.y0) * ky)] as const,
  )
  return { ...area, points }
}

/** Where a new area goes when it isn't drawn by hand: on the way to the green, or beside it. */
export function usualBox(kind: AreaKind, front: number, back: number): Box {
  const deep = Math.max(2, (back - front) / 3)
  if (kind === 'sand' || kind === 'bank' || kind === 'semi' || kind === 'fringe')
    return { x0: Math.max(2, front - deep - 0.5), x1: Math.max(3.5, front - 0.5), y0: -deep, y1: deep }
  if (kind === 'water')
    return {
      x0: Math.max(2, front - 2.5 * deep),
      x1: Math.max(3.5, front - 1),
      y0: -2.5 * deep,
      y1: 2.5 * deep,
    }
  const y0 = Math.max(6, 1.2 * deep)
  return { x0: Math.max(0, front - deep), x1: back, y0, y1: y0 + 2 * deep }
}

const USUAL_OBSTACLE: Record<ObstacleKind, Omit<Obstacle, 'kind' | 'at'>> = {
  mound: { deep: 3, high: 1.2, low: 0, left: -6, right: 6 },
  wall: { deep: 0.4, high: 1, low: 0, left: -20, right: 20 },
  lip: { deep: 0.5, high: 1, low: 0, left: -4, right: 4 },
  tree: { deep: 4, high: 9, low: 0, left: -2, right: 2 },
  branch: { deep: 3, high: 5, low: 2, left: -3, right: 3 },
}

export function newObstacle(kind: ObstacleKind, flag: number): Obstacle {
  return { kind, at: Math.max(1, Math.round(flag * 0.4)), ...USUAL_OBSTACLE[kind] }
}

/** As the server wants them. */
export function areasToRequest(areas: readonly Area[]): AreaIn[] {
  return areas.map(({ kind, points, fall, side }) => ({
    kind,
    points: points.map(([x, y]) => ({ x_m: x, y_m: y })),
    fall_deg: fall,
    side_deg: side,
  }))
}

export function areasFromRequest(areas: LineIn['areas']): Area[] {
  return (areas ?? []).map((area) => ({
    kind: area.kind,
    points: area.points.map(({ x_m: x, y_m: y }) => [x, y] as const),
    fall: area.fall_deg,
    side: area.side_deg,
  }))
}

export function obstaclesToRequest(obstacles: readonly Obstacle[]): ObstacleIn[] {
  return obstacles.map(({ kind, at, deep, high, low, left, right }) => ({
    kind,
    at_m: at,
    deep_m: deep,
    high_m: high,
    low_m: low,
    left_m: left,
    right_m: right,
  }))
}

export function obstaclesFromRequest(obstacles: LineIn['obstacles']): Obstacle[] {
  return (obstacles ?? []).map((o) => ({
    kind: o.kind,
    at: o.at_m,
    deep: o.deep_m,
    high: o.high_m,
    low: o.low_m,
    left: o.left_m,
    right: o.right_m,
  }))
}

const NUMBERS_OF_OBSTACLE = ['at', 'deep', 'high', 'low', 'left', 'right'] as const

/** For the address: `sand.0.0.45,-6_52,6`, things apart by `!`. */
export function areasToText(areas: readonly Area[]): string {
  return areas
    .map(({ kind, points, fall, side }) =>
      [kind, fall, side, points.map(([x, y]) => `${x},${y}`).join('_')].join('*'),
    )
    .join('!')
}

function finite(text: string | undefined): number | null {
  const value = Number(text)
  return text !== undefined && text !== '' && Number.isFinite(value) && Math.abs(value) <= 400 ? value : null
}

/** Read areas from the address; what is broken is left out. */
export function areasFromText(text: string): Area[] {
  return text.split('!').flatMap((part) => {
    const [name, fall, side, corners = ''] = part.split('*')
    const kind = AREA_KINDS.find((known) => known === name)
    const points = corners.split('_').map((corner) => {
      const [x, y] = corner.split(',').map(finite)
      return x == null || y == null ? null : ([x, y] as const)
    })
    const tilts = [finite(fall), finite(side)]
    if (!kind || points.length < 3 || points.some((p) => p === null) || tilts.some((t) => t === null))
      return []
    return [{ kind, points: points.filter((p) => p !== null), fall: tilts[0] ?? 0, side: tilts[1] ?? 0 }]
  })
}

export function obstaclesToText(obstacles: readonly Obstacle[]): string {
  return obstacles.map((o) => [o.kind, ...NUMBERS_OF_OBSTACLE.map((key) => o[key])].join('*')).join('!')
}

export function obstaclesFromText(text: string): Obstacle[] {
  return text.split('!').flatMap((part) => {
    const [name, ...rest] = part.split('*')
    const kind = OBSTACLE_KINDS.find((known) => known === name)
    const [at, deep, high, low, left, right] = rest.map(finite)
    if (!kind || at == null || deep == null || high == null || low == null || left == null || right == null)
      return []
    return low < high && left < right ? [{ kind, at, deep, high, low, left, right }] : []
  })
}
