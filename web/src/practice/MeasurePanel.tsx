import house from '../../../docs/schema/house.json'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Call, GroundRead, MeasureGround, Player } from '../api/client'
import { usePlace } from '../lib/place'
import { scaleOf, show } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { callName } from '../shot/advice'
import { planQuery } from '../shot/api'
import { courseQuery, coursesQuery, useKeepGround, useMeasureGround } from '../shot/course/api'
import { groundWords, numbersIn } from '../shot/course/ground-words'
import { MeasuredGround } from '../shot/course/MeasuredGround'
import { useOnCourse } from '../shot/on-course'
import { toRequest } from '../shot/request'
import { useBench, useReading } from '../shot/store'
import { lieWords } from '../shot/words'
import { Choice } from '../ui/Choice'
import { Live } from '../ui/Live'
import { Problem } from '../ui/Problem'

const { fewest: FEWEST, most: MOST } = house.balls_to_measure

/** Measure the ground: balls from one lie tell what this grass or sand takes, and the course keeps it. */
export function MeasurePanel({ player }: { player: Player }) {
  const units = useUnits()
  const reading = useReading()
  const asked = toRequest({ ...reading, known: [], player: player.id, call: '', against: '' })
  const plan = useQuery(planQuery(asked, null))
  const kept = useCourse()
  const call = plan.data?.calls.find((one) => one.id === (reading.call || plan.data.first_id))
  return (
    <div className="grid gap-x-12 lg:grid-cols-[minmax(0,65ch)_minmax(0,1fr)]">
      <section aria-label="Measure the ground">
        <h2 className="text-lg font-bold">Measure the ground</h2>
        <p>
          Strike five to ten balls from one lie with one call and measure how far each carries. Veltrin tells
          what this grass or sand takes against such ground in general, and the course keeps it.
        </p>
        <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3">
          <dt className="text-quiet">the lie</dt>
          <dd>{lieWords(reading, units)}</dd>
          <dt className="text-quiet">the call</dt>
          <dd>
            {call
              ? `${callName(call)} to ${show(reading.flag, 'distance', units)}, carry ${show(call.carry_m, 'distance', units)}`
              : 'being worked out'}
          </dd>
        </dl>
        <button type="button" className="word" onClick={() => usePlace.getState().go('bench')}>
          Set lie and call on the Bench
        </button>
        {plan.error && <Problem error={plan.error} onRetry={() => void plan.refetch()} />}
        {call && <Balls key={call.id} request={asked} call={call} kept={kept} />}
      </section>
      <div className="max-lg:mt-4">{kept.course && <MeasuredGround course={kept.course} />}</div>
    </div>
  )
}

interface BallsProps {
  request: MeasureGround['request']
  call: Call
  kept: ReturnType<typeof useCourse>
}

function Balls({ request, call, kept }: BallsProps) {
  const units = useUnits()
  const [text, setText] = useState('')
  const measure = useMeasureGround()
  const told = numbersIn(text)
  const scale = scaleOf('distance', units)
  const balls = told.flatMap((value) => (value === null ? [] : [{ carry_m: scale.fromShown(value) }]))
  const isWhole = balls.length === told.length && balls.length >= FEWEST && balls.length <= MOST
  const body = { request, call_id: call.id, balls }
  return (
    <>
      <form
        className="mt-3"
        onSubmit={(event) => {
          event.preventDefault()
          measure.mutate(body)
        }}
      >
        <label className="block" htmlFor="carries">
          Carries in{scale.sign}, one after the other. Leave out balls that were struck heavy or thin.
        </label>
        <textarea
          id="carries"
          className="field mt-1 w-full"
          rows={2}
          inputMode="decimal"
          value={text}
          onChange={(event) => {
            setText(event.target.value)
            measure.reset()
          }}
        />
        <div className="mt-1 flex flex-wrap items-center gap-3">
          <button type="submit" className="press press-main" disabled={!isWhole || measure.isPending}>
            What do they tell?
          </button>
          <Live className="text-quiet">{countWords(told)}</Live>
        </div>
      </form>
      {measure.error && <Problem error={measure.error} />}
      {measure.data && <Told told={measure.data} body={body} kept={kept} />}
    </>
  )
}

function countWords(told: readonly (number | null)[]): string {
  const wrong = told.indexOf(null)
  if (wrong >= 0) return `Ball ${wrong + 1} is no number.`
  if (told.length === 0) return ''
  if (told.length < FEWEST) return `${told.length} of at least ${FEWEST} balls`
  return told.length > MOST ? `${told.length} balls: at most ${MOST}` : `${told.length} balls`
}

/** The course that was played last, else the first; among those that may be changed here. */
function useCourse() {
  const courses = useQuery(coursesQuery)
  const on = useOnCourse((state) => state.course)
  const [picked, setPicked] = useState<number | null>(null)
  const list = courses.data ?? []
  const mine = list.filter((one) => one.is_mine)
  const id = (mine.find((one) => one.id === (picked ?? on)) ?? mine[0])?.id ?? null
  const course = useQuery({ ...courseQuery(id ?? 0), enabled: id !== null })
  return { mine, course: course.data, pick: setPicked }
}

interface ToldProps {
  told: GroundRead
  body: MeasureGround
  kept: ReturnType<typeof useCourse>
}

function Told({ told, body, kept }: ToldProps) {
  const { mine, course, pick } = kept
  const keep = useKeepGround()
  const units = useUnits()
  const carries = body.balls.flatMap(({ carry_m }) => (carry_m == null ? [] : [carry_m]))
  const known = { cover: told.cover, ...told.measured }
  return (
    <section aria-label="What the balls tell" className="mt-3">
      {groundWords(told, carries, units).map((words, i) => (
        <p key={words} className={i === 0 ? 'text-head font-bold' : ''}>
          {words}
        </p>
      ))}
      {mine.length === 0 && (
        <p className="mt-2">No course of yours is kept: open one on the Bench (Y) first.</p>
      )}
      {course && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <button
            type="button"
            className="press press-main"
            disabled={keep.isPending || keep.isSuccess}
            onClick={() =>
              keep.mutate(
                { id: course.id, body: { version: course.version, measure: body } },
                {
                  onSuccess: () => {
                    const others = useBench
                      .getState()
                      .history.present.known.filter((k) => k.cover !== told.cover)
                    useBench.getState().set({ known: [...others, known] })
                  },
                },
              )
            }
          >
            Keep it with {course.name}
          </button>
          {mine.length > 1 && (
            <Choice
              label="Course that keeps it"
              value={String(course.id)}
              options={mine.map((one) => ({ value: String(one.id), words: one.name }))}
              onChange={(next) => pick(Number(next))}
            />
          )}
          <Live>
            {keep.isSuccess &&
              'Saved. Plans from such a lie on this course use it, on the Bench from now on.'}
          </Live>
        </div>
      )}
      {keep.error && <Problem error={keep.error} />}
    </section>
  )
}
