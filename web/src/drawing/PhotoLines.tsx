import type { SlopeLines } from '../api/client'
import { Handle } from './Handle'

const W = 320

type Ends = SlopeLines['horizon']

interface PhotoLinesProps {
  src: string
  width: number
  height: number
  lines: Pick<SlopeLines, 'horizon' | 'ground'>
  onLines: (lines: Pick<SlopeLines, 'horizon' | 'ground'>) => void
}

const NAMES = { horizon: 'Horizon', ground: 'Ground' } as const
const STROKE = {
  horizon: { stroke: 'var(--second)', strokeDasharray: '7 4' },
  ground: { stroke: 'var(--hot)', strokeDasharray: 'none' },
} as const

/** A photograph with two lines to lay on it: the horizon, dashed, and the ground. Their ends move up and down. */
export function PhotoLines({ src, width, height, lines, onLines }: PhotoLinesProps) {
  const tall = height / width
  const H = W * tall
  const put = (name: keyof typeof NAMES, end: 0 | 1, y: number) => {
    const share = Math.min(tall, Math.max(0, y))
    const ends: Ends = [...lines[name]]
    ends[end] = [ends[end][0], share]
    onLines({ ...lines, [name]: ends })
  }
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="group" aria-label="Lines on the photograph">
      <image href={src} width={W} height={H} />
      {(['horizon', 'ground'] as const).map((name) => {
        const [[x0, y0], [x1, y1]] = lines[name]
        return (
          <g key={name}>
            <line x1={x0 * W} y1={y0 * W} x2={x1 * W} y2={y1 * W} stroke="var(--paper)" strokeWidth={4} />
            <line x1={x0 * W} y1={y0 * W} x2={x1 * W} y2={y1 * W} strokeWidth={2} {...STROKE[name]} />
            <text x={((x0 + x1) / 2) * W} y={((y0 + y1) / 2) * W - 6} textAnchor="middle" className="halo">
              {NAMES[name].toLowerCase()}
            </text>
            {([0, 1] as const).map((end) => {
              const [x, y] = lines[name][end]
              return (
                <Handle
                  key={end}
                  x={x * W}
                  y={y * W}
                  along="y"
                  label={`${NAMES[name]}, ${end === 0 ? 'left' : 'right'} end`}
                  value={Math.round(y * 1000) / 10}
                  low={0}
                  high={Math.round(tall * 1000) / 10}
                  step={0.2}
                  up={-1}
                  spoken={`${Math.round(y * 100)} percent of the width from the top`}
                  valueAt={(_, at) => (100 * at) / W}
                  onDrag={(value) => put(name, end, value / 100)}
                  onRelease={() => undefined}
                  onStep={(value) => put(name, end, value / 100)}
                />
              )
            })}
          </g>
        )
      })}
    </svg>
  )
}
