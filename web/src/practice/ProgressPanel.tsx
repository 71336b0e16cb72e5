import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { summaryQuery } from '../book/api'
import type { Drill, Player, Progress } from '../api/client'
import { progressQuery } from './api'
import { HelpedBars } from '../drawing/HelpedBars'
import { HitChart } from '../drawing/HitChart'
import { LostBars } from '../drawing/LostBars'
import { drillOn } from './drill-words'
import { Problem } from '../ui/Problem'
import { counted } from '../lib/counted'

interface ProgressPanelProps {
  player: Player
  drills: readonly Drill[]
  onOpen: (drill: string) => void
}

const ANSWERS: Record<Progress['helped'][number]['answer'], string> = {
  helped: 'helped',
  worse: 'worse than before',
  same: 'no change',
  open: 'too early to tell',
  none: 'too few shots',
}

/** Before against after on the course, for the lies that were practised. */
function Helped({ told }: { told: Progress['helped'] }) {
  if (told.length === 0) return null
  return (
    <section aria-label="Did practice help?">
      <h2 className="text-head font-bold">Did practice help?</h2>
      <p className="text-small text-quiet">
        How practice changed the strokes lost a shot on the course, compared with the lies that were not
        practised. The true change lies between the two ends in 9 of 10 cases. If practice did nothing, 6 of
        100 players will ever read that it helped; a gain of 0.2 strokes shows in 6 of 10 after forty shots.
      </p>
      <HelpedBars told={told} />
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

interface LostNowProps {
  player: Player
  drills: readonly Drill[]
  onOpen: (drill: string) => void
}

/** What costs most on the course now, each with the way to its drill. */
function LostNow({ player, drills, onOpen }: LostNowProps) {
  const lies = useQuery(summaryQuery({ player_id: player.id })).data?.lies ?? []
  const known = lies.filter(({ lost }) => lost != null)
  if (known.length === 0) return null
  return (
    <section aria-label="What costs strokes now" className="mt-6">
      <h2 className="text-head font-bold">What costs strokes now</h2>
      <p className="mb-2 text-small text-quiet">
        Strokes lost a shot in the field book. The thin bar shows the likely range. Tap a lie for its drill.
      </p>
      <LostBars
        lies={known}
        onOpen={(lie) => {
          const drill = drillOn(drills, lie.cover) ?? drills[0]
          if (drill) onOpen(drill.id)
        }}
      />
    </section>
  )
}

/** What practice came to: whether it helped, each drill over time, and what costs most now. */
export function ProgressPanel({ player, drills, onOpen }: ProgressPanelProps) {
  const asked = useQuery(progressQuery(player.id))
  if (asked.error) return <Problem error={asked.error} onRetry={() => void asked.refetch()} />
  const told = asked.data
  if (!told) return <p className="text-quiet">Adding up.</p>
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
      <div className="min-w-0">
        <Helped told={told.helped} />
        <LostNow player={player} drills={drills} onOpen={onOpen} />
      </div>
      {told.drills.length === 0 ? (
        <p className="max-w-prose text-quiet">
          No drill has been finished yet. Build a session and run it. This page then shows the hits of each
          drill over time, and whether practice helped on the course.
        </p>
      ) : (
        <section aria-label="Drills over time" className="min-w-0">
          <h2 className="text-head font-bold">Drills over time</h2>
          <p className="text-small text-quiet">
            {counted(told.sessions, 'session')}, {counted(told.balls, 'ball')}. Hits in 100 balls. Dots: hits
            of that day, filled when passed. Bars: likely range (8 in 10). Dashes: hits to expect from the
            player’s level that day. The target gets smaller with each level.
          </p>
          <Charts
            of={told.drills.map((drill) => ({
              ...drill,
              head: (
                <>
                  <button
                    type="button"
                    className="text-left font-semibold hover:text-hot"
                    onClick={() => onOpen(drill.drill_id)}
                  >
                    {drill.name}
                  </button>
                  <span className="text-small text-quiet">
                    level {drill.level}
                    {drill.evidence >= 1.5 && `; ${Math.round(drill.evidence)} of 10 towards the next`}
                  </span>
                </>
              ),
            }))}
          />
          {told.kinds.length > 0 && (
            <>
              <h2 className="mt-4 text-head font-bold">By kind of lie</h2>
              <Charts of={told.kinds.map((kind) => ({ ...kind, head: <b>{kind.name}</b> }))} />
            </>
          )}
        </section>
      )}
    </div>
  )
}

type Charted = Pick<Progress['drills'][number], 'name' | 'went'> & { head: ReactNode }

/** One chart after the other: a single one is as wide as the page lets it. */
function Charts({ of }: { of: readonly Charted[] }) {
  return (
    <ul className={`mt-1 grid gap-x-6 ${of.length > 1 ? 'sm:grid-cols-2' : ''}`}>
      {of.map((one) => (
        <li key={one.name} className="border-t border-rule py-1.5">
          <p className="flex items-baseline justify-between gap-2">{one.head}</p>
          <HitChart drill={one} />
        </li>
      ))}
    </ul>
  )
}
