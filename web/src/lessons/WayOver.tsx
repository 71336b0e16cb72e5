import { useQuery } from '@tanstack/react-query'
import type { Lesson } from '../api/client'
import { shotOnHole } from '../book/shots-on-hole'
import { CourseMap } from '../drawing/CourseMap'
import { counted } from '../lib/counted'
import { numberWords } from '../lib/local'
import { useUnits } from '../lib/use-units'
import { courseQuery, coursesQuery } from '../shot/course/api'
import { flagOf } from '../shot/on-course'
import { lostOver, wayOver, type OnHole } from './way-over'

/** The lesson's way over the course: each hole drawn with what was struck there, in order. */
export function WayOver({ lesson, names }: { lesson: Lesson; names: ReadonlyMap<string, string> }) {
  const way = wayOver(lesson.done)
  if (way.length === 0) return null
  return (
    <section aria-label="The way over the course" className="mt-3 border-t border-rule pt-2">
      <h3 className="font-semibold">The way over the course</h3>
      <ol className="grid gap-x-8 gap-y-3 lg:grid-cols-2">
        {way.map((one) => (
          <li key={`${one.course} ${one.hole} ${one.player_id}`}>
            <Hole on={one} name={names.size > 1 ? (names.get(one.player_id) ?? null) : null} />
          </li>
        ))}
      </ol>
    </section>
  )
}

function lostWords({ lost, of }: { lost: number; of: number }, all: number): string {
  if (of === 0) return ''
  const part = of < all ? ` over the ${of} whose finish is known` : ''
  return `, ${numberWords(Math.abs(lost), 1)} strokes ${lost > 0 ? 'worse' : 'better'} than average${part}`
}

function Hole({ on, name }: { on: OnHole; name: string | null }) {
  const units = useUnits()
  const { course, hole, rows } = on
  const id = useQuery(coursesQuery).data?.find((one) => one.name === course)?.id
  const drawn = useQuery({ ...courseQuery(id ?? 0), enabled: id !== undefined }).data
  const mapped = drawn?.hole_list.find((one) => one.number === hole)
  const shots = rows.flatMap((row) => shotOnHole(row, units) ?? [])
  return (
    <section aria-label={`${course}, hole ${hole}${name ? `, ${name}` : ''}`}>
      <p>
        <b>
          {course}, hole {hole}
        </b>
        {mapped?.name && ` (${mapped.name}${mapped.par ? `, par ${mapped.par}` : ''})`}
        {name && `, ${name}`}: {counted(rows.length, 'stroke')}
        {lostWords(lostOver(rows), rows.length)}.
      </p>
      <ol className="mb-1 list-inside list-decimal">
        {shots.map(({ id: key, words }) => (
          <li key={key}>{words}</li>
        ))}
      </ol>
      {drawn && mapped && (
        <CourseMap
          course={drawn}
          about={[...mapped.way, ...shots.flatMap(({ from, to }) => [from, to])]}
          from={mapped.way[0] ?? [0, 0]}
          to={flagOf(mapped)}
          ball={null}
          flag={flagOf(mapped)}
          edges={null}
          shots={shots}
          areCounted
        />
      )}
    </section>
  )
}
