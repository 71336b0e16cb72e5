import { scaleLinear } from 'd3-scale'
import { curveMonotoneX, line } from 'd3-shape'
import type { DaySheet } from '../api/client'
import { scaleOf, trim } from '../lib/units'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useUnits } from '../lib/use-units'

const WIDEST = 900
const H = 330
const LEFT = 44
const RIGHT = 132
const TOP = 26
const FOOT = 26
const APART = 16

/** Heights of labels that stay at least so far apart, in the order of their wish. */
export function spreadOut(wishes: readonly number[], apart: number): number[] {
  const order = wishes.map((at, i) => ({ at, i })).sort((a, b) => a.at - b.at)
  const placed = new Array<number>(wishes.length)
  let last = -Infinity
  for (const { at, i } of order) {
    last = Math.max(at, last + apart)
    placed[i] = last
  }
  return placed
}

/** Carry of each club over the wind along the line: against on the left, behind on the right. */
export function CarryCurves({ sheet }: { sheet: DaySheet }) {
  const units = useUnits()
  const [drawing, W] = useDrawnWidth(WIDEST)
  const far = scaleOf('distance', units)
  const speed = scaleOf('wind', units)
  // The sheet tells winds against as positive, from the strongest down.
  const winds = sheet.winds_m_s.map((wind) => -wind)
  const x = scaleLinear([Math.min(...winds), Math.max(...winds)], [LEFT, W - RIGHT])
  const clubs = sheet.rows
    .map((row) => ({
      id: row.club_id,
      name: row.club_name,
      points: [
        ...row.winds.map((cell, i) => ({ wind: winds[i] ?? 0, carry: cell.carry_m })),
        { wind: 0, carry: row.today.carry_m },
      ].sort((a, b) => a.wind - b.wind),
    }))
    .filter(({ points }) => points.some(({ carry }) => carry !== null))
  const carries = clubs.flatMap(({ points }) =>
    points.flatMap(({ carry }) => (carry === null ? [] : [carry])),
  )
  const y = scaleLinear(
    [far.toShown(Math.min(...carries)), far.toShown(Math.max(...carries))],
    [H - FOOT, TOP],
  )
  const curve = line<{ wind: number; carry: number | null }>()
    .defined(({ carry }) => carry !== null)
    .x(({ wind }) => x(wind))
    .y(({ carry }) => y(far.toShown(carry ?? 0)))
    .curve(curveMonotoneX)
    .digits(1)
  const ends = clubs.map(({ points }) => y(far.toShown(points.findLast((p) => p.carry !== null)?.carry ?? 0)))
  const labels = spreadOut(ends, APART)
  return (
    <div className="no-print">
      <svg
        ref={drawing}
        viewBox={`0 0 ${W} ${H}`}
        className="mt-3 block w-full"
        role="img"
        aria-label="Carry of each club over the wind"
      >
        {y.ticks(6).map((at) => (
          <g key={at}>
            <line x1={LEFT} x2={W - RIGHT} y1={y(at)} y2={y(at)} stroke="var(--rule)" />
            <text x={LEFT - 6} y={y(at) + 4} textAnchor="end" className="figure quiet">
              {at}
            </text>
          </g>
        ))}
        {[...winds, 0].map((wind) => (
          <g key={wind}>
            <line
              x1={x(wind)}
              x2={x(wind)}
              y1={TOP}
              y2={H - FOOT}
              stroke={wind === 0 ? 'var(--quiet)' : 'var(--rule)'}
            />
            <text x={x(wind)} y={H - 8} textAnchor="middle" className="figure quiet">
              {trim(Math.abs(speed.toShown(wind)), 0)}
            </text>
          </g>
        ))}
        <text x={LEFT} y={14} className="quiet">
          {W < 480 ? 'into' : 'headwind'}, {units.speed}
        </text>
        <text x={W - RIGHT} y={14} textAnchor="end" className="quiet">
          {W < 480 ? 'helping' : `tailwind; carry in ${units.distance}`}
        </text>
        {clubs.map(({ id, name, points }, i) => (
          <g key={id}>
            <path d={curve(points) ?? ''} fill="none" stroke="var(--second)" strokeWidth={1.8} />
            <path
              d={`M${W - RIGHT} ${ends[i] ?? 0}L${W - RIGHT + 14} ${labels[i] ?? 0}`}
              stroke="var(--faint)"
              fill="none"
            />
            <text x={W - RIGHT + 18} y={(labels[i] ?? 0) + 4}>
              {name}
            </text>
          </g>
        ))}
      </svg>
    </div>
  )
}
