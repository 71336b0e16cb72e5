import type { KeyboardEvent, MouseEvent } from 'react'
import type { Finish } from './finish'
import { atEdge, type Target } from './finish-map'
import { polyline, rings } from '../lib/geometry'
import { AREA_WORDS } from '../shot/line'
import { AreaHatches, areaFill, Hatches } from '../drawing/hatch'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useWide } from '../lib/use-wide'
import { pointIn } from '../drawing/pointer'

interface FinishTapProps {
  finish: Finish | null
  target: Target
  /** Spoken and written for the present finish. */
  words: string
  shown: (metres: number) => string
  onFinish: (finish: Finish) => void
}

/** Drawn for the size it is seen at: on a desk its words would grow to headlines. */
const PHONE = [340, 240] as const
const DESK = [640, 440] as const
const EDGE = 14

/** The target from above, the player below it: a tap says where the ball finished. What the call can do is drawn. */
export function FinishTap({ finish, target, words, shown, onFinish }: FinishTapProps) {
  const [widest, tall] = useWide() ? DESK : PHONE
  const [drawing, W] = useDrawnWidth(widest)
  const H = Math.round((tall * W) / widest)
  const { low, high, half } = target.reach
  const k = Math.min(H / (high - low), W / 2 / half)
  const cx = W / 2
  // What is left over of the height goes to both ends alike.
  const cy = H / 2 + ((high + low) / 2) * k
  const place = ([past, side]: readonly [number, number]) => [cx + side * k, cy - past * k] as const
  const toHalf = (metres: number) => Math.round(metres * 2) / 2
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const [x, y] = pointIn(event)
    onFinish({ past: toHalf((cy - y) / k), side: toHalf((x - cx) / k), holed: false })
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
  const ball = finish && place([finish.past, finish.side])
  const beyond = ball && atEdge(ball, W, H, EDGE)
  const { green } = target
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full cursor-crosshair touch-manipulation border border-rule bg-lit"
      role="application"
      tabIndex={0}
      data-first
      aria-label={`Where it finished: ${words}. Arrow keys move it.`}
      onClick={tap}
      onKeyDown={onKeyDown}
    >
      <Hatches id="finish" />
      <AreaHatches id="finish" />
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
      {target.areas.map((area, i) => (
        <path
          key={i}
          d={`${polyline(area.points.map(place))}z`}
          fill={areaFill('finish', area.kind)}
          stroke="var(--quiet)"
        >
          <title>{AREA_WORDS[area.kind]}</title>
        </path>
      ))}
      {target.outline.length > 0 && (
        <path
          d={`${polyline(target.outline.map(place))}z`}
          fill="var(--hot)"
          fillOpacity={0.07}
          stroke="var(--hot)"
          strokeDasharray="4 3"
        >
          <title>8 of 10 balls of this call finish within</title>
        </path>
      )}
      {rings(Math.max(high, -low), 4).map((ring) => (
        <g key={ring}>
          <circle cx={cx} cy={cy} r={ring * k} fill="none" stroke="var(--faint)" strokeDasharray="2 4" />
          {cy - ring * k > 26 && (
            <text x={cx + 3} y={cy - ring * k - 3} className="figure quiet halo">
              {shown(ring)}
            </text>
          )}
        </g>
      ))}
      <line x1={cx} x2={cx} y1={H} y2={cy} stroke="var(--quiet)" strokeDasharray="2 4" />
      <circle cx={cx} cy={cy} r={3.5} fill="var(--ink)" />
      <text x={8} y={H - 8} className="quiet halo">
        short, towards the player
      </text>
      <text x={8} y={18} className="quiet halo">
        past
      </text>
      {target.outline.length > 0 && (
        <text x={W - 8} y={H - 8} textAnchor="end" className="quiet halo">
          dashed: 8 of 10
        </text>
      )}
      {ball && !beyond && (
        <circle cx={ball[0]} cy={ball[1]} r={6} fill="var(--ball)" stroke="var(--hot)" strokeWidth={2.5} />
      )}
      {beyond && (
        <g>
          <path
            d="M-6 -6 6 0 -6 6z"
            transform={`translate(${beyond.x} ${beyond.y}) rotate(${beyond.angle})`}
            fill="var(--hot)"
          />
          <text
            x={Math.min(W - 8, Math.max(8, beyond.x))}
            y={beyond.y < H / 2 ? beyond.y + 24 : beyond.y - 14}
            textAnchor={beyond.x > W * 0.66 ? 'end' : beyond.x < W * 0.33 ? 'start' : 'middle'}
            className="halo"
          >
            {words}
          </text>
        </g>
      )}
    </svg>
  )
}
