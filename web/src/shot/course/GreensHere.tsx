import type { Course } from '../../api/client'
import { show } from '../../lib/units'
import { useUnits } from '../../lib/use-units'
import { dayWords } from '../../lib/when'
import { Problem } from '../../ui/Problem'
import { firmnessWord } from '../day'
import type { Reading } from '../reading'
import { useForgetGreens, useKeepGreens } from './api'

/** How fast and how firm a course's greens were read: kept with it, used in lines there, or not. */
export function GreensHere({ course, reading }: { course: Course; reading: Reading }) {
  const units = useUnits()
  const keep = useKeepGreens()
  const forget = useForgetGreens()
  const { greens, id, version } = course
  const error = keep.error ?? forget.error
  const words = (speed: number, firmness: Reading['firmness']) =>
    `${show(speed, 'ft', units)}, ${firmnessWord(firmness)}`
  if (!course.is_mine && !greens) return null
  return (
    <section aria-label="Greens" className="mb-3">
      <h3 className="font-bold">Greens of {course.name}</h3>
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span>
          {greens
            ? `${words(greens.green_speed_ft, greens.firmness)}; read ${dayWords(greens.read_on)}${
                greens.holds ? '' : ': too long ago to go by'
              }`
            : 'Not read yet: lines here keep the green speed and firmness of the Bench.'}
        </span>
        {greens && course.is_mine && (
          <>
            <label>
              <input
                type="checkbox"
                className="mr-1"
                checked={greens.is_used}
                disabled={keep.isPending || !greens.holds}
                onChange={(event) => {
                  const { green_speed_ft, firmness, read_on } = greens
                  const is_used = event.target.checked
                  keep.mutate({ id, body: { version, green_speed_ft, firmness, read_on, is_used } })
                }}
              />
              use it here
            </label>
            <button
              type="button"
              className="text-quiet hover:text-hot"
              aria-label="Forget how the greens were read"
              disabled={forget.isPending}
              onClick={() => forget.mutate({ id, version })}
            >
              Forget
            </button>
          </>
        )}
      </p>
      {course.is_mine && (
        <button
          type="button"
          className="press mt-1"
          disabled={keep.isPending}
          onClick={() =>
            keep.mutate({
              id,
              body: { version, green_speed_ft: reading.speed, firmness: reading.firmness, is_used: true },
            })
          }
        >
          Keep {words(reading.speed, reading.firmness)}, as read on the Bench
        </button>
      )}
      {error && <Problem error={error} />}
    </section>
  )
}
