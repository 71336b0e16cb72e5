import { scaleLinear } from 'd3-scale'
import { polyline } from '../lib/geometry'
import { distance } from '../lib/units'
import { useUnits } from '../lib/use-units'

type Points = readonly (readonly number[])[]

export interface Flown {
  flight: Points
  run: Points
}

export interface FlightTrack extends Flown {
  tone: 'hot' | 'second' | 'ghost'
}

/** What a row of small drawings is drawn to, all alike: metres along, up, and to either side. */
export interface FlightFrame {
  from: number
  to: number
  up: number
  side: number
}

/** The frame that holds them all. */
export function frameOf(flown: readonly Flown[], target: number): FlightFrame {
  const points = flown.flatMap(({ flight, run }) => [...flight, ...run])
  const along = points.map(([x = 0]) => x)
  return {
    from: Math.min(0, ...along),
    to: Math.max(target, 1, ...along) * 1.06,
    up: Math.max(0.3, ...points.map((p) => p[2] ?? 0)),
    side: Math.max(0.5, ...points.map((p) => Math.abs(p[1] ?? 0))),
  }
}

const W = 220
const SKY = 62
const PLAN = 44
const LEFT = 8
const RIGHT = 22
const STROKE = {
  hot: { stroke: 'var(--hot)', strokeWidth: 2 },
  second: { stroke: 'var(--second)', strokeWidth: 1.6, strokeDasharray: '6 3' },
  ghost: { stroke: 'var(--quiet)', strokeWidth: 1.3, strokeDasharray: '3 3' },
}

interface SmallFlightProps {
  words: string
  frame: FlightFrame
  target: number
  tracks: readonly FlightTrack[]
  /** What was seen, as the part of the plan it names: past (short: negative) and to the right, m from the target. */
  seen?: { past: [number, number]; side: [number, number] } | null
  /** Where the ball itself came to rest: past the target and right of it, m. */
  came?: { past: number; side: number } | null
  /** With the view from above below it. */
  withPlan?: boolean
}

/** A flight and its run from the side, and from above where sides matter; heights true where they fit. */
export function SmallFlight({
  words,
  frame,
  target,
  tracks,
  seen = null,
  came = null,
  withPlan = false,
}: SmallFlightProps) {
  const units = useUnits()
  const x = scaleLinear([frame.from, frame.to], [LEFT, W - RIGHT])
  const k = (W - LEFT - RIGHT) / (frame.to - frame.from)
  // As tall as true, or as tall as there is room; low runners are drawn up to four times higher.
  const ky = Math.min((SKY - 14) / frame.up, 4 * k)
  const floor = SKY - 2
  const middle = SKY + 12 + PLAN / 2
  const ks = Math.min(k, (PLAN / 2 - 3) / frame.side)
  const H = withPlan ? SKY + 12 + PLAN + 2 : SKY + 18
  const side = ({ flight, run }: Flown) =>
    [flight, run].map((points) => polyline(points.map((p) => [x(p[0] ?? 0), floor - (p[2] ?? 0) * ky])))
  const above = ({ flight, run }: Flown) =>
    [flight, run].map((points) => polyline(points.map((p) => [x(p[0] ?? 0), middle + (p[1] ?? 0) * ks])))
  const limit = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))
  const [left = 0, right = 0] = (seen?.past ?? []).map((past) => limit(x(target + past), 0, W))
  const [upper = 0, lower = 0] = (seen?.side ?? []).map((to) =>
    limit(middle + to * ks, SKY + 12, SKY + 12 + PLAN),
  )
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="small-drawing block w-full" role="img" aria-label={words}>
      <line x1={0} x2={W} y1={floor} y2={floor} stroke="var(--earth)" />
      {withPlan && (
        <>
          <line x1={0} x2={W} y1={middle} y2={middle} stroke="var(--quiet)" strokeDasharray="2 4" />
          {seen && (
            <rect
              x={left}
              width={Math.max(0, right - left)}
              y={upper}
              height={Math.max(0, lower - upper)}
              fill="var(--ink)"
              fillOpacity={0.09}
              stroke="var(--faint)"
            />
          )}
          <circle cx={x(target)} cy={middle} r={2.4} fill="var(--ink)" />
        </>
      )}
      <g transform={`translate(${x(target)} ${floor})`}>
        <path d="M0 0V-17l7 2.6-7 2.6" fill="var(--paper-lit)" stroke="var(--ink)" />
      </g>
      {tracks.map((track, i) => (
        <g key={i} fill="none" {...STROKE[track.tone]}>
          {[...side(track), ...(withPlan ? above(track) : [])].map((d, j) => (
            <path key={j} d={d} />
          ))}
        </g>
      ))}
      <circle cx={x(0)} cy={floor - 2.5} r={2.5} fill="var(--ball)" stroke="var(--ink)" />
      {came && (
        <path
          transform={`translate(${limit(x(target + came.past), 4, W - 4)} ${limit(middle + came.side * ks, SKY + 14, SKY + 10 + PLAN)})`}
          d="M-4-4L4 4M-4 4L4-4"
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {!withPlan && (
        <text x={x(target)} y={H - 5} textAnchor="middle" className="figure quiet">
          {distance(target, units)}
        </text>
      )}
    </svg>
  )
}
