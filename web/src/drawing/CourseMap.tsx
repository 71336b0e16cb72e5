import { useMemo, type MouseEvent } from 'react'
import type { Course } from '../api/client'
import { polyline } from '../lib/geometry'
import { show } from '../lib/units'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useUnits } from '../lib/use-units'
import type { Place } from '../shot/mapped'
import { sheetOf } from '../shot/on-course'
import { CourseGround, FlagMark, HoleNumbers, ScaleBar } from './CourseGround'
import { Grip } from './Grip'
import { pointIn } from './pointer'

interface CourseMapProps {
  course: Course
  /** What is to be seen: the hole's way, or the ground about the ball. */
  about: readonly Place[]
  /** Which way is up: from here to there. */
  from: Place
  to: Place
  ball: Place | null
  flag: Place
  /** How far the green's edges are from the ball (m), where a line is known. */
  edges: { front: number; back: number } | null
  /** Shots that were booked here: where each was struck from and where it finished. */
  shots: readonly CourseShot[]
  /** Their numbers stand beside them. */
  areCounted?: boolean
  /** Laid down by a touch, dragged; without them the sheet is only looked at. */
  onBall?: (at: Place) => void
  onFlag?: (at: Place) => void
}

export interface CourseShot {
  id: string
  words: string
  from: Place
  to: Place
}

const WIDEST = 700
/** So tall a map may be: on a phone what is pressed next stays in sight. */
const TALLEST = { phone: 380, wide: 520 }
const PHONE = 480
const MARGIN_M = 18
const BAR_M = 50

/** A hole from above, as a surveyor's sheet: played upwards, north by the needle. A touch lays the ball down. */
export function CourseMap(props: CourseMapProps) {
  const { course, about, from, to, ball, flag, edges, shots, areCounted, onBall, onFlag } = props
  const units = useUnits()
  const [drawing, W] = useDrawnWidth(WIDEST)
  const sheet = useMemo(
    () => sheetOf(about, from, to, W, W < PHONE ? TALLEST.phone : TALLEST.wide, MARGIN_M),
    [about, from, to, W],
  )
  const at = (place: Place) => sheet.out(place)
  const onTap = (event: MouseEvent<SVGSVGElement>) => {
    if ((event.target as Element).closest('.handle')) return
    onBall?.(sheet.back(...pointIn(event)))
  }
  const grip = (name: string, place: Place, onMove: (at: Place) => void) => {
    const [x, y] = at(place)
    return (
      <Grip
        x={x}
        y={y}
        label={name}
        value={Math.round(place[0])}
        high={course.east_m}
        spoken={`${Math.round(place[0])} m east, ${Math.round(place[1])} m north`}
        onMove={(px, py) => onMove(sheet.back(px, py))}
        onRelease={() => undefined}
        onStep={(along, up) => onMove(sheet.step(place, along, up))}
      />
    )
  }
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${sheet.height}`}
      className="block w-full touch-manipulation border border-rule"
      role="group"
      aria-label={`${course.name} from above`}
      onClick={onTap}
    >
      <rect width={W} height={sheet.height} fill="var(--paper-lit)" />
      <CourseGround lies={course.lies} trees={course.trees} ways={course.hole_list} at={at} k={sheet.k} />
      {shots.map((shot, i) => {
        const [x, y] = at(shot.to)
        return (
          <g key={shot.id} stroke="var(--second)" role="img" aria-label={shot.words}>
            <title>{shot.words}</title>
            <path d={polyline([shot.from, shot.to].map(at))} fill="none" strokeOpacity={0.7} />
            <circle cx={x} cy={y} r={2.6} fill="var(--second)" />
            {areCounted && (
              <text x={x + 6} y={y - 4} stroke="none" className="figure halo">
                {i + 1}
              </text>
            )}
          </g>
        )
      })}
      {ball && (
        <g aria-hidden>
          <path d={polyline([ball, flag].map(at))} stroke="var(--hot)" strokeWidth={1.6} fill="none" />
          {edges &&
            [edges.front, edges.back].map((metres) => {
              const [x, y] = at(alongTo(ball, flag, metres))
              return <circle key={metres} cx={x} cy={y} r={3} fill="var(--paper)" stroke="var(--hot)" />
            })}
        </g>
      )}
      <HoleNumbers ways={course.hole_list} at={at} />
      <Needle x={36} y={40} turn={sheet.north} />
      <ScaleBar
        long={BAR_M * sheet.k}
        words={show(BAR_M, 'distance', units)}
        x={W - 16}
        y={sheet.height - 12}
      />
      {onFlag ? grip('Flag', flag, onFlag) : <FlagMark at={at(flag)} />}
      {ball && onBall && grip('Ball', ball, onBall)}
      {ball && (
        <circle
          cx={at(ball)[0]}
          cy={at(ball)[1]}
          r={3.4}
          fill="var(--ball)"
          stroke="var(--ink)"
          pointerEvents="none"
        />
      )}
    </svg>
  )
}

function alongTo(ball: Place, flag: Place, metres: number): Place {
  const way = Math.max(Math.hypot(flag[0] - ball[0], flag[1] - ball[1]), 0.1)
  return [ball[0] + (metres / way) * (flag[0] - ball[0]), ball[1] + (metres / way) * (flag[1] - ball[1])]
}

function Needle({ x, y, turn }: { x: number; y: number; turn: number }) {
  return (
    <g transform={`translate(${x} ${y}) rotate(${turn})`} aria-hidden>
      <path d="M0 -16 4 6 0 3 -4 6z" fill="var(--ink)" />
      <text y={-19} textAnchor="middle" className="halo">
        N
      </text>
    </g>
  )
}
