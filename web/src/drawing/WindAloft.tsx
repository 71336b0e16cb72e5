import { scaleLinear } from 'd3-scale'
import { aloft, windAtHeight, type DayReading } from '../shot/day'
import { polyline } from '../lib/geometry'
import { speedWords } from '../shot/sky-words'
import { height } from '../lib/units'
import { useUnits } from '../lib/use-units'

const W = 300
const H = 300
const FLOOR = 272
const LEFT = 40
const TOP_M = 36

interface WindAloftProps {
  day: DayReading
  /** Peak of the first call's flight (m), if there is one. */
  peak: number | undefined
}

/** Wind by height over this line, with the height of the reading and the peak of the flight. */
export function WindAloft({ day, peak }: WindAloftProps) {
  const units = useUnits()
  const rows = aloft(day)
  const most = Math.max(...rows.map((row) => row.factor * day.wind), 4)
  const x = scaleLinear([0, most], [LEFT, W - 70])
  const y = scaleLinear([0, TOP_M], [FLOOR, 18]).clamp(true)
  const points = rows
    .filter((row) => row.at_m <= TOP_M)
    .map((row): [number, number] => [x(row.factor * day.wind), y(row.at_m)])
  const mark = (metres: number, words: string, colour: string) => {
    const speed = windAtHeight(day, metres)
    return (
      <g key={words}>
        <line x1={LEFT} x2={x(speed)} y1={y(metres)} y2={y(metres)} stroke={colour} strokeWidth={2} />
        <path
          d="M-6 -4 0 0 -6 4"
          transform={`translate(${x(speed)} ${y(metres)})`}
          fill="none"
          stroke={colour}
          strokeWidth={2}
        />
        <text x={x(speed) + 6} y={y(metres) - 4} className="halo">
          {speedWords(speed, units)}
        </text>
        <text x={LEFT + 4} y={y(metres) - 5} className="halo quiet">
          {words}
        </text>
      </g>
    )
  }
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full max-w-[340px]"
      role="img"
      aria-label="Wind by height"
    >
      <line x1={LEFT} y1={FLOOR} x2={W - 10} y2={FLOOR} stroke="var(--earth)" strokeWidth={2} />
      <line x1={LEFT} y1={10} x2={LEFT} y2={FLOOR} stroke="var(--quiet)" />
      {[0, 10, 20, 30].map((metres) => (
        <g key={metres}>
          <line x1={LEFT - 4} x2={LEFT} y1={y(metres)} y2={y(metres)} stroke="var(--quiet)" />
          <text x={LEFT - 7} y={y(metres) + 4} textAnchor="end" className="figure quiet">
            {height(metres, units)}
          </text>
        </g>
      ))}
      <path d={polyline(points)} fill="none" stroke="var(--quiet)" strokeDasharray="2 4" />
      {day.wind === 0 ? (
        <text x={LEFT + 12} y={y(10)} className="quiet">
          calm at every height
        </text>
      ) : (
        <>
          {mark(2, 'at the flag', 'var(--second)')}
          {mark(10, 'at 10 m', 'var(--second)')}
        </>
      )}
      {day.wind > 0 &&
        peak !== undefined &&
        peak > 3.5 &&
        Math.abs(peak - 10) > 2 &&
        mark(Math.min(peak, TOP_M), 'at the ball’s peak', 'var(--hot)')}
      <text x={LEFT} y={H - 8} className="quiet">
        height in {units.distance}; near the ground the wind is slower
      </text>
    </svg>
  )
}
