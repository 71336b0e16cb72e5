import { scaleLinear } from 'd3-scale'
import type { Progress } from '../api/client'
import { dayWords } from '../lib/when'
import { useDrawnWidth } from '../lib/use-drawn-width'

type Drilled = Pick<Progress['drills'][number], 'name' | 'went'>

const WIDEST = 600
const LEFT = 30

/** Hits of one drill over time, each with the interval it can be trusted to, against what was expected. */
export function HitChart({ drill }: { drill: Drilled }) {
  const [drawing, W] = useDrawnWidth(WIDEST)
  // One that has room is higher too.
  const H = W > 400 ? 190 : 104
  const FOOT = H - 22
  const times = drill.went.map(({ at }) => Date.parse(at))
  const [first, last] = [Math.min(...times), Math.max(...times)]
  const x = scaleLinear(first === last ? [first - 1, last + 1] : [first, last], [LEFT + 12, W - 12])
  const y = scaleLinear([0, 100], [FOOT, 14])
  const share = ({ rate }: Drilled['went'][number]) => (100 * rate.hits) / Math.max(rate.of, 1)
  const [oldest, newest] = [drill.went[0], drill.went.at(-1)]
  const words = drill.went
    .map((one) => `${dayWords(one.at)}: ${one.rate.hits} of ${one.rate.of}${one.passed ? ', passed' : ''}`)
    .join('; ')
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full max-w-[44rem]"
      role="img"
      aria-label={`${drill.name}. ${words}`}
    >
      {[0, 50, 100].map((at) => (
        <g key={at}>
          <line x1={LEFT} x2={W} y1={y(at)} y2={y(at)} stroke="var(--rule)" />
          <text x={LEFT - 4} y={y(at) + 4} textAnchor="end" className="figure quiet">
            {at}
          </text>
        </g>
      ))}
      {drill.went.map((one, i) => (
        <g key={i} transform={`translate(${x(times[i] ?? 0)} 0)`}>
          <line y1={y(one.rate.low_pct)} y2={y(one.rate.high_pct)} stroke="var(--second)" strokeWidth={2} />
          <line
            x1={-6}
            x2={6}
            y1={y(one.expected_pct)}
            y2={y(one.expected_pct)}
            stroke="var(--quiet)"
            strokeDasharray="3 2"
          />
          <circle
            cy={y(share(one))}
            r={4}
            fill={one.passed ? 'var(--hot)' : 'var(--paper)'}
            stroke="var(--hot)"
            strokeWidth={1.6}
          />
        </g>
      ))}
      <text x={LEFT + 2} y={H - 6} className="figure quiet">
        {oldest && dayWords(oldest.at)}
      </text>
      {newest && newest !== oldest && (
        <text x={W} y={H - 6} textAnchor="end" className="figure quiet">
          {dayWords(newest.at)}
        </text>
      )}
    </svg>
  )
}
