import { polyline, RAD } from '../lib/geometry'
import type { Reading } from '../lib/reading'
import { distance, halfDegree, type Units } from '../lib/units'
import { aimWords } from '../lib/words'
import type { Call } from '../api/client'
import type { Drawn } from './Elevation'
import type { LineScale } from './line-scale'

const PLAN_H = 236
const MID = PLAN_H / 2

interface PlanProps {
  reading: Reading
  drawn: Drawn[]
  scale: LineScale
  units: Units
}

/** y to the right of the line, which is down on the page. */
function top(points: [number, number, number][], scale: LineScale): string {
  return polyline(points.map(([x, y]) => [scale.x(x), MID + y * scale.k]))
}

function Green({ reading, scale }: { reading: Reading; scale: LineScale }) {
  const half = ((reading.back - reading.front) / 2) * scale.k
  const x = scale.x((reading.front + reading.back) / 2)
  const across = Math.min(MID - 14, Math.max(half * 0.8, 5 * scale.k))
  return (
    <ellipse
      cx={x}
      cy={MID}
      rx={half}
      ry={across}
      fill="var(--turf-fill)"
      stroke="var(--turf)"
      strokeWidth={1.4}
    />
  )
}

/** An arrow down the tilt of the green. */
function Tilt({ reading, scale }: { reading: Reading; scale: LineScale }) {
  const steep = Math.hypot(reading.greenFall, reading.greenSide)
  if (steep === 0) return null
  const x = scale.x((reading.flag + reading.back) / 2)
  const angle = Math.atan2(reading.greenSide, reading.greenFall) / RAD
  return (
    <g transform={`translate(${x} ${MID - 34})`}>
      <path
        transform={`rotate(${angle})`}
        d="M-14 0H14M8 -4 14 0 8 4"
        stroke="var(--turf)"
        fill="none"
        strokeWidth={1.8}
      />
      <text y={-16} textAnchor="middle" className="halo quiet">
        {`falls ${halfDegree(steep)}°`}
      </text>
    </g>
  )
}

function Aim({ drawn, reading, scale, units }: PlanProps & { drawn: [Drawn, ...Drawn[]] }) {
  const { call } = drawn[0]
  const far = reading.flag
  const y = MID + Math.tan(call.aim_deg * RAD) * far * scale.k
  const shown = Math.max(16, Math.min(PLAN_H - 10, y))
  const straight = Math.abs(call.aim_deg) < 0.25
  return (
    <g>
      <line x1={scale.x(0)} y1={MID} x2={scale.x(far)} y2={y} stroke="var(--hot)" strokeWidth={1} />
      {!straight && (
        <>
          <path
            d={`M${scale.x(far)} ${y - 5}v10M${scale.x(far) - 5} ${y}h10`}
            stroke="var(--hot)"
            strokeWidth={1.5}
          />
          <text
            x={scale.x(far) - 12}
            y={call.aim_deg > 0 ? shown + 16 : shown - 8}
            textAnchor="end"
            className="halo"
            style={{ fill: 'var(--hot)', fontWeight: 600 }}
          >
            {aimWords(call, units)}
          </text>
        </>
      )}
    </g>
  )
}

/** Where the strikes of the scatter end; those off the page are left to the words. */
function Ends({ call, scale }: { call: Call; scale: LineScale }) {
  const dots = (call.detail?.ends ?? [])
    .map(([x, y]) => ({ x: scale.x(x), y: MID + y * scale.k }))
    .filter(({ x, y }) => x > 0 && x < scale.width && y > 0 && y < PLAN_H)
  return (
    <g fill="var(--hot)" opacity={0.45}>
      {dots.map(({ x, y }, i) => (
        <circle key={i} cx={x} cy={y} r={1.7} />
      ))}
    </g>
  )
}

/** From above, same scale across as along: aim, curve, where it is typically left, the green and its tilt. */
export function PlanView(props: PlanProps) {
  const { reading, drawn, scale, units } = props
  const [first, ...others] = drawn
  const flagX = scale.x(reading.flag)
  const leave = first ? first.call.leave_m * scale.k : 0
  return (
    <svg
      viewBox={`0 0 ${scale.width} ${PLAN_H}`}
      className="block w-full"
      role="img"
      aria-label="The line from above"
    >
      <Green reading={reading} scale={scale} />
      <line x1={scale.x(0)} y1={MID} x2={flagX} y2={MID} stroke="var(--quiet)" strokeDasharray="2 4" />
      <Tilt reading={reading} scale={scale} />
      {first && (
        <>
          <Ends call={first.call} scale={scale} />
          <circle cx={flagX} cy={MID} r={leave} fill="none" stroke="var(--hot)" strokeDasharray="5 4" />
          <text x={6} y={PLAN_H - 8} className="quiet">
            {`dots: where strikes end; ring: mean leave ${distance(first.call.leave_m, units)} ${units.distance}`}
          </text>
          <Aim {...props} drawn={[first, ...others]} />
        </>
      )}
      {[...drawn].reverse().map(({ call, tone }) =>
        call.detail ? (
          <g
            key={call.id}
            fill="none"
            stroke={`var(--${tone})`}
            strokeDasharray={tone === 'hot' ? undefined : '7 4'}
          >
            <path d={top(call.detail.flight, scale)} strokeWidth={2.2} />
            <path d={top(call.detail.run, scale)} strokeWidth={1.4} />
          </g>
        ) : null,
      )}
      <circle cx={flagX} cy={MID} r={3.5} fill="var(--ink)" />
      <circle cx={scale.x(0)} cy={MID} r={4.5} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.5} />
      <text x={scale.width - 6} y={16} textAnchor="end" className="quiet">
        left of the line is up
      </text>
    </svg>
  )
}
