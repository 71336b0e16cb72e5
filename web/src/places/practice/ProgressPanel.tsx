import { useQuery } from '@tanstack/react-query'
import type { Player, Progress } from '../../api/client'
import { progressQuery } from '../../api/practice'
import { HitChart } from '../../drawing/HitChart'
import { Problem } from '../../ui/Problem'
import { counted } from '../../lib/counted'

interface ProgressPanelProps {
  player: Player
  onOpen: (drill: string) => void
}

const ANSWERS: Record<Progress['helped'][number]['answer'], string> = {
  helped: 'helped',
  worse: 'worse than before',
  same: 'no change',
  open: 'can’t be told yet',
  none: 'too few shots',
}

/** Before against after on the course, for the lies that were practised. */
function Helped({ told }: { told: Progress['helped'] }) {
  if (told.length === 0) return null
  return (
    <section aria-label="Did practice help?">
      <h2 className="text-head font-bold">Did practice help?</h2>
      <p className="text-small text-quiet">
        Strokes lost a shot on the course before the first session about a lie, against those after; the
        interval holds the true difference nine times of ten.
      </p>
      <ul className="mt-1">
        {told.map((one) => (
          <li key={one.kind} className="border-t border-rule py-1.5">
            <b className={one.answer === 'helped' ? 'text-hot' : ''}>
              {one.kind}: {ANSWERS[one.answer]}
            </b>
            {one.difference !== null && (
              <span className="figure text-small">
                {' '}
                {one.before_lost?.toFixed(2)} → {one.after_lost?.toFixed(2)} ({one.low?.toFixed(2)} …{' '}
                {one.high?.toFixed(2)})
              </span>
            )}
            <span className="block text-small">{one.words}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What practice came to: whether it helped, and each drill over time. */
export function ProgressPanel({ player, onOpen }: ProgressPanelProps) {
  const asked = useQuery(progressQuery(player.id))
  if (asked.error) return <Problem error={asked.error} onRetry={() => void asked.refetch()} />
  const told = asked.data
  if (!told) return <p className="text-quiet">Adding up.</p>
  if (told.drills.length === 0)
    return (
      <p className="max-w-prose text-quiet">
        Nothing was played to its end yet. Build a session and run it at the station: each drill’s hits stand
        here over time, and the course tells whether it helped.
      </p>
    )
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.4fr)]">
      <Helped told={told.helped} />
      <section aria-label="Drills over time">
        <h2 className="text-head font-bold">Drills over time</h2>
        <p className="text-small text-quiet">
          {counted(told.sessions, 'session')}, {counted(told.balls, 'ball')}. Dots: hits of that day, filled
          where it passed; bars: eight in ten; the dashes are what playing as on that day brings. The ring
          gets narrower with each level.
        </p>
        <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
          {told.drills.map((drill) => (
            <li key={drill.drill_id} className="border-t border-rule py-1.5">
              <p className="flex items-baseline justify-between gap-2">
                <button
                  type="button"
                  className="text-left font-semibold hover:text-hot"
                  onClick={() => onOpen(drill.drill_id)}
                >
                  {drill.name}
                </button>
                <span className="text-small text-quiet">level {drill.level}</span>
              </p>
              <HitChart drill={drill} />
            </li>
          ))}
        </ul>
        {told.kinds.length > 0 && (
          <>
            <h2 className="mt-4 text-head font-bold">By kind of lie</h2>
            <ul className="mt-1 grid gap-x-6 sm:grid-cols-2">
              {told.kinds.map((kind) => (
                <li key={kind.name} className="border-t border-rule py-1.5">
                  <p className="font-semibold">{kind.name}</p>
                  <HitChart drill={kind} />
                </li>
              ))}
            </ul>
          </>
        )}
      </section>
    </div>
  )
}
