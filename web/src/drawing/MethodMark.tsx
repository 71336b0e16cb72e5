import type { Method } from '../api/client'
import { RAD } from '../lib/geometry'

const W = 84
const H = 44
const TURF = 34
const BALL = { x: 50, r: 6 }

/** How far the handle leads the ball at impact, degrees, on the scale of hand action. Drawn larger than life. */
const LEAN: Record<Method['hand'], number> = { held: 22, level: 10, passing: 0, full: -8 }
/** How far the shaft has come up against the arms, by hinge: where the way to the ball begins, px above the turf. */
const FROM: Record<Method['hinge'], number> = { none: 6, little: 12, full: 20, early: 27 }

/** A method in a mark: how the head comes to the ball, what meets it, and where the handle is then. */
export function MethodMark({ method }: { method: Method }) {
  const { blow, hand, hinge } = method
  const from = TURF - FROM[hinge]
  const foot = {
    face: { x: BALL.x - BALL.r, y: TURF - 1 },
    edge: { x: BALL.x - BALL.r, y: TURF - BALL.r },
    splash: { x: BALL.x - 18, y: TURF },
  }[blow]
  const lean = LEAN[hand] * RAD
  const way = {
    face: `M6 ${from}Q30 ${TURF} ${foot.x} ${foot.y}Q${BALL.x + 8} ${TURF + 1} ${W - 6} ${TURF - 9}`,
    edge: `M6 ${from}Q26 ${foot.y} ${foot.x} ${foot.y}H${W - 8}`,
    splash: `M6 ${from}L${foot.x} ${foot.y}Q${BALL.x} ${TURF + 13} ${W - 12} ${TURF}`,
  }[blow]
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className="block w-[5.2rem]"
      role="img"
      aria-label={`${method.name}, drawn`}
    >
      {blow === 'splash' ? (
        <rect y={TURF} width={W} height={H - TURF} fill="var(--sand)" opacity={0.5} />
      ) : (
        <rect y={TURF} width={W} height={H - TURF} fill="var(--earth-fill)" />
      )}
      <line
        x2={W}
        y1={TURF}
        y2={TURF}
        stroke={blow === 'splash' ? 'var(--earth)' : 'var(--turf)'}
        strokeWidth={1.4}
      />
      <circle cx={BALL.x} cy={TURF - BALL.r} r={BALL.r} fill="var(--ball)" stroke="var(--ink)" />
      <path d={way} fill="none" stroke="var(--hot)" strokeWidth={1.6} />
      <line
        x1={foot.x}
        y1={foot.y}
        x2={foot.x + Math.sin(lean) * 30}
        y2={foot.y - Math.cos(lean) * 30}
        stroke="var(--ink)"
        strokeWidth={1.8}
      />
    </svg>
  )
}
