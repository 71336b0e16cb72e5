import type { Bag, Club } from '../api/client'
import { scaleLinear } from 'd3-scale'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { Handle } from './Handle'

interface CarryLineProps {
  clubs: Club[]
  steps: Bag['steps']
  /** How far each club's carry may be off (m), by its id: drawn as the width of its line. */
  doubts?: Record<string, number>
  /** Metres to the coach's units. */
  toShown: (metres: number) => number
  unit: string
  /** Drag a club's carry (m). */
  onCarry?: (club_id: string, metres: number) => void
}

const ROW = 19
const TALL_ROW = 30
const LEFT = 132
const WIDEST = 620
const TOP = 26
/** From this width on a figure and a gap stand beside each other (px). */
const ROOMY_PX = 440
const LEAST_M = 5
const MOST_M = 330

const KIND_DASH: Record<string, string | undefined> = {
  wood: undefined,
  hybrid: '7 3',
  iron: undefined,
  wedge: '2 3',
}

/** Every club as a rung: how far it carries, its loft beside it, its doubt, gaps and overlaps called out. */
export function CarryLine({ clubs, steps, doubts, toShown, unit, onCarry }: CarryLineProps) {
  const [drawing, W] = useDrawnWidth(WIDEST)
  const row = onCarry ? TALL_ROW : ROW
  // Where gaps are called out beside them, narrow drawings say the doubt by its band alone.
  const hasRoom = W >= ROOMY_PX || steps.length === 0
  const reaches = (club: Club) => toShown(club.stock_carry_m + (doubts?.[club.id] ?? 0))
  const far = Math.max(...clubs.map(reaches), 1) * (onCarry ? 1.12 : 1)
  // A figure with its doubt, and a gap that is called out a row below it, stand beside each other.
  const RIGHT = W < 340 ? 84 : hasRoom && steps.length > 0 ? 124 : 98
  const x = scaleLinear([0, far], [LEFT, W - RIGHT])
  const height = TOP + row * clubs.length + 10
  const after = (id: string) => steps.find((one) => one.longer_id === id)
  const metresAt = (px: number) =>
    Math.round(Math.min(MOST_M, Math.max(LEAST_M, x.invert(px) / Math.max(toShown(1), 1e-6))))
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${height}`}
      className="block w-full"
      role={onCarry ? 'group' : 'img'}
      aria-label={`Carry and loft of ${clubs.length} clubs`}
    >
      {x.ticks(W > 500 ? 6 : 4).map((at) => (
        <g key={at}>
          <line x1={x(at)} x2={x(at)} y1={TOP - 6} y2={height - 6} stroke="var(--rule)" />
          <text x={x(at)} y={12} textAnchor="middle" className="figure quiet">
            {at}
            {at === 0 ? ` ${unit}` : ''}
          </text>
        </g>
      ))}
      {clubs.map((club, i) => {
        const y = TOP + row * i + row / 2
        const carry = toShown(club.stock_carry_m)
        const doubt = toShown(doubts?.[club.id] ?? 0)
        const next = after(club.id)
        const odd = next && next.kind !== 'even' ? next : null
        return (
          <g key={club.id}>
            <text x={0} y={y + 4}>
              {club.name}
            </text>
            <text x={LEFT - 8} y={y + 4} textAnchor="end" className="figure quiet">
              {club.loft_deg.toFixed(club.loft_deg % 1 ? 1 : 0)}°
            </text>
            {doubt > 0 && (
              <rect
                x={x(Math.max(0, carry - doubt))}
                width={x(carry + doubt) - x(Math.max(0, carry - doubt))}
                y={y - 6}
                height={12}
                fill="var(--second)"
                fillOpacity={0.22}
              />
            )}
            <line
              x1={LEFT}
              x2={x(carry)}
              y1={y}
              y2={y}
              stroke="var(--second)"
              strokeWidth={club.kind === 'wood' ? 3 : 1.6}
              strokeDasharray={KIND_DASH[club.kind]}
            />
            <text x={x(carry + doubt) + (onCarry ? 26 : 9)} y={y + 4} className="figure halo">
              {Math.round(carry)}
              {doubt > 0 && hasRoom && ` ± ${Math.round(doubt)}`}
            </text>
            {onCarry ? (
              <Handle
                x={x(carry)}
                y={y}
                along="x"
                label={`Carry of the ${club.name}`}
                value={Math.round(club.stock_carry_m)}
                low={LEAST_M}
                high={MOST_M}
                step={1}
                spoken={`${Math.round(carry)} ${unit}`}
                valueAt={(px) => metresAt(px)}
                onDrag={(metres) => onCarry(club.id, metres)}
                onRelease={() => undefined}
                onStep={(metres) => onCarry(club.id, metres)}
              />
            ) : (
              <circle cx={x(carry)} cy={y} r={4} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.4} />
            )}
            {odd && (
              <text x={W - 2} y={y + row / 2 + 5} textAnchor="end" fill="var(--hot)" className="halo">
                {odd.kind} {Math.round(toShown(odd.step_m))}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}
