import { scaleLinear } from 'd3-scale'
import type { Bag, Club } from '../api/client'
import { useDrawnWidth } from '../lib/use-drawn-width'

interface WedgeChartProps {
  wedges: Club[]
  notes: Bag['clubs']
}

const WIDEST = 380
const H = 236
const LEFT = 40
const RIGHT = 10
const TOP = 12
const FOOT = 40
const [LOFT_LOW, LOFT_HIGH] = [42, 66]
const [BOUNCE_LOW, BOUNCE_HIGH] = [0, 16]
const y = scaleLinear([BOUNCE_LOW, BOUNCE_HIGH], [H - FOOT, TOP]).clamp(true)

/** Bands of bounce, and the ground each is for. */
const BANDS = [
  { low: 0, high: 6, words: 'hard-pan, tight, packed wet sand', fill: 'url(#wedge-hard)' },
  { low: 6, high: 10, words: 'turf with some give, most bunkers', fill: 'none' },
  { low: 10, high: 16, words: 'soft turf, fluffy sand, rough', fill: 'url(#wedge-soft)' },
] as const

type Mark = readonly [number, number]

/** Where a band's words stand clear of the wedges in it: one of its four corners. */
function freeCorner(band: { low: number; high: number }, marks: readonly Mark[], W: number) {
  const wide = 200
  const corners = [y(band.high) + 14, y(band.low) - 3].flatMap((at) => [
    { x: W - RIGHT - 6, y: at, textAnchor: 'end' as const, from: W - RIGHT - 6 - wide, to: W - RIGHT },
    { x: LEFT + 6, y: at, textAnchor: 'start' as const, from: LEFT, to: LEFT + 6 + wide },
  ])
  const isFree = ({ y: at, from, to }: (typeof corners)[number]) =>
    marks.every(([mx, my]) => mx < from - 50 || mx > to + 50 || Math.abs(my - at + 4) > 15.5)
  const free = corners.find(isFree) ?? corners[0]
  return free && { x: free.x, y: free.y, textAnchor: free.textAnchor }
}

/** Wedges by loft and bounce over the grounds they suit: an empty band is a ground without a club. */
export function WedgeChart({ wedges, notes }: WedgeChartProps) {
  const [drawing, W] = useDrawnWidth(WIDEST)
  const x = scaleLinear([LOFT_LOW, LOFT_HIGH], [LEFT, W - RIGHT]).clamp(true)
  const marks = wedges.map((club): Mark => [x(club.loft_deg), y(club.bounce_deg)])
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full"
      role="img"
      aria-label="Wedges by loft and bounce"
    >
      <defs>
        <pattern id="wedge-hard" width="7" height="7" patternUnits="userSpaceOnUse">
          <path d="M0 7L7 0" stroke="var(--earth)" strokeWidth="0.7" opacity="0.6" />
        </pattern>
        <pattern id="wedge-soft" width="8" height="8" patternUnits="userSpaceOnUse">
          <circle cx="2" cy="2" r="0.9" fill="var(--turf)" opacity="0.7" />
          <circle cx="6" cy="6" r="0.9" fill="var(--turf)" opacity="0.7" />
        </pattern>
      </defs>
      {BANDS.map((band) => (
        <g key={band.words}>
          <rect
            x={LEFT}
            y={y(band.high)}
            width={W - LEFT - RIGHT}
            height={y(band.low) - y(band.high)}
            fill={band.fill}
            stroke="var(--rule)"
          />
          <text {...freeCorner(band, marks, W)} className="quiet halo">
            {band.words}
          </text>
        </g>
      ))}
      {[0, 4, 8, 12, 16].map((bounce) => (
        <text key={bounce} x={LEFT - 5} y={y(bounce) + 4} textAnchor="end" className="figure quiet">
          {bounce}°
        </text>
      ))}
      {[44, 48, 52, 56, 60, 64].map((loft) => (
        <text key={loft} x={x(loft)} y={H - FOOT + 15} textAnchor="middle" className="figure quiet">
          {loft}°
        </text>
      ))}
      <text x={W - RIGHT} y={H - 6} textAnchor="end" className="quiet">
        loft
      </text>
      <text x={2} y={H - 6} className="quiet">
        bounce up
      </text>
      {wedges.map((club) => {
        const cx = x(club.loft_deg)
        const cy = y(club.bounce_deg)
        const isWorn = notes.find((note) => note.club_id === club.id)?.grooves === 'worn'
        return (
          <g key={club.id}>
            <circle
              cx={cx}
              cy={cy}
              r={6}
              fill={isWorn ? 'var(--paper)' : 'var(--ink)'}
              stroke={isWorn ? 'var(--hot)' : 'var(--ink)'}
              strokeWidth={2}
              strokeDasharray={isWorn ? '3 2' : undefined}
            />
            <text
              x={cx + (club.loft_deg > 58 ? -10 : 10)}
              y={cy + 4}
              textAnchor={club.loft_deg > 58 ? 'end' : 'start'}
              className="halo"
            >
              {club.loft_deg.toFixed(0)}·{club.bounce_deg.toFixed(0)}
              {isWorn ? ' worn' : ''}
            </text>
          </g>
        )
      })}
    </svg>
  )
}
