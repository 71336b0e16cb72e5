import { scaleLinear } from 'd3-scale'
import type { DaySheet } from '../api/client'
import { scaleOf } from '../lib/units'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useUnits } from '../lib/use-units'

const WIDEST = 640
const ROW = 22
const LEFT = 128
const RIGHT = 104

/**
 * Each club's carry on this day, its stock carry, and its carry today without the wind: the way between them is what
 * the day does. The sheet's first wind is the one of the day.
 */
export function BagToday({ sheet }: { sheet: DaySheet }) {
  const units = useUnits()
  const far = scaleOf('distance', units)
  const [drawing, W] = useDrawnWidth(WIDEST)
  const shown = (metres: number) => Math.round(far.toShown(metres))
  const clubs = sheet.rows.map((row) => ({
    id: row.club_id,
    name: row.club_name,
    stock: row.stock_m,
    still: row.today.carry_m,
    carry: (row.winds[0] ?? row.today).carry_m,
  }))
  const all = clubs.flatMap(({ stock, still, carry }) => [stock, still ?? stock, carry ?? stock])
  const x = scaleLinear([Math.min(...all), Math.max(...all)], [LEFT + 6, W - RIGHT - 6])
  const height = ROW * clubs.length + 4
  const words = clubs.map(({ name, carry }) => `${name}: ${carry === null ? 'no carry' : shown(carry)}`)
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${height}`}
      className="mt-1 block w-full max-w-[50rem]"
      role="img"
      aria-label={words.join('; ')}
    >
      {clubs.map(({ id, name, stock, still, carry }, i) => {
        const y = ROW * i + 13
        const by = carry === null ? 0 : shown(carry) - shown(stock)
        return (
          <g key={id}>
            <line x1={LEFT} x2={W - RIGHT} y1={y} y2={y} stroke="var(--rule)" />
            <text x={0} y={y + 4}>
              {name}
            </text>
            <line
              x1={x(stock)}
              x2={x(stock)}
              y1={y - 8}
              y2={y + 8}
              stroke="var(--quiet)"
              strokeDasharray="3 2"
              strokeWidth={1.6}
            />
            {still !== null && (
              <circle cx={x(still)} cy={y} r={4} fill="var(--paper)" stroke="var(--quiet)" />
            )}
            {carry !== null && (
              <>
                <line x1={x(stock)} x2={x(carry)} y1={y} y2={y} stroke="var(--hot)" strokeWidth={2} />
                <circle cx={x(carry)} cy={y} r={4.4} fill="var(--hot)" />
              </>
            )}
            <text x={W - 40} y={y + 4} textAnchor="end" className="figure">
              {carry === null ? '–' : `${shown(carry)} ${units.distance}`}
            </text>
            <text x={W} y={y + 4} textAnchor="end" className="figure quiet">
              {by === 0 ? '' : `${by > 0 ? '+' : '−'}${Math.abs(by)}`}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
