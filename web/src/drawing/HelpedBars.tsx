import { scaleLinear } from 'd3-scale'
import type { Progress } from '../api/client'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { whisker } from './whisker'

type Helped = Progress['helped'][number]

const WIDEST = 520
const TOP = 24
const ROW = 40

/** Strokes lost before and after, and between which bounds the difference lies: left of the line fewer are lost. */
export function HelpedBars({ told }: { told: readonly Helped[] }) {
  const [drawing, W] = useDrawnWidth(WIDEST)
  const known = told.flatMap((one) =>
    one.difference === null || one.low === null || one.high === null
      ? []
      : [{ ...one, difference: one.difference, low: one.low, high: one.high }],
  )
  if (known.length === 0) return null
  const reach = Math.max(0.2, ...known.flatMap(({ low, high }) => [Math.abs(low), Math.abs(high)]))
  const x = scaleLinear([-reach, reach], [8, W - 8])
  const foot = TOP + ROW * known.length
  const height = foot + 18
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${height}`}
      className="mt-1 block w-full max-w-[40rem]"
      role="img"
      aria-label={known.map((one) => `${one.kind}: ${one.difference.toFixed(2)} strokes a shot`).join('; ')}
    >
      <text x={x(0) - 8} y={12} textAnchor="end" className="quiet">
        fewer lost
      </text>
      <text x={x(0) + 8} y={12} className="quiet">
        more lost
      </text>
      {x.ticks(5).map((at) => (
        <g key={at}>
          <line
            x1={x(at)}
            x2={x(at)}
            y1={at === 0 ? 0 : TOP - 6}
            y2={foot}
            stroke={at === 0 ? 'var(--ink)' : 'var(--rule)'}
          />
          <text x={x(at)} y={height - 4} textAnchor="middle" className="figure quiet">
            {at.toFixed(1).replace('-', '−')}
          </text>
        </g>
      ))}
      {known.map((one, i) => {
        const y = TOP + ROW * i + 28
        const isSure = one.answer === 'helped' || one.answer === 'worse'
        return (
          <g key={one.kind}>
            <text x={8} y={y - 13} className="halo">
              {one.kind}
            </text>
            <path
              d={whisker(x(one.low), x(one.high), y)}
              stroke={isSure ? 'var(--hot)' : 'var(--quiet)'}
              strokeWidth={2}
              fill="none"
            />
            <circle
              cx={x(one.difference)}
              cy={y}
              r={5}
              fill={isSure ? 'var(--hot)' : 'var(--paper)'}
              stroke="var(--hot)"
            />
          </g>
        )
      })}
    </svg>
  )
}
