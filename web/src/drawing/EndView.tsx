import { RAD } from '../lib/geometry'
import { NUMBERS } from '../shot/numbers'
import { snap, type Reading } from '../shot/reading'
import { Handle } from './Handle'
import { Hatches } from './hatch'

export const END_W = 128
export const END_H = 104

interface EndViewProps {
  side: number
  leftHanded: boolean
  shown: string
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

const MID = { x: 64, y: 68 }
const ARM = 44

/** Looking along the line to the target: the player left of the ball (a left-hander right of it). */
export function EndView({ side, leftHanded, shown, onDrag, onRelease, onStep }: EndViewProps) {
  const hand = leftHanded ? -1 : 1
  // Ball above the feet: the ground rises from the player to the ball, drawn as a turn up on the ball's side.
  const turn = -side * hand
  const ballAt = { x: MID.x + hand * ARM * Math.cos(side * RAD), y: MID.y - ARM * Math.sin(side * RAD) }
  return (
    <svg
      viewBox={`0 0 ${END_W} ${END_H}`}
      className="end-view block h-full w-full"
      role="group"
      aria-label="Across the line, seen from behind"
    >
      <Hatches id="end" />
      <clipPath id="end-clip">
        <rect width={END_W} height={END_H} />
      </clipPath>
      <g clipPath="url(#end-clip)">
        <g transform={`translate(${MID.x} ${MID.y}) rotate(${turn})`}>
          <rect x={-120} y={0} width={240} height={120} fill="url(#end-earth)" />
          <line x1={-120} x2={120} y1={0} y2={0} stroke="var(--earth)" strokeWidth={1.4} />
        </g>
        <Player hand={hand} side={side} />
      </g>
      <text x={6} y={END_H - 6} className="quiet">
        from behind
      </text>
      <Handle
        x={ballAt.x}
        y={ballAt.y - 5}
        along="y"
        label="Side slope: ball above or below the feet"
        value={side}
        low={NUMBERS.side.low}
        high={NUMBERS.side.high}
        step={NUMBERS.side.step}
        spoken={shown}
        valueAt={(_, y) =>
          snap('side', Math.asin(Math.max(-0.5, Math.min(0.5, (MID.y - 5 - y) / ARM))) / RAD)
        }
        gear={0.25}
        onDrag={(value) => onDrag({ side: snap('side', value) })}
        onRelease={onRelease}
        onStep={(value) => onStep({ side: snap('side', value) })}
      />
    </svg>
  )
}

function Player({ hand, side }: { hand: number; side: number }) {
  const x = MID.x - hand * 22
  const y = MID.y + 22 * Math.sin(side * RAD)
  const ball = { x: MID.x + hand * 40 * Math.cos(side * RAD), y: MID.y - 40 * Math.sin(side * RAD) }
  const hip = { x: x - hand * 5, y: y - 22 }
  const neck = { x: x + hand * 7, y: y - 40 }
  const grip = { x: x + hand * 15, y: y - 22 }
  return (
    <g stroke="var(--ink)" strokeWidth={2} fill="none" strokeLinecap="round">
      <path
        d={`M${x} ${y}L${x + hand * 2} ${y - 11}L${hip.x} ${hip.y}L${neck.x} ${neck.y}L${grip.x} ${grip.y}`}
      />
      <circle cx={neck.x + hand * 3} cy={neck.y - 6} r={4.5} />
      <path
        d={`M${grip.x} ${grip.y}L${ball.x - hand * 6} ${ball.y - 1}`}
        stroke="var(--quiet)"
        strokeWidth={1.4}
      />
    </g>
  )
}
