import { Suspense, useMemo } from 'react'
import type { Call } from '../api/client'
import { RAD, type Point } from '../lib/geometry'
import { part } from '../lib/part'
import type { Reading } from '../shot/reading'
import { aimWords } from '../shot/words'
import type { Drawn } from './Elevation'
import { MID, PLAN_H, type LineScale } from './line-scale'
import { useUnits } from '../lib/use-units'

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
  // Clear of the strikes around the flag, on the side that is aimed to.
  const near = useDots(call, scale).filter(([dx]) => dx > x - 170 && dx < x + 10)
  const heights = near.map(([, dy]) => dy)
  const clear =
    call.aim_deg > 0
      ? Math.min(PLAN_H - 10, Math.max(shown + 16, ...heights.map((at) => at + 18)))
      : Math.max(16, Math.min(shown - 8, ...heights.map((at) => at - 10)))
  const hasRoom = x > 170
  const straight = Math.abs(call.aim_deg) < 0.25
  return (
    <g>
      <line x1={scale.x(0)} y1={MID} x2={x} y2={y} stroke="var(--hot)" strokeWidth={1} />
      {!straight && (
        <>
          <path d={`M${x} ${y - 5}v10M${x - 5} ${y}h10`} stroke="var(--hot)" strokeWidth={1.5} />
          <text
            x={isFlag ? (hasRoom ? x - 12 : 8) : Math.max(x + 12, 60)}
            y={clear}
            textAnchor={isFlag && hasRoom ? 'end' : 'start'}
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

/** Where strikes end, on the drawing. The scale is made again at every redrawing: what it says is compared, not itself. */
function useDots(call: Call, scale: LineScale): Point[] {
  const ends = call.detail?.ends
  const { k, width } = scale
  const ball = scale.x(0)
  return useMemo(
    () =>
      (ends ?? [])
        .map(([x, y]): Point => [ball + x * k, MID + y * k])
        .filter(([x, y]) => x > 0 && x < width && y > 0 && y < PLAN_H),
    [ends, k, width, ball],
  )
}

// The outline of many strikes comes a moment after the first call: so may what draws it.
const outline = part(async () => (await import('./Outline')).Outline)

/** Where the strikes of the scatter end, and the region of the tightest eight tenths. */
export function Ends({ call, scale, tone }: { call: Call; scale: LineScale; tone: Drawn['tone'] }) {
  const dots = useDots(call, scale)
  return (
    <g>
      {tone === 'hot' && (
        <g fill="var(--hot)" opacity={0.45}>
          {dots.map(([x, y], i) => (
            <circle key={i} cx={x} cy={y} r={1.7} />
          ))}
        </g>
      )}
      <Suspense fallback={null}>
        <outline.View dots={dots} width={scale.width} tone={tone} />
      </Suspense>
    </g>
  )
}
