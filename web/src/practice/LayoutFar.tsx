import { scaleLinear } from 'd3-scale'
import type { ReadyStation } from '../api/client'
import { lengthWords } from './drill-words'
import { polyline } from '../lib/geometry'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useUnits } from '../lib/use-units'

const WIDEST = 560
const SKY = 92
const LEFT = 14
const RIGHT = 34
const PLAN_LEAST = 34

/** The whole line of a station: from the side with the string, and from above with towels, ring and gate, to scale. */
export function LayoutFar({ station }: { station: ReadyStation }) {
  const units = useUnits()
  const [drawing, W] = useDrawnWidth(WIDEST)
  const { call } = station
  if (!call?.detail) return null
  const { flight, run } = call.detail
  const items = station.items.filter((item) => !item.is_near)
  const reach = Math.max(0, ...items.map((item) => (item.points[0]?.[0] ?? 0) + (item.size_m ?? 0)))
  const ends = [...flight, ...run].map(([x]) => x)
  const far = Math.max(station.flag_m * 1.04, reach, ...ends) * 1.02
  const back = Math.min(0, ...ends)
  const x = scaleLinear([back, far], [LEFT, W - RIGHT])
  const k = (W - LEFT - RIGHT) / (far - back)
  const radius = Math.max(
    0.5,
    ...items.filter(({ shape }) => shape !== 'string').map(({ size_m }) => size_m ?? 0),
    ...[...flight, ...run].map(([, y]) => Math.abs(y)),
  )
  const half = Math.min(Math.max(radius * k + 8, PLAN_LEAST), 120)
  const ky = Math.min((SKY - 16) / Math.max(0.3, call.apex_m), 4 * k)
  const floor = SKY
  const middle = SKY + 16 + half
  const H = middle + half + 16
  const string = items.find(({ shape }) => shape === 'string')
  const path = (points: readonly (readonly number[])[], at: (p: readonly number[]) => number) =>
    polyline(points.map((p) => [x(p[0] ?? 0), at(p)]))
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full max-w-[52rem]"
      role="img"
      aria-label={`The line: ${items.map(({ words }) => words).join(', ') || 'to the target'}`}
    >
      <line x1={0} x2={W} y1={floor} y2={floor} stroke="var(--earth)" />
      <path d={`M${x(station.flag_m)} ${floor}v-20l8 3-8 3`} fill="var(--paper-lit)" stroke="var(--ink)" />
      {string && (
        <g stroke="var(--second)" strokeWidth={1.6}>
          <line
            x1={x(string.points[0]?.[0] ?? 0)}
            x2={x(string.points[0]?.[0] ?? 0)}
            y1={floor}
            y2={floor - (string.size_m ?? 0) * ky}
            strokeDasharray="2 3"
          />
          <circle
            cx={x(string.points[0]?.[0] ?? 0)}
            cy={floor - (string.size_m ?? 0) * ky}
            r={3}
            fill="var(--paper)"
          />
        </g>
      )}
      <g fill="none" stroke="var(--hot)" strokeWidth={2}>
        <path d={path(flight, (p) => floor - (p[2] ?? 0) * ky)} />
        <path d={path(run, (p) => floor - (p[2] ?? 0) * ky)} strokeWidth={1.4} />
        <path d={path([...flight, ...run], (p) => middle + (p[1] ?? 0) * k)} strokeWidth={1.2} />
      </g>
      <line x1={0} x2={W} y1={middle} y2={middle} stroke="var(--quiet)" strokeDasharray="2 4" />
      {items.map((item, i) => {
        const [px = 0, py = 0] = item.points[0] ?? []
        if (item.shape === 'string') return null
        if (item.shape === 'tee')
          return <circle key={i} cx={x(px)} cy={middle + py * k} r={2.4} fill="var(--ink)" />
        return (
          <circle
            key={i}
            cx={x(px)}
            cy={middle + py * k}
            r={Math.max(3, (item.size_m ?? 0) * k)}
            fill={item.shape === 'spot' && item.size_m !== null ? 'var(--second)' : 'none'}
            fillOpacity={0.18}
            stroke="var(--second)"
            strokeWidth={1.6}
            strokeDasharray={item.shape === 'ring' ? '5 3' : undefined}
          />
        )
      })}
      <circle cx={x(0)} cy={middle} r={3} fill="var(--ball)" stroke="var(--ink)" />
      <circle cx={x(station.flag_m)} cy={middle} r={2.4} fill="var(--ink)" />
      <text x={x(station.flag_m)} y={H - 3} textAnchor="middle" className="figure quiet">
        {lengthWords(station.flag_m, units)}
      </text>
    </svg>
  )
}
