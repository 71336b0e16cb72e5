/** Metres east and north of the course's middle. */
export type Place = readonly [number, number]

/** Where on a course a shot is, and what the map told of its line. */
export interface Mapped {
  course: string
  hole: string
  ball: Place
  /** The flag that the line goes to. */
  flag: Place
  known: readonly string[]
}

/** A flag that is off its place by less than this is where the map has it: what is dragged goes further. */
const SAME_M = 0.06

/** Where on a course this line is, as long as its flag is where the map has it. */
export function mappedOf(reading: { flag: number; place: Mapped | null }): Mapped | null {
  const { place, flag } = reading
  if (!place) return null
  const far = Math.hypot(place.flag[0] - place.ball[0], place.flag[1] - place.ball[1])
  return Math.abs(far - flag) < SAME_M ? place : null
}

/** A place on a course for the address. */
export function placeToText({ course, hole, ball, flag, known }: Mapped): string {
  return [course, hole, ball.join('_'), flag.join('_'), known.join('_')].join('*')
}

const placeIn = (text: string | undefined): Place | null => {
  const [east, north] = (text ?? '').split('_').map(Number)
  const isPlace = (value: number | undefined): value is number =>
    value !== undefined && Math.abs(value) <= 5000
  return isPlace(east) && isPlace(north) ? [east, north] : null
}

/** Read where it is from the address; null where it is broken. */
export function placeFromText(text: string): Mapped | null {
  const [course = '', hole = '', ...rest] = text.split('*')
  const [ball, flag] = [placeIn(rest[0]), placeIn(rest[1])]
  if (course === '' || !ball || !flag) return null
  const known = (rest[2] ?? '').split('_').filter((word) => word !== '')
  return { course: course.slice(0, 60), hole: hole.slice(0, 8), ball, flag, known }
}
