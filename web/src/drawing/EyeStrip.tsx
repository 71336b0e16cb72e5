import { scaleLinear } from 'd3-scale'
import type { EyeKind } from '../api/client'

const W = 300
const H = 42

/** One kind of reading: bias with its interval, the spread about it, and what is usual. */
export function EyeStrip({ kind }: { kind: EyeKind }) {
  const reach =
    1.15 * Math.max(2 * kind.usual, Math.abs(kind.bias) + kind.spread, ...kind.over_time.map(Math.abs))
  const x = scaleLinear([-reach, reach], [6, W - 6]).clamp(true)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full max-w-[26rem]"
      role="img"
      aria-label={`Bias ${kind.bias.toFixed(2)}, spread ${kind.spread.toFixed(2)} ${kind.unit}`}
    >
      <rect x={x(-kind.usual)} width={x(kind.usual) - x(-kind.usual)} y={4} height={16} fill="var(--rule)" />
      <line x1={x(0)} x2={x(0)} y1={0} y2={24} stroke="var(--ink)" />
      <line
        x1={x(kind.bias - kind.spread)}
        x2={x(kind.bias + kind.spread)}
        y1={12}
        y2={12}
        stroke="var(--second)"
        strokeWidth={2}
      />
      <line
        x1={x(kind.bias - kind.bias_within)}
        x2={x(kind.bias + kind.bias_within)}
        y1={12}
        y2={12}
        stroke="var(--hot)"
        strokeWidth={7}
      />
      {kind.over_time.map((mean, i) => (
        <circle
          key={i}
          cx={x(mean)}
          cy={12}
          r={2.4}
          fill="var(--paper)"
          stroke="var(--ink)"
          opacity={0.35 + (0.65 * (i + 1)) / kind.over_time.length}
        />
      ))}
      <text x={6} y={H - 6} className="quiet">
        {kind.less}
      </text>
      <text x={W - 6} y={H - 6} textAnchor="end" className="quiet">
        {kind.more}
      </text>
    </svg>
  )
}
