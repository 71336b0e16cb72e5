import type { MouseEvent } from 'react'
import { pointIn } from './pointer'

interface FaceTapProps {
  /** Towards the heel, and up from the lowest groove (mm). */
  at: { heel: number; up: number } | null
  leftHanded: boolean
  onTap: (at: { heel: number; up: number } | null) => void
}

const FACE_W = 170
const FACE_H = 104
/** Pixels a millimetre. */
const K = 1.7
const [FACE_X, FACE_Y] = [85, 84]

/** Outline and grooves of a wedge's face, a right-hander's heel on the right. */
function FaceShape({ hand }: { hand: 1 | -1 }) {
  const x = (heel: number) => FACE_X + hand * heel * K
  return (
    <>
      <path
        d={`M${x(36)} ${FACE_Y + 6}L${x(-30)} ${FACE_Y + 6}Q${x(-44)} ${FACE_Y - 8} ${x(-42)} 26Q${x(-36)} 8 ${x(-22)} 10L${x(32)} 52L${x(40)} 40L${x(47)} 44L${x(38)} ${FACE_Y}Z`}
        fill="var(--paper)"
        stroke="var(--ink)"
        strokeWidth={1.4}
      />
      {[0, 5, 10, 15, 20, 25].map((up) => (
        <line
          key={up}
          x1={x(26)}
          x2={x(-24)}
          y1={FACE_Y - up * K}
          y2={FACE_Y - up * K}
          stroke="var(--faint)"
        />
      ))}
    </>
  )
}

/** The same with where the ball met it, to look at. */
export function FaceMark({ heel, leftHanded, words }: { heel: number; leftHanded: boolean; words: string }) {
  const hand = leftHanded ? -1 : 1
  return (
    <svg viewBox={`0 0 ${FACE_W} ${FACE_H}`} className="block w-full" role="img" aria-label={words}>
      <FaceShape hand={hand} />
      <circle
        cx={FACE_X + hand * heel * K}
        cy={FACE_Y - 10 * K}
        r={7}
        fill="none"
        stroke="var(--hot)"
        strokeWidth={2.5}
      />
    </svg>
  )
}

/** The club face as the ball sees it: a tap says where it met the ball; a second tap there takes it back. */
export function FaceTap({ at, leftHanded, onTap }: FaceTapProps) {
  // The ball sees a right-hander's heel on its right.
  const hand = leftHanded ? -1 : 1
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const [x, y] = pointIn(event)
    const heel = Math.round((hand * (x - FACE_X)) / K)
    const up = Math.round((FACE_Y - y) / K)
    if (at && Math.abs(at.heel - heel) < 4 && Math.abs(at.up - up) < 4) onTap(null)
    else onTap({ heel: Math.max(-45, Math.min(45, heel)), up: Math.max(-8, Math.min(50, up)) })
  }
  const x = (heel: number) => FACE_X + hand * heel * K
  return (
    <svg
      viewBox={`0 0 ${FACE_W} ${FACE_H}`}
      className="block w-full cursor-crosshair small-drawing touch-manipulation border border-rule bg-lit"
      role="img"
      aria-label={
        at
          ? `Face: ${Math.abs(at.heel)} mm towards the ${at.heel > 0 ? 'heel' : 'toe'}, ${at.up} mm up`
          : 'Club face: tap where it met the ball'
      }
      onClick={tap}
    >
      <FaceShape hand={hand} />
      <text x={x(-44)} y={FACE_H - 3} textAnchor={leftHanded ? 'end' : 'start'} className="quiet">
        toe
      </text>
      <text x={x(46)} y={FACE_H - 3} textAnchor={leftHanded ? 'start' : 'end'} className="quiet">
        heel
      </text>
      {at && (
        <circle
          cx={x(at.heel)}
          cy={FACE_Y - at.up * K}
          r={7}
          fill="none"
          stroke="var(--hot)"
          strokeWidth={2.5}
        />
      )}
    </svg>
  )
}

interface TurfTapProps {
  /** Where the turf was met, ahead of the ball (cm). */
  at: number | null
  onTap: (at: number | null) => void
}

const TURF_W = 170
const TURF_H = 104
const CM = 6.2
const TURF_Y = 64

/** The turf from the side, target right: a tap says where the club met it. */
export function TurfTap({ at, onTap }: TurfTapProps) {
  const middle = TURF_W / 2
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    const [x] = pointIn(event)
    const cm = Math.max(-12, Math.min(12, Math.round((x - middle) / CM)))
    onTap(at === cm ? null : cm)
  }
  return (
    <svg
      viewBox={`0 0 ${TURF_W} ${TURF_H}`}
      className="block w-full cursor-crosshair small-drawing touch-manipulation border border-rule bg-lit"
      role="img"
      aria-label={
        at === null
          ? 'Turf line: tap where the club met it'
          : `Turf met ${Math.abs(at)} cm ${at < 0 ? 'behind' : 'ahead of'} the ball`
      }
      onClick={tap}
    >
      <line x1={0} x2={TURF_W} y1={TURF_Y} y2={TURF_Y} stroke="var(--turf)" strokeWidth={2} />
      {[-10, -5, 0, 5, 10].map((cm) => (
        <g key={cm}>
          <line
            x1={middle + cm * CM}
            x2={middle + cm * CM}
            y1={TURF_Y}
            y2={TURF_Y + 6}
            stroke="var(--quiet)"
          />
          <text x={middle + cm * CM} y={TURF_Y + 18} textAnchor="middle" className="figure quiet">
            {Math.abs(cm)}
          </text>
        </g>
      ))}
      <circle cx={middle} cy={TURF_Y - 13.2} r={13.2} fill="var(--ball)" stroke="var(--ink)" />
      <text x={4} y={TURF_H - 4} className="quiet">
        cm behind
      </text>
      <text x={TURF_W - 4} y={TURF_H - 4} textAnchor="end" className="quiet">
        ahead
      </text>
      {at !== null && (
        <path
          d={`M${middle + at * CM - 9} ${TURF_Y}q9 12 18 0`}
          fill="none"
          stroke="var(--hot)"
          strokeWidth={3}
        />
      )}
    </svg>
  )
}
