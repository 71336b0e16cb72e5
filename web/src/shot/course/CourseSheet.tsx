import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Course, CourseHole, MappedLine, Player } from '../../api/client'
import { CourseMap, type CourseShot } from '../../drawing/CourseMap'
import { counted } from '../../lib/counted'
import { show, type Units } from '../../lib/units'
import { useUnits } from '../../lib/use-units'
import { Choice } from '../../ui/Choice'
import { Live } from '../../ui/Live'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { courseQuery, coursesQuery, mappedLineQuery } from './api'
import type { Place } from '../mapped'
import { flagOf, fromMap, holeOf, useOnCourse } from '../on-course'
import type { Reading } from '../reading'
import { useBench } from '../store'
import { CourseFiles } from './CourseFiles'
import { DrawCourse } from './draw/DrawCourse'
import { useDraft } from './draw/use-draft'
import { GreensHere } from './GreensHere'
import { MeasuredGround } from './MeasuredGround'
import { useHere } from './use-here'

/** What a player booked on a hole of a course. */
export type UseShots = (player_id: string, course: string, hole: string) => CourseShot[]

interface CourseSheetProps {
  useShots: UseShots
  open: boolean
  reading: Reading
  player: Player
  onOpenChange: (open: boolean) => void
}

/** On the course: choose the hole, lay the ball down, and the line is made by the map. */
export function CourseSheet({ open, reading, player, useShots, onOpenChange }: CourseSheetProps) {
  const on = useOnCourse()
  const courses = useQuery({ ...coursesQuery, enabled: open })
  const list = courses.data ?? []
  const id = list.find((one) => one.id === on.course)?.id ?? list[0]?.id ?? null
  const course = useQuery({ ...courseQuery(id ?? 0), enabled: open && id !== null })
  const [isDrawing, setDrawing] = useState(false)
  const draft = useDraft((drawing) => drawing.draft)
  if (isDrawing && draft)
    return (
      <Sheet
        open={open}
        wide
        onOpenChange={onOpenChange}
        title={draft.name === '' ? 'Draw a course' : `Draw ${draft.name}`}
        about="Lay a picture beneath and tell its scale, then touch corner after corner. What you drew stays here until you keep it."
      >
        <DrawCourse draft={draft} onLeave={() => setDrawing(false)} />
      </Sheet>
    )
  return (
    <Sheet
      open={open}
      wide
      onOpenChange={onOpenChange}
      title="On the course"
      about="Touch the map where the ball lies. The line to the flag, the green and the ground beside it come from the map."
    >
      {list.length > 1 && (
        <p className="mb-2">
          Course:{' '}
          <Choice
            label="Course"
            value={String(id)}
            options={list.map((one) => ({ value: String(one.id), words: one.name }))}
            onChange={(next) => on.choose(Number(next), '')}
          />
        </p>
      )}
      {courses.isSuccess && list.length === 0 && (
        <p>
          No course is kept yet. Draw one by hand below, or open a file of yours: GeoJSON, with the open map’s
          golf tags.
        </p>
      )}
      {course.data && (
        <OneCourse
          key={course.data.id}
          course={course.data}
          reading={reading}
          useShots={useShots}
          player={player}
          onPlayed={() => onOpenChange(false)}
        />
      )}
      <div className="mt-4">
        {course.data && <GreensHere course={course.data} reading={reading} />}
        {course.data && <MeasuredGround course={course.data} />}
      </div>
      {(courses.error ?? course.error) && <Problem error={(courses.error ?? course.error) as Error} />}
      <CourseFiles list={list} onDraw={() => setDrawing(true)} />
    </Sheet>
  )
}

function OneCourse(props: {
  course: Course
  reading: Reading
  player: Player
  useShots: UseShots
  onPlayed: () => void
}) {
  const { course } = props
  const on = useOnCourse()
  const hole = holeOf(course, on.hole)
  if (!hole) return <p>This course has no holes: give the file lines tagged golf=hole.</p>
  return (
    <>
      <div role="radiogroup" aria-label="Hole" className="mb-2 flex flex-wrap gap-1">
        {course.hole_list.map((one) => (
          <button
            key={one.number}
            type="button"
            role="radio"
            aria-checked={one === hole}
            aria-label={`Hole ${one.number}${one.name && `, ${one.name}`}`}
            className="figure min-h-9 min-w-9 border border-ink px-2 aria-checked:bg-ink aria-checked:text-paper"
            onClick={() => on.choose(course.id, one.number)}
          >
            {one.number}
          </button>
        ))}
        <span className="self-center pl-2 text-quiet">
          {hole.name}
          {hole.par && `, par ${hole.par}`}
        </span>
      </div>
      <OneHole key={hole.number} hole={hole} {...props} />
    </>
  )
}

const CLOSE_M = 45
const about = ([e, n]: Place, far: number): Place[] => [
  [e - far, n - far],
  [e + far, n + far],
]

function OneHole(props: {
  course: Course
  hole: CourseHole
  reading: Reading
  player: Player
  useShots: UseShots
  onPlayed: () => void
}) {
  const { course, hole, reading, player, useShots, onPlayed } = props
  const lying = useOnCourse.getState().lying
  const last = lying?.course === course.name && lying.hole === hole.number ? lying.at : null
  const [ball, setBall] = useState<Place | null>(last)
  const [flag, setFlag] = useState<Place>(flagOf(hole))
  const [isClose, setClose] = useState(false)
  // How far the ball's place is off where a device told it; touched or dragged it is where the coach sees it.
  const [doubt, setDoubt] = useState<number | null>(null)
  const lay = (at: Place, off: number | null = null) => {
    setBall(at)
    setDoubt(off)
  }
  const here = useHere(course, lay)
  const shots = useShots(player.id, course.name, hole.number)
  const [areShown, setShown] = useState(true)
  const line = useQuery(mappedLineQuery(course.id, ball, flag))
  const told = ball && !line.error ? line.data : undefined
  const from = hole.way[0] ?? [0, 0]
  const play = () => {
    if (!told) return
    useBench.getState().set(fromMap(told, { course: course.name, hole: hole.number, doubt }, reading, player))
    onPlayed()
  }
  return (
    <div className="grid gap-3 lg:grid-cols-[3fr_2fr]">
      <CourseMap
        course={course}
        about={
          isClose && ball
            ? about(ball, CLOSE_M)
            : [...hole.way, flag, ...(areShown ? shots.map(({ to }) => to) : [])]
        }
        from={isClose && ball ? ball : from}
        to={flag}
        ball={ball}
        flag={flag}
        edges={told ? { front: told.line.green_front_m ?? 0, back: told.line.green_back_m ?? 0 } : null}
        shots={areShown ? shots : []}
        onBall={lay}
        onFlag={setFlag}
      />
      <div>
        <div className="mb-2 flex flex-wrap gap-2">
          <button
            type="button"
            className="press press-main"
            disabled={!told || line.isFetching}
            onClick={play}
          >
            Play from here
          </button>
          {here.can && (
            <button type="button" className="press" onClick={here.ask}>
              I am at the ball
            </button>
          )}
          <button type="button" className="press" disabled={!ball} onClick={() => setClose((was) => !was)}>
            {isClose ? 'Whole hole' : 'Closer'}
          </button>
        </div>
        {shots.length > 0 && (
          <label className="mb-1 block">
            <input
              type="checkbox"
              className="mr-1"
              checked={areShown}
              onChange={(event) => setShown(event.target.checked)}
            />
            show {counted(shots.length, 'booked shot')} of {player.name} on this hole
          </label>
        )}
        {told ? (
          <Said told={told} isOld={line.isPlaceholderData} isLeft={player.hand === 'left'} />
        ) : (
          !line.error && <p>Touch where the ball lies.</p>
        )}
        {line.error && <Problem error={line.error} />}
        <Live as="p" className="mt-1 text-small">
          {here.words || (last && ball === last && 'The ball lies where the last shot finished.')}
        </Live>
      </div>
    </div>
  )
}

/** A slope as it is said over the ball. */
function slopeWords(slope: NonNullable<MappedLine['slope']>, isLeft: boolean, units: Units): string {
  const side = (isLeft ? -1 : 1) * slope.side_deg
  const told = (degrees: number) => show(Math.abs(degrees), 'slope', units)
  const fall = `${told(slope.fall_deg)} ${slope.fall_deg < 0 ? 'uphill' : 'downhill'}`
  return `${fall}, ball ${told(side)} ${side < 0 ? 'below' : 'above'} the feet, give or take ${told(slope.doubt_deg)}`
}

function Said({ told, isOld, isLeft }: { told: MappedLine; isOld: boolean; isLeft: boolean }) {
  const units = useUnits()
  const { line, slope, known } = told
  const far = (metres: number) => show(metres, 'distance', units)
  const facts: [string, string][] = [
    ['To the flag', far(line.flag_m)],
    [
      'Green',
      `${far(line.green_front_m ?? 0)} to ${far(line.green_back_m ?? 0)}${known.includes('edges') ? '' : ', as usual'}`,
    ],
    ['The ball lies in', told.ground],
  ]
  if (known.includes('rise')) {
    const rise = line.rise_m
    facts.push([
      'The green is',
      rise === 0 ? 'level with the ball' : `${far(Math.abs(rise))} ${rise > 0 ? 'above' : 'below'}`,
    ])
  }
  if (slope) facts.push(['Slope under the ball', slopeWords(slope, isLeft, units)])
  facts.push([
    'Beside the line',
    `${counted(line.areas?.length ?? 0, 'piece')} of ground, ${counted(line.obstacles?.length ?? 0, 'tree')}`,
  ])
  return (
    <div aria-busy={isOld}>
      <dl className="grid grid-cols-[auto_1fr] gap-x-3">
        {facts.map(([name, words]) => (
          <div key={name} className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd className="font-semibold">{words}</dd>
          </div>
        ))}
      </dl>
      {told.notes.map((note) => (
        <p key={note} className="mt-1 text-small">
          {note}
        </p>
      ))}
    </div>
  )
}
