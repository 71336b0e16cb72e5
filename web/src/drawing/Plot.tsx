import { axisStep, polyline } from '../lib/geometry'
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
const H = 170
const LEFT = 46
const RIGHT = 12
const TOP = 12
const FOOT = 36

function ticks(low: number, high: number, wanted: number): number[] {
  const step = axisStep(high - low, wanted)
  const found = []
  for (let at = Math.ceil(low / step) * step; at <= high + 1e-9; at += step) found.push(at)
  return found
}

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
  const px = (x: number) => LEFT + ((x - x0) / (x1 - x0)) * (W - LEFT - RIGHT)
  const py = (y: number) => TOP + ((y1 - y) / (y1 - y0)) * (H - TOP - FOOT)
  const pieces: { x: number; y: number }[][] = [[]]
  for (const point of points) {
    if (point.y === null) pieces.push([])
    else pieces.at(-1)?.push({ x: point.x, y: point.y })
  }
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full"
      role="img"
      aria-label={`${yWords} against ${xWords}`}
    >
      {ticks(y0, y1, 4).map((y) => (
        <g key={y}>
          <line x1={LEFT} x2={W - RIGHT} y1={py(y)} y2={py(y)} stroke="var(--rule)" />
          <text className="figure quiet" x={LEFT - 5} y={py(y) + 4} textAnchor="end">
            {trim(y, digits)}
          </text>
        </g>
      ))}
      {ticks(x0, x1, 6).map((x) => (
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
      {pieces.map((piece, i) => (
        <path
          key={i}
          d={piece.length > 0 ? polyline(piece.map(({ x, y }) => [px(x), py(y)])) : ''}
          fill="none"
          stroke="var(--hot)"
          strokeWidth={2}
        />
      ))}
      <text x={W - RIGHT} y={H - 4} textAnchor="end" className="quiet">
        {xWords}
      </text>
      <text x={LEFT} y={10} className="quiet">
        {yWords}
      </text>
    </svg>
  )
}
