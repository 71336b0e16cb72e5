import type { BookSummary } from '../api/client'
import { scaleLinear } from 'd3-scale'
import { polyline, rings } from '../lib/geometry'
import { counted } from '../lib/counted'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { dayWords } from '../lib/when'

type Point = BookSummary['points'][number]

interface ScatterProps {
  /** Expected and seen (m). */
  pairs: { id: string; expected: number; seen: number }[]
  title: string
  toShown: (metres: number) => number
  unit: string
}

const S = 280
const PAD = 34
const TOP = 32

/** Predicted against actual: on the diagonal the model was right. */
export function Against({ pairs, title, toShown, unit }: ScatterProps) {
  const values = pairs.flatMap((p) => [toShown(p.expected), toShown(p.seen)])
  const low = Math.min(...values, 0)
  const high = Math.max(...values, 1) * 1.05
  const at = scaleLinear([low, high], [PAD, S - TOP])
  const ticks = at.ticks(4)
  return (
    <figure>
      <figcaption className="font-semibold">{title}</figcaption>
      <svg
        viewBox={`0 0 ${S} ${S}`}
        className="block w-full max-w-[34rem]"
        role="img"
        aria-label={`${title}: predicted against actual, ${counted(pairs.length, 'shot')}`}
      >
        {ticks.map((tick) => (
          <g key={tick}>
            <line x1={at(tick)} x2={at(tick)} y1={10} y2={S - PAD} stroke="var(--rule)" />
            <line x1={PAD} x2={S - 10} y1={S - at(tick)} y2={S - at(tick)} stroke="var(--rule)" />
            <text x={at(tick)} y={S - PAD + 14} textAnchor="middle" className="figure quiet">
              {tick}
            </text>
            <text x={PAD - 4} y={S - at(tick) + 4} textAnchor="end" className="figure quiet">
              {tick}
            </text>
          </g>
        ))}
        <line
          x1={at(low)}
          y1={S - at(low)}
          x2={at(high)}
          y2={S - at(high)}
          stroke="var(--quiet)"
          strokeDasharray="4 3"
        />
        {pairs.map((p) => (
          <circle
            key={p.id}
            cx={at(toShown(p.expected))}
            cy={S - at(toShown(p.seen))}
            r={3}
            fill="var(--hot)"
            fillOpacity={0.45}
          />
        ))}
        <text x={S - 10} y={S - 6} textAnchor="end" className="quiet">
          predicted, {unit}
        </text>
        <text x={4} y={13} className="quiet">
          actual
        </text>
      </svg>
    </figure>
  )
}

interface FinishesProps {
  points: Point[]
  along: number | null
  across: number | null
  toShown: (metres: number) => number
  unit: string
}

/** Where balls finished against their target, the outline that was expected of the middle ones around it. */
export function Finishes({ points, along, across, toShown, unit }: FinishesProps) {
  const seen = points.filter((p) => p.past_m != null && p.side_m != null)
  const reach =
    Math.max(
      4,
      ...seen.map((p) => Math.min(60, Math.max(Math.abs(p.past_m ?? 0), Math.abs(p.side_m ?? 0)))),
    ) * 1.08
  const k = (S / 2 - 8) / reach
  // Eight of ten lie within 1.79 standard deviations in two dimensions.
  const EIGHT_OF_TEN = 1.79
  return (
    <figure>
      <figcaption className="font-semibold">Finish against the target</figcaption>
      <svg
        viewBox={`0 0 ${S} ${S}`}
        className="block w-full max-w-[34rem]"
        role="img"
        aria-label={`Where ${counted(seen.length, 'ball')} finished around their target`}
      >
        <line x1={S / 2} x2={S / 2} y1={6} y2={S - 6} stroke="var(--rule)" />
        <line x1={6} x2={S - 6} y1={S / 2} y2={S / 2} stroke="var(--rule)" />
        {rings(toShown(reach), 3).map((ring) => (
          <g key={ring}>
            <circle
              cx={S / 2}
              cy={S / 2}
              r={(ring * reach * k) / toShown(reach)}
              fill="none"
              stroke="var(--faint)"
              strokeDasharray="2 4"
            />
            {(ring * reach * k) / toShown(reach) < S / 2 - 14 && (
              <text
                x={S / 2 + 3}
                y={S / 2 - (ring * reach * k) / toShown(reach) - 2}
                className="figure quiet halo"
              >
                {ring}
              </text>
            )}
          </g>
        ))}
        {along !== null && across !== null && (
          <ellipse
            cx={S / 2}
            cy={S / 2}
            rx={EIGHT_OF_TEN * across * k}
            ry={EIGHT_OF_TEN * along * k}
            fill="none"
            stroke="var(--second)"
            strokeWidth={1.6}
            strokeDasharray="6 4"
          />
        )}
        {seen.map((p) => (
          <circle
            key={p.id}
            cx={S / 2 + (p.side_m ?? 0) * k}
            cy={S / 2 - (p.past_m ?? 0) * k}
            r={3}
            fill="var(--hot)"
            fillOpacity={0.5}
          />
        ))}
        <text x={4} y={12} className="quiet">
          past, {unit}
        </text>
        <text x={S - 4} y={S / 2 - 4} textAnchor="end" className="quiet">
          right
        </text>
      </svg>
    </figure>
  )
}

/** Strokes lost over time: every step is an equal number of shots. */
export function Trend({ stretches }: { stretches: BookSummary['trend'] }) {
  const known = stretches.filter((s) => s.lost != null)
  const [drawing, W] = useDrawnWidth(1180)
  if (known.length < 2) return <p className="text-quiet">A trend needs more shots.</p>
  const H = 160
  const [oldest, newest] = [known[0], known.at(-1)]
  const most = Math.max(0.3, ...known.map((s) => Math.abs(s.lost ?? 0))) * 1.15
  const x = scaleLinear([0, known.length - 1], [44, W - 16])
  const y = scaleLinear([-most, most], [H - 32, 16])
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full"
      role="img"
      aria-label="Strokes lost against the plan over time"
    >
      {[-most, 0, most].map((at) => (
        <g key={at}>
          <line x1={44} x2={W - 10} y1={y(at / 1.15)} y2={y(at / 1.15)} stroke="var(--rule)" />
          <text x={40} y={y(at / 1.15) + 4} textAnchor="end" className="figure quiet">
            {(at / 1.15).toFixed(1)}
          </text>
        </g>
      ))}
      <path
        d={polyline(known.map((s, i) => [x(i), y(s.lost ?? 0)]))}
        fill="none"
        stroke="var(--hot)"
        strokeWidth={2}
      />
      {known.map((s, i) => (
        <circle
          key={s.first}
          cx={x(i)}
          cy={y(s.lost ?? 0)}
          r={3.5}
          fill="var(--paper)"
          stroke="var(--hot)"
          strokeWidth={1.6}
        />
      ))}
      <text x={44} y={H - 4} className="figure quiet">
        {oldest && dayWords(oldest.first)}
      </text>
      <text x={W - 10} y={H - 4} textAnchor="end" className="figure quiet">
        {newest && dayWords(newest.last)}
      </text>
    </svg>
  )
}
