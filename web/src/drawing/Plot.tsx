import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { trim } from '../lib/units'

export interface PlotPoint {
  x: number
  y: number | null
}

interface PlotProps {
  points: PlotPoint[]
  /** The value as read: a line across. */
  now: number
  xWords: string
  yWords: string
  /** Least span of the upright axis, so that a hair's difference isn't drawn as a cliff. */
  least: number
  digits: number
}

const W = 330
const H = 176
const LEFT = 46
const RIGHT = 12
const TOP = 18
const FOOT = 36

/** One curve with axes and units. Where the call is none, the curve breaks. */
export function Plot({ points, now, xWords, yWords, least, digits }: PlotProps) {
  const known = points.filter((p): p is { x: number; y: number } => p.y !== null)
  const xs = points.map((p) => p.x)
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)]
  if (known.length === 0 || x1 <= x0) return <p className="text-quiet">No value in this range.</p>
  const ys = known.map((p) => p.y)
  const middle = (Math.min(...ys) + Math.max(...ys)) / 2
  const half = Math.max(least, Math.max(...ys) - Math.min(...ys)) * 0.56
  const [y0, y1] = [middle - half, middle + half]
  const px = scaleLinear([x0, x1], [LEFT, W - RIGHT])
  const py = scaleLinear([y0, y1], [H - FOOT, TOP])
  const curve = line<PlotPoint>()
    .defined(({ y }) => y !== null)
    .x(({ x }) => px(x))
    .y(({ y }) => py(y ?? 0))
    .digits(1)(points)
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full"
      role="img"
      aria-label={`${yWords} against ${xWords}`}
    >
      {py.ticks(4).map((y) => (
        <g key={y}>
          <line x1={LEFT} x2={W - RIGHT} y1={py(y)} y2={py(y)} stroke="var(--rule)" />
          <text className="figure quiet" x={LEFT - 5} y={py(y) + 4} textAnchor="end">
            {trim(y, digits)}
          </text>
        </g>
      ))}
      {px.ticks(6).map((x) => (
        <g key={x}>
          <line x1={px(x)} x2={px(x)} y1={H - FOOT} y2={H - FOOT + 4} stroke="var(--quiet)" />
          <text className="figure quiet" x={px(x)} y={H - FOOT + 16} textAnchor="middle">
            {trim(x, 2)}
          </text>
        </g>
      ))}
      <line x1={LEFT} x2={W - RIGHT} y1={H - FOOT} y2={H - FOOT} stroke="var(--ink)" />
      {now >= x0 && now <= x1 && (
        <line x1={px(now)} x2={px(now)} y1={TOP} y2={H - FOOT} stroke="var(--quiet)" strokeDasharray="3 3" />
      )}
      <path d={curve ?? ''} fill="none" stroke="var(--hot)" strokeWidth={2} />
      <text x={W - RIGHT} y={H - 4} textAnchor="end" className="quiet">
        {xWords}
      </text>
      <text x={LEFT} y={13} className="quiet">
        {yWords}
      </text>
    </svg>
  )
}

/** The axes of a curve that is still worked out. */
export function EmptyPlot() {
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full">
      {[0.25, 0.5, 0.75].map((share) => {
        const y = TOP + share * (H - FOOT - TOP)
        return <line key={share} x1={LEFT} x2={W - RIGHT} y1={y} y2={y} stroke="var(--rule)" />
      })}
      <path d={`M${LEFT} ${TOP}V${H - FOOT}H${W - RIGHT}`} stroke="var(--faint)" fill="none" />
    </svg>
  )
}
