import type { Call } from '../api/client'
import { polyline, RAD } from '../lib/geometry'
import type { Reading } from '../lib/reading'
import { aimWords } from '../lib/words'
import type { Drawn } from './Elevation'
import type { LineScale } from './line-scale'
import { useUnits } from '../lib/use-units'

/** Height of the plan, and where the line runs through it (px). */
export const PLAN_H = 236
export const MID = PLAN_H / 2

interface AimProps {
  drawn: Drawn
  reading: Reading
  scale: LineScale
}

/** Where to aim, and in words. */
export function Aim({ drawn, reading, scale }: AimProps) {
  const units = useUnits()

  const { call } = drawn
  const isFlag = call.target.name === 'flag'
  const far = isFlag ? reading.flag : call.target.distance_m
  const [ex, ey] = [far * Math.cos(call.aim_deg * RAD), far * Math.sin(call.aim_deg * RAD)]
  const y = MID + ey * scale.k
  const x = scale.x(ex)
  const shown = Math.max(16, Math.min(PLAN_H - 10, y))
  const straight = Math.abs(call.aim_deg) < 0.25
  return (
    <g>
      <line x1={scale.x(0)} y1={MID} x2={x} y2={y} stroke="var(--hot)" strokeWidth={1} />
      {!straight && (
        <>
          <path d={`M${x} ${y - 5}v10M${x - 5} ${y}h10`} stroke="var(--hot)" strokeWidth={1.5} />
          <text
            x={isFlag ? x - 12 : Math.max(x + 12, 60)}
            y={call.aim_deg > 0 ? shown + 16 : shown - 8}
            textAnchor={isFlag ? 'end' : 'start'}
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

/** Where the strikes of the scatter end, and the outline of the tightest eight tenths. */
export function Ends({ call, scale, tone }: { call: Call; scale: LineScale; tone: Drawn['tone'] }) {
  const dots = (call.detail?.ends ?? [])
    .map(([x, y]) => ({ x: scale.x(x), y: MID + y * scale.k }))
    .filter(({ x, y }) => x > 0 && x < scale.width && y > 0 && y < PLAN_H)
  const outline = call.detail?.outline ?? []
  return (
    <g>
      {tone === 'hot' && (
        <g fill="var(--hot)" opacity={0.45}>
          {dots.map(({ x, y }, i) => (
            <circle key={i} cx={x} cy={y} r={1.7} />
          ))}
        </g>
      )}
      {outline.length > 2 && (
        <path
          d={`${polyline(outline.map(([x, y]) => [scale.x(x), MID + y * scale.k]))}z`}
          fill="none"
          stroke={`var(--${tone})`}
          strokeDasharray={tone === 'hot' ? '5 4' : '2 4'}
          strokeWidth={1.2}
        />
      )}
    </g>
  )
}
