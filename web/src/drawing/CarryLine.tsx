import type { Bag, Club } from '../api/client'
import { scaleLinear } from 'd3-scale'
import { useDrawnWidth } from '../lib/use-drawn-width'

interface CarryLineProps {
  clubs: Club[]
  steps: Bag['steps']
  /** Metres to the coach's units. */
  toShown: (metres: number) => number
  unit: string
}

const ROW = 19
const LEFT = 132
const WIDEST = 620
const TOP = 26

const KIND_DASH: Record<string, string | undefined> = {
  wood: undefined,
  hybrid: '7 3',
  iron: undefined,
  wedge: '2 3',
}

/** Every club as a rung: how far it carries, its loft beside it, gaps and overlaps called out. */
export function CarryLine({ clubs, steps, toShown, unit }: CarryLineProps) {
  const [drawing, W] = useDrawnWidth(WIDEST)
  const RIGHT = W < 340 ? 84 : 98
  const far = Math.max(...clubs.map((club) => toShown(club.stock_carry_m)), 1)
  const x = scaleLinear([0, far], [LEFT, W - RIGHT])
  const height = TOP + ROW * clubs.length + 10
  const after = (id: string) => steps.find((one) => one.longer_id === id)
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${height}`}
      className="block w-full"
      role="img"
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
        const y = TOP + ROW * i + 8
        const carry = toShown(club.stock_carry_m)
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
            <line
              x1={LEFT}
              x2={x(carry)}
              y1={y}
              y2={y}
              stroke="var(--second)"
              strokeWidth={club.kind === 'wood' ? 3 : 1.6}
              strokeDasharray={KIND_DASH[club.kind]}
            />
            <circle cx={x(carry)} cy={y} r={4} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.4} />
            <text x={x(carry) + 9} y={y + 4} className="figure halo">
              {Math.round(carry)}
            </text>
            {odd && (
              <text x={W - 2} y={y + ROW / 2 + 5} textAnchor="end" fill="var(--hot)" className="halo">
                {odd.kind} {Math.round(toShown(odd.step_m))}
              </text>
            )}
          </g>
        )
      })}
    </svg>
  )
}
