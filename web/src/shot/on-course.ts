import { create } from 'zustand'
import type { Call, Course, CourseHole, MappedLine, Player } from '../api/client'
import { mappedOf, type Mapped, type Place } from './mapped'
import { fromCourse } from './known-ground'
import type { Reading } from './reading'
import { fromLine } from './request'

interface OnCourse {
  course: number | null
  hole: string
  choose: (course: number, hole: string) => void
  /** Where the last ball finished that was booked on a hole. */
  lying: Lying | null
  lie: (lying: Lying) => void
}

interface Lying {
  /** What the course is called. */
  course: string
  hole: string
  at: Place
}

const KEY = 'veltrin.on-course'

function remembered(): Pick<OnCourse, 'course' | 'hole'> {
  const [course, hole = ''] = (localStorage.getItem(KEY) ?? '').split(' ')
  return { course: course && /^\d+$/.test(course) ? Number(course) : null, hole }
}

/** Course and hole that were played last, and what the map told of the line. */
export const useOnCourse = create<OnCourse>()((set) => ({
  ...remembered(),
  choose: (course, hole) => {
    localStorage.setItem(KEY, `${course} ${hole}`)
    set({ course, hole })
  },
  lying: null,
  lie: (lying) => set({ lying }),
}))

const RAD = Math.PI / 180

/** Where on the course a ball finished: past the target of a call and right of the way to it (m). */
export function finishOn(
  { ball, flag }: Pick<Mapped, 'ball' | 'flag'>,
  target: Pick<Call['target'], 'distance_m' | 'bearing_deg'>,
  past: number,
  side: number,
): Place {
  const turn = Math.atan2(flag[0] - ball[0], flag[1] - ball[1]) + target.bearing_deg * RAD
  const along = target.distance_m + past
  const [s, c] = [Math.sin(turn), Math.cos(turn)]
  return [ball[0] + along * s + side * c, ball[1] + along * c - side * s]
}

/** A ball was booked: where its line was off a map, the next one is played from where it finished. */
export function noteFinish(
  reading: Pick<Reading, 'flag' | 'place'>,
  call: Call,
  finish: { past: number; side: number } | null,
) {
  const mapped = mappedOf(reading)
  if (!mapped || !finish) return
  const { course, hole } = mapped
  useOnCourse.getState().lie({ course, hole, at: finishOn(mapped, call.target, finish.past, finish.side) })
}

/** The flag of a hole: where it is mapped, else the end of its way. */
export const flagOf = (hole: CourseHole): Place => hole.flag ?? hole.way.at(-1) ?? [0, 0]

/** The hole that was played last, else the first. */
export const holeOf = (course: Course, number: string) =>
  course.hole_list.find((hole) => hole.number === number) ?? course.hole_list[0]

/** What a map tells, in words. */
export const MAP_WORDS: readonly [MappedLine['known'][number], string][] = [
  ['flag', 'distance'],
  ['edges', 'green'],
  ['rise', 'height'],
  ['tilt', 'tilt of the green'],
  ['slope', 'slope under the ball'],
  ['areas', 'ground'],
  ['trees', 'trees'],
  ['greens', 'green speed and firmness'],
]

const ALWAYS: readonly (keyof Reading)[] = ['flag', 'front', 'back', 'width', 'areas', 'obstacles']
const TOLD: readonly [MappedLine['known'][number], readonly (keyof Reading)[]][] = [
  ['rise', ['rise']],
  ['tilt', ['greenFall', 'greenSide']],
  ['surround', ['surround']],
  ['greens', ['speed', 'firmness']],
]

/** What a line by the map makes of the reading: only what the map tells. */
export function fromMap(
  told: MappedLine,
  { doubt, ...on }: { course: string; hole: string; doubt: number | null },
  reading: Reading,
  player: Player,
): Partial<Reading> {
  const knows = (what: MappedLine['known'][number]) => told.known.includes(what)
  const line = fromLine(told.line)
  const keys = [...ALWAYS, ...TOLD.filter(([what]) => knows(what)).flatMap(([, of]) => of)]
  const patch: Partial<Reading> = { land: 0, bearing: told.bearing_deg, known: fromCourse(told.grounds) }
  patch.doubtFlag = doubt === null ? null : Math.min(Math.round(10 * doubt) / 10, 100)
  patch.place = { ...on, ball: told.ball, flag: told.flag, known: told.known }
  for (const key of keys) Object.assign(patch, { [key]: line[key] })
  // What lies where the ball does: the coach's own reading of the same cover is better than a map's.
  if (told.cover && told.cover !== reading.cover) patch.cover = told.cover
  if (told.slope) {
    const hand = player.hand === 'left' ? -1 : 1
    Object.assign(patch, {
      fall: told.slope.fall_deg,
      side: hand * told.slope.side_deg,
      doubtFall: told.slope.doubt_deg,
      doubtSide: told.slope.doubt_deg,
    })
  }
  return patch
}

interface SheetScale {
  /** Pixels a metre. */
  k: number
  height: number
  /** How far north is turned from up (deg, clockwise). */
  north: number
  out: (place: Place) => [number, number]
  back: (x: number, y: number) => Place
  /** A place moved by metres as it is seen: to the right and up. */
  step: (place: Place, right: number, up: number) => Place
}

/** How a piece of a course is laid on paper: `to` above `from`, all of `about` in sight. */
export function sheetOf(
  about: readonly Place[],
  from: Place,
  to: Place,
  width: number,
  tallest: number,
  margin: number,
): SheetScale {
  const turn = Math.atan2(to[0] - from[0], to[1] - from[1])
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  const right = ([e, n]: Place) => e * c - n * s
  const up = ([e, n]: Place) => e * s + n * c
  const [us, vs] = [about.map(right), about.map(up)]
  const [u0, u1] = [Math.min(...us) - margin, Math.max(...us) + margin]
  const [v0, v1] = [Math.min(...vs) - margin, Math.max(...vs) + margin]
  const k = Math.min(width / (u1 - u0), tallest / (v1 - v0))
  const height = Math.max(k * (v1 - v0), 160)
  const left = (u0 + u1 - width / k) / 2
  const top = (v0 + v1 + height / k) / 2
  const place = (u: number, v: number): Place => [u * c + v * s, -u * s + v * c]
  return {
    k,
    height,
    north: (-turn * 180) / Math.PI,
    out: (at) => [(right(at) - left) * k, (top - up(at)) * k],
    back: (x, y) => place(left + x / k, top - y / k),
    step: (at, along, by) => place(right(at) + along, up(at) + by),
  }
}
