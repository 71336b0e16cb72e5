import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import {
  done as answered,
  client,
  type Drill,
  type KeptPractice,
  type MissName,
  type Player,
} from '../api/client'
import { practiceQuery, useBeginPractice, useFinishPractice } from './api'
import { tell } from '../lib/desk'
import { flush, useQueue } from '../book/queue'
import { ballsOf, forgetRun, nextPart, takeBack, useRun, type RunBall } from './run'
import { useArrival } from '../lib/use-arrival'
import { Problem } from '../ui/Problem'
import { SessionDone } from './SessionDone'
import { StationPage } from './StationPage'
import { countedThat } from '../lib/counted'

const NONE: RunBall[] = []
const MISS_KEYS: readonly MissName[] = ['heavy', 'thin', 'shank']

/** Minutes and seconds since the drill was opened. */
function Timer({ minutes }: { minutes: number }) {
  const [seconds, setSeconds] = useState(0)
  useEffect(() => {
    const start = Date.now()
    const timer = setInterval(() => setSeconds(Math.floor((Date.now() - start) / 1000)), 1000)
    return () => clearInterval(timer)
  }, [])
  return (
    <span className="figure" role="timer" aria-label="Time at this drill">
      {Math.floor(seconds / 60)}:{`${seconds % 60}`.padStart(2, '0')}{' '}
      <span className="text-quiet">/ {Math.round(minutes)} min</span>
    </span>
  )
}

interface BegunProps {
  practice: KeptPractice
  drills: readonly Drill[]
}

/** A session that has begun: one station a page. */
function Begun({ practice, drills }: BegunProps) {
  const queries = useQueryClient()
  const here = useRun((state) => state.struck[practice.id] ?? NONE)
  const waiting = useQueue((state) => state.waiting.length)
  const balls = ballsOf(practice, here)
  // Where it stopped; from there on it is turned by hand, not under the hand.
  const [place, setPlace] = useState(() => nextPart(practice, balls))
  const finish = useFinishPractice()
  const part = practice.parts[place]
  if (!part) return null
  const own = balls.filter((ball) => ball.part === place)
  const undo = async () => {
    const last = own.at(-1)
    if (!last || takeBack(practice.id, last.id)) return
    try {
      answered(await client.DELETE('/api/book/{booking_id}', { params: { path: { booking_id: last.id } } }))
    } catch {
      tell('That ball is already in the book, and Veltrin can’t be reached. Undo it in the field book later.')
    }
    await queries.invalidateQueries({ queryKey: practiceQuery(practice.id).queryKey })
  }
  const end = async () => {
    await flush()
    finish.mutate(practice.id, { onSuccess: () => forgetRun(practice.id) })
  }
  const isLast = place === practice.parts.length - 1
  return (
    <section aria-label="Session at the station" className="mx-auto max-w-[34rem]">
      <header className="flex items-baseline justify-between gap-3">
        <h2 className="text-lg font-bold">{part.name}</h2>
        <Timer key={place} minutes={part.minutes} />
      </header>
      <StationPage
        key={place}
        practice={practice}
        place={place}
        balls={own}
        drill={drills.find((drill) => drill.id === part.drill_id)}
        misses={MISS_KEYS}
        onUndo={() => void undo()}
      />
      <nav className="mt-4 grid grid-cols-2 gap-2" aria-label="Drills of this session">
        <button
          type="button"
          className="press min-h-12"
          disabled={place === 0}
          onClick={() => setPlace(place - 1)}
        >
          ← before
        </button>
        <button
          type="button"
          className={`press min-h-12 ${own.length >= part.order.length && !isLast ? 'press-main' : ''}`}
          disabled={isLast}
          onClick={() => setPlace(place + 1)}
        >
          next drill →
        </button>
        <p className="col-span-2 text-center text-small text-quiet">
          Drill {place + 1} of {practice.parts.length}
          {waiting > 0 && `; ${countedThat(waiting, 'ball', 'waits', 'wait')} in this browser to be sent`}
        </p>
        <button
          type="button"
          className={`press col-span-2 min-h-12 ${isLast && own.length >= part.order.length ? 'press-main' : ''}`}
          disabled={finish.isPending}
          onClick={() => void end()}
        >
          End the session
        </button>
      </nav>
      {finish.error && <Problem error={finish.error} onRetry={() => void end()} />}
    </section>
  )
}

interface RunSessionProps {
  id: string
  player: Pick<Player, 'name'>
  drills: readonly Drill[]
  onLeave: () => void
}

/** A kept session: begin it, run it at the stations, look back on it. */
export function RunSession({ id, player, drills, onLeave }: RunSessionProps) {
  const asked = useQuery(practiceQuery(id))
  const begin = useBeginPractice()
  const practice = asked.data
  const here = useRef<HTMLDivElement>(null)
  useArrival(here, practice?.state)
  return (
    <div ref={here} tabIndex={-1} className="min-w-0 outline-none">
      <p className="no-print mb-2">
        <button type="button" className="word" onClick={onLeave}>
          ← all sessions
        </button>
      </p>
      {asked.error && !practice && <Problem error={asked.error} onRetry={() => void asked.refetch()} />}
      {practice?.state === 'planned' && (
        <section aria-label="Session to start">
          <h2 className="text-lg font-bold">
            {player.name}: {Math.round(practice.minutes)} minutes, {practice.balls} balls
          </h2>
          <ol className="mt-1">
            {practice.parts.map((part) => (
              <li key={part.drill_id} className="border-t border-rule py-1">
                {part.name} <span className="text-quiet">{part.balls} balls</span>
              </li>
            ))}
          </ol>
          <button
            type="button"
            className="press press-main mt-3 min-h-12 w-full sm:w-auto"
            disabled={begin.isPending}
            onClick={() => begin.mutate(id)}
          >
            {begin.isPending ? 'Working out calls and marks' : 'Begin'}
          </button>
          {begin.error && <Problem error={begin.error} onRetry={() => begin.mutate(id)} />}
        </section>
      )}
      {practice?.state === 'begun' && <Begun practice={practice} drills={drills} />}
      {practice?.state === 'done' && <SessionDone practice={practice} player={player} />}
    </div>
  )
}
