import { scaleLinear } from 'd3-scale'
import type { LieRate } from '../api/client'
import { counted } from '../lib/counted'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { whisker } from './whisker'

interface LostBarsProps {
  lies: readonly LieRate[]
  onOpen: (lie: LieRate) => void
}

const WIDEST = 620
const TOP = 22

/** Strokes lost a shot by kind of lie, with the interval in which the true loss lies; a press opens the shots. */
export function LostBars({ lies, onOpen }: LostBarsProps) {
  const [drawing, W] = useDrawnWidth(WIDEST)
  // Words stand beside the bars where there is room, above them on a phone.
  const isNarrow = W < 480
  const LEFT = isNarrow ? 8 : 170
  const ROW = isNarrow ? 42 : 26
  const known = lies.filter((lie) => lie.lost != null)
  const ends = known.flatMap(({ lost, lost_within }) => [
    (lost ?? 0) - (lost_within ?? 0),
    (lost ?? 0) + (lost_within ?? 0),
  ])
  const x = scaleLinear([Math.min(-0.2, ...ends), Math.max(0.2, ...ends)], [LEFT, W - 20])
  const height = TOP + ROW * known.length + 6
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${height}`}
      className="block w-full max-w-[60rem]"
      role="group"
      aria-label="Strokes lost by kind of lie"
    >
      {x.ticks(isNarrow ? 4 : 5).map((at) => (
        <g key={at}>
          <line
            x1={x(at)}
            x2={x(at)}
            y1={TOP - 4}
            y2={height}
            stroke={at === 0 ? 'var(--ink)' : 'var(--rule)'}
          />
          <text x={x(at)} y={12} textAnchor="middle" className="figure quiet">
            {at.toFixed(1).replace('-', '−')}
          </text>
        </g>
      ))}
      {known.map((lie, i) => {
        const lost = lie.lost ?? 0
        const within = lie.lost_within ?? 0
        const y = TOP + ROW * i + (isNarrow ? 30 : ROW / 2)
        return (
          <g
            key={`${lie.cover} ${lie.slope}`}
            role="button"
            tabIndex={0}
            className="cursor-pointer hover:[&_text]:fill-hot"
            aria-label={`${lie.words}: ${lost.toFixed(2)} strokes lost a shot. Open its ${counted(lie.shots, 'shot')}`}
            onClick={() => onOpen(lie)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return
              event.preventDefault()
              onOpen(lie)
            }}
          >
            <rect x={0} y={TOP + ROW * i} width={W} height={ROW} fill="transparent" />
            <text
              x={isNarrow ? LEFT : 0}
              y={isNarrow ? y - 12 : y + 4}
              className={isNarrow ? 'halo' : undefined}
            >
              {lie.words}
            </text>
            <rect
              x={Math.min(x(0), x(lost))}
              y={y - 6}
              width={Math.abs(x(lost) - x(0))}
              height={12}
              fill={lost > 0 ? 'var(--hot)' : 'var(--turf)'}
              opacity={0.75}
            />
            <path d={whisker(x(lost - within), x(lost + within), y)} stroke="var(--ink)" fill="none" />
          </g>
        )
      })}
    </svg>
  )
}
