import { Grip } from './Grip'
import { halfDegree } from '../lib/units'

const R = 92
const W = 260
const H = 236
const MID = { x: W / 2, y: H / 2 + 4 }
/** Degrees at the rim of the drawing. */
const MOST = 14
const PX = R / MOST

interface HillProps {
  /** Downhill to the target, and ball above the feet (degrees). */
  fall: number
  side: number
  leftHanded: boolean
  spoken: string
  onDrag: (fall: number, side: number) => void
  onRelease: () => void
  onStep: (fall: number, side: number) => void
}

/** The ground under the ball from above, target up: an arrow runs down the hill, as long as the hill is steep. */
export function HillView({ fall, side, leftHanded, spoken, onDrag, onRelease, onStep }: HillProps) {
  // The ball is above the feet where the ground falls towards the player, who stands on this side of it.
  const stands = leftHanded ? 1 : -1
  const steep = Math.hypot(fall, side)
  const tip = { x: MID.x + stands * side * PX, y: MID.y - fall * PX }
  const turn = (Math.atan2(fall, stands * side) * -180) / Math.PI
  const lines = [-60, -36, -12, 12, 36, 60]
  const within = (px: number, py: number) => {
    const [x, y] = [(px - MID.x) / PX, (MID.y - py) / PX]
    const shorter = Math.min(1, MOST / Math.max(Math.hypot(x, y), 1e-6))
    return [y * shorter, stands * x * shorter] as const
  }
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-full max-w-[20rem]"
      role="group"
      aria-label="The hill from above, target up"
    >
      <circle cx={MID.x} cy={MID.y} r={R + 10} fill="var(--turf-fill)" stroke="var(--turf)" />
      {steep > 0.2 && (
        <g transform={`rotate(${turn} ${MID.x} ${MID.y})`} stroke="var(--earth)" strokeWidth={1.2}>
          {lines.map((at) => {
            const half = Math.sqrt((R + 6) ** 2 - at ** 2) * 0.86
            return (
              <path
                key={at}
                d={`M${MID.x + at} ${MID.y - half}Q${MID.x + at + 9} ${MID.y} ${MID.x + at} ${MID.y + half}`}
                fill="none"
                strokeOpacity={Math.min(0.9, 0.2 + steep / 12)}
              />
            )
          })}
        </g>
      )}
      <text x={MID.x} y={9} textAnchor="middle" className="quiet">
        target
      </text>
      <path d={`M${MID.x} 14v12M${MID.x - 4} 19l4 -5 4 5`} fill="none" stroke="var(--quiet)" />
      {[-9, 9].map((dy) => (
        <ellipse
          key={dy}
          cx={MID.x + stands * 44}
          cy={MID.y + dy}
          rx={13}
          ry={5.5}
          fill="var(--paper)"
          stroke="var(--ink)"
        />
      ))}
      <line x1={MID.x} y1={MID.y} x2={tip.x} y2={tip.y} stroke="var(--hot)" strokeWidth={2.4} />
      <circle cx={MID.x} cy={MID.y} r={7} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.5} />
      <Grip
        x={tip.x}
        y={tip.y}
        label="Way down the hill"
        value={Number(halfDegree(steep))}
        high={MOST}
        spoken={spoken}
        onMove={(px, py) => onDrag(...within(px, py))}
        onRelease={onRelease}
        onStep={(along, up) => onStep(fall + up, side + stands * along)}
      />
    </svg>
  )
}
