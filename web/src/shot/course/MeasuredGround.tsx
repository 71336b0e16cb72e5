import type { Course, CourseGround } from '../../api/client'
import { counted } from '../../lib/counted'
import { dayWords } from '../../lib/when'
import { Problem } from '../../ui/Problem'
import { useForgetGround, useUseGround } from './api'
import { carryWords } from './ground-words'

/** What was measured of a course's ground: used in plans there, or not. */
export function MeasuredGround({ course }: { course: Course }) {
  const use = useUseGround()
  const forget = useForgetGround()
  const error = use.error ?? forget.error
  if (course.grounds.length === 0) return null
  const at = ({ cover }: CourseGround) => ({ id: course.id, version: course.version, cover })
  return (
    <section aria-label="Measured ground">
      <h3 className="font-bold">Measured ground of {course.name}</h3>
      <ul>
        {course.grounds.map((one) => (
          <li
            key={one.cover}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1"
            aria-label={one.words}
          >
            <span className="grow">
              <b>{one.words}</b>: a ball carries {carryWords(one.carry_pct)} than usual;{' '}
              {counted(one.balls, 'ball')}, {dayWords(one.measured_on)}
              {one.holds_pct < 100 && `; ${one.holds_pct} % of it is taken to hold today`}
            </span>
            {course.is_mine && (
              <>
                <label>
                  <input
                    type="checkbox"
                    className="mr-1"
                    checked={one.is_used}
                    disabled={use.isPending}
                    onChange={(event) => use.mutate({ ...at(one), is_used: event.target.checked })}
                  />
                  use it here
                </label>
                <button
                  type="button"
                  className="text-quiet hover:text-hot"
                  aria-label={`Forget ${one.words}`}
                  disabled={forget.isPending}
                  onClick={() => forget.mutate(at(one))}
                >
                  Forget
                </button>
              </>
            )}
          </li>
        ))}
      </ul>
      {error && <Problem error={error} />}
    </section>
  )
}
