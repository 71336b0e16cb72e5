import type { FaultResponse, Setup } from '../api/client'
import { BALL_MM } from '../shot/covers'
import { arcHeight, arcOf, polyline } from '../lib/geometry'
import { Hatches } from './hatch'

/** The head's way past the ball, m: an arc, or through the sand from `entry` behind the ball. */
export interface HeadWay {
  low: number
  radius: number
  edge: number
  entry: number
  mark: number
  markDepth: number
}

export const wayOf = (setup: Setup): HeadWay => ({
  low: setup.low_point_m,
  radius: setup.arc_m,
  edge: setup.edge_m,
  entry: setup.blow === 'splash' ? setup.entry_m : 0,
  mark: setup.mark_m,
  markDepth: setup.mark_depth_m,
})

export const wayOfShape = (shape: FaultResponse['planned'], radius: number): HeadWay => ({
  low: shape.low_point_m,
  radius,
  edge: shape.edge_m,
  entry: shape.entry_m,
  mark: shape.mark_m,
  markDepth: shape.mark_depth_m,
})

const W = 190
const H = 88
/** Pixels a millimetre. */
const K = 0.62
const BALL = { x: W / 2, y: 50 }
const FROM = -150

function pathOf({ low, radius, edge, entry, mark, markDepth }: HeadWay): string {
  if (entry > 0) {
    const slope = (4 * markDepth) / Math.max(mark, 0.01)
    const at = (share: number): [number, number] => [
      (share * mark - entry) * 1000 * K,
      4000 * markDepth * share * (1 - share) * K,
    ]
    const inside = Array.from({ length: 21 }, (_, i) => at(i / 20))
    const out = 0.06 * slope * 1000 * K
    const [begin, end] = [-entry - 0.06, mark - entry + 0.06].map((x) => x * 1000 * K)
    return polyline([[begin ?? 0, -out], ...inside, [end ?? 0, -out]])
  }
  const arc = arcOf(low, radius, edge)
  const xs = Array.from({ length: 61 }, (_, i) => FROM + i * 5)
  return polyline(xs.map((x) => [x * K, -arcHeight(arc, x / 1000) * 1000 * K]))
}

const STROKE = {
  hot: { stroke: 'var(--hot)', strokeWidth: 2.2 },
  ghost: { stroke: 'var(--quiet)', strokeWidth: 1.4, strokeDasharray: '4 3' },
}

interface SectionProps {
  id: string
  words: string
  tilt: number
  /** Height of the sand's or the ground's surface above the ball's bottom, mm. */
  surface?: number
  isSand?: boolean
  ways: readonly { way: HeadWay; tone: keyof typeof STROKE }[]
  /** Where marks in the turf were seen, m ahead of the ball. */
  seen?: readonly number[]
  /** How far early the head may touch the ground, m behind the ball. */
  window?: number
}

/** The ground under the ball in section, small, ball to scale: ways of the head, and what was seen of the turf. */
export function Section(props: SectionProps) {
  const { id, words, tilt, surface = 0, isSand = false, ways, seen = [], window = 0 } = props
  const top = -surface * K
  const r = (BALL_MM / 2) * K
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="img" aria-label={words}>
      <Hatches id={id} />
      <clipPath id={`${id}-frame`}>
        <rect width={W} height={H} />
      </clipPath>
      <g clipPath={`url(#${id}-frame)`}>
        <g transform={`translate(${BALL.x} ${BALL.y}) rotate(${tilt})`}>
          <rect x={-W} y={top} width={2 * W} height={H} fill={`url(#${id}-${isSand ? 'sand' : 'earth'})`} />
          <line
            x1={-W}
            x2={W}
            y1={top}
            y2={top}
            stroke={isSand ? 'var(--sand)' : 'var(--turf)'}
            strokeWidth={1.6}
          />
          {window > 0.002 && (
            <path
              d={`M${-Math.min(window * 1000, 120) * K} ${top}v4H0v-4z`}
              fill="var(--hot)"
              fillOpacity={0.25}
              stroke="var(--hot)"
              strokeWidth={0.7}
            />
          )}
          {seen.map((at, i) => (
            <path
              key={i}
              d={`M${at * 1000 * K - 6} ${top + 1}q6 11 12 0`}
              fill="var(--paper)"
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
          ))}
          <circle cy={-r} r={r} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.3} />
          {ways.map(({ way, tone }, i) => (
            <path key={i} d={pathOf(way)} fill="none" {...STROKE[tone]} />
          ))}
        </g>
      </g>
    </svg>
  )
}
