import type { KeyboardEvent, PointerEvent } from 'react'
import type { Finish } from '../lib/finish'
import { rings } from '../lib/geometry'
import { pointIn } from './pointer'

interface FinishTapProps {
  finish: Finish | null
  /** How far the drawing reaches around the target (m). */
  reach: number
  /** The green around the flag (m), if the target is the flag. */
  green: { front: number; back: number; width: number } | null
  /** Spoken and written for the present finish. */
  words: string
  shown: (metres: number) => string
  onFinish: (finish: Finish) => void
}

const W = 340
const H = 240

/** The target from above, the player below it: a tap says where the ball finished. */
export function FinishTap({ finish, reach, green, words, shown, onFinish }: FinishTapProps) {
  const k = H / 2 / reach
  const [cx, cy] = [W / 2, H / 2]
  const half = (metres: number) => Math.round(metres * 2) / 2
  const tap = (event: PointerEvent<SVGSVGElement>) => {
    const [x, y] = pointIn(event)
    onFinish({ past: half((cy - y) / k), side: half((x - cx) / k), holed: false })
  }
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowUp: [0.5, 0],
      ArrowDown: [-0.5, 0],
      ArrowRight: [0, 0.5],
      ArrowLeft: [0, -0.5],
    }
    const move = moves[event.key]
    if (!move) return
    event.preventDefault()
    onFinish({ past: (finish?.past ?? 0) + move[0], side: (finish?.side ?? 0) + move[1], holed: false })
  }
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full cursor-crosshair touch-none border border-rule bg-lit"
      role="application"
      tabIndex={0}
      aria-label={`Where it finished: ${words}. Arrow keys move it.`}
      onPointerDown={tap}
      onKeyDown={onKeyDown}
    >
      {green && (
        <ellipse
          cx={cx}
          cy={cy - ((green.front + green.back) / 2) * k}
          rx={(green.width / 2) * k}
          ry={((green.back - green.front) / 2) * k}
          fill="var(--turf-fill)"
          stroke="var(--turf)"
        />
      )}
      {rings(1.4 * reach, 4).map((ring) => (
        <g key={ring}>
          <circle cx={cx} cy={cy} r={ring * k} fill="none" stroke="var(--faint)" strokeDasharray="2 4" />
          {ring < reach && (
            <text x={cx + 3} y={cy - ring * k - 3} className="figure quiet halo">
              {shown(ring)}
            </text>
          )}
        </g>
      ))}
      <line x1={cx} x2={cx} y1={H} y2={cy} stroke="var(--quiet)" strokeDasharray="2 4" />
      <circle cx={cx} cy={cy} r={3.5} fill="var(--ink)" />
      <text x={8} y={H - 8} className="quiet">
        short, towards the player
      </text>
      <text x={8} y={16} className="quiet">
        past
      </text>
      {finish && (
        <g transform={`translate(${cx + finish.side * k} ${cy - finish.past * k})`}>
          <circle r={6} fill="var(--ball)" stroke="var(--hot)" strokeWidth={2.5} />
        </g>
      )}
    </svg>
  )
}
