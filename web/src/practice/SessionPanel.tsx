import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Drill, Drills, Player, PracticeSession, PracticeWish } from '../api/client'
import { builtQuery, useKeepPractice } from './api'
import { MinutesStrip } from '../drawing/MinutesStrip'
import { newId } from '../lib/new-id'
import { tell } from '../lib/desk'
import { useReading } from '../shot/store'
import { Chips } from '../ui/Chips'
import { Choice } from '../ui/Choice'
import { Problem } from '../ui/Problem'
import { SmallNumber } from '../ui/SmallNumber'
import { FAMILY_WORDS } from './drill-words'
import { KeptSessions } from './KeptSessions'
import { PartsList, type Part } from './PartsList'

interface SessionPanelProps {
  told: Drills
  player: Player
  missing: string[]
  /** Whether it is looked at: only then is a session built. */
  isShown: boolean
  onMissing: (need: string) => void
  onOpen: (id: string) => void
  onRun: (id: string) => void
}

type Theme = Drill['family'] | ''

const MINUTES = 60

/** A session as it was built, and every change of the coach after that: the last one is undone first. */
interface Changed {
  of: PracticeSession | undefined
  steps: Part[][]
}

/** The next session, laid out: from the time, the balls and what is there, by what the book says costs most. */
export function SessionPanel({
  told,
  player,
  missing,
  isShown,
  onMissing,
  onOpen,
  onRun,
}: SessionPanelProps) {
  const day = useReading()
  const absent = told.needs.filter((need) => missing.includes(need))
  const [wish, setWish] = useState<PracticeWish>(() => ({
    player_id: player.id,
    minutes: MINUTES,
    balls: null,
    missing: absent,
    theme: null,
    firmness: day.ground,
    wind_m_s: day.wind,
  }))
  const built = useQuery({ ...builtQuery(wish), enabled: isShown })
  const [changed, setChanged] = useState<Changed>({ of: undefined, steps: [] })
  const keep = useKeepPractice()
  const session = built.data
  const steps = changed.of === session ? changed.steps : []
  const parts = steps.at(-1) ?? session?.parts
  const keepIt = (then: (id: string) => void) => {
    const kept = (parts ?? []).map(({ drill_id, phase, balls }) => ({ drill_id, phase, balls }))
    const body = { player_id: player.id, planned_for: null, parts: kept }
    keep.mutate({ id: newId(), body }, { onSuccess: (one) => then(one.id) })
  }
  return (
    <section
      aria-label="Session"
      className="grid min-w-0 gap-x-10 gap-y-4 lg:grid-cols-[22rem_minmax(0,1fr)] print:block"
    >
      <div className="no-print min-w-0 max-lg:order-last">
        <Wish
          told={told}
          missing={missing}
          isBuilding={built.isFetching}
          onMissing={onMissing}
          onWish={(next) => {
            setWish({ ...wish, ...next, missing: absent, firmness: day.ground, wind_m_s: day.wind })
            setChanged({ of: undefined, steps: [] })
          }}
        />
        <KeptSessions player={player} onOpen={onRun} />
      </div>
      <div className="min-w-0" aria-busy={built.isFetching}>
        {built.error && (
          <Problem
            error={built.error}
            onRetry={() => void built.refetch()}
            away="Veltrin builds a session from the field book, and it can’t be reached now."
          />
        )}
        {keep.error && <Problem error={keep.error} />}
        {built.isPending && <p className="text-quiet">Choosing drills by what {player.name} loses.</p>}
        {session && parts && (
          <>
            <NextSession session={session} parts={parts} player={player} />
            <PartsList
              parts={parts}
              drills={told.drills}
              setup={session.setup_minutes}
              onChange={(next) => setChanged({ of: session, steps: [...steps, next] })}
              onOpen={onOpen}
            />
            <p className="no-print mt-3 flex flex-wrap gap-2">
              <button
                type="button"
                className="press press-main"
                disabled={parts.length === 0 || keep.isPending}
                onClick={() => keepIt(onRun)}
              >
                Run it
              </button>
              <button
                type="button"
                className="press"
                disabled={parts.length === 0 || keep.isPending}
                onClick={() => keepIt(() => tell('Saved: you can start it on any device.'))}
              >
                Save it for later
              </button>
              <button
                type="button"
                className="press"
                disabled={steps.length === 0}
                onClick={() => setChanged({ of: session, steps: steps.slice(0, -1) })}
              >
                Undo
              </button>
              <button type="button" className="press" onClick={() => window.print()}>
                Print
              </button>
            </p>
          </>
        )}
      </div>
    </section>
  )
}

interface WishProps {
  told: Drills
  missing: string[]
  isBuilding: boolean
  onMissing: (need: string) => void
  onWish: (wish: Pick<PracticeWish, 'minutes' | 'balls' | 'theme'>) => void
}

/** How long, with how many balls, about what, and what is not there. */
function Wish({ told, missing, isBuilding, onMissing, onWish }: WishProps) {
  const [minutes, setMinutes] = useState(`${MINUTES}`)
  const [balls, setBalls] = useState('')
  const [theme, setTheme] = useState<Theme>('')
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        onWish({
          minutes: Number(minutes.replace(',', '.')),
          balls: balls.trim() === '' ? null : Number(balls),
          theme: theme === '' ? null : theme,
        })
      }}
    >
      <div className="flex flex-wrap items-end gap-x-5 gap-y-2">
        <SmallNumber label="minutes" value={minutes} onChange={setMinutes} />
        <SmallNumber label="balls" value={balls} placeholder="enough" onChange={setBalls} />
        <label>
          <span className="block text-small text-quiet">about</span>
          <Choice<Theme>
            look="field"
            label="About"
            value={theme}
            options={[
              { value: '', words: 'what costs most' },
              ...told.families.map((value) => ({ value, words: FAMILY_WORDS[value].toLowerCase() })),
            ]}
            onChange={setTheme}
          />
        </label>
      </div>
      <p className="mt-2 mb-1 text-small text-quiet">Tap what you don’t have today.</p>
      <Chips
        label="Not available"
        options={told.needs.map((need) => ({ value: need, words: need }))}
        chosen={missing}
        onToggle={onMissing}
      />
      <button type="submit" className="press press-main mt-3" disabled={isBuilding}>
        {isBuilding ? 'Choosing' : 'Build the session'}
      </button>
    </form>
  )
}

interface NextSessionProps {
  session: PracticeSession
  parts: Part[]
  player: Player
}

/** How long it takes, as words and as a strip of its minutes, and what it begins with. */
function NextSession({ session, parts, player }: NextSessionProps) {
  const sum = (of: (part: Part) => number) => parts.reduce((all, part) => all + of(part), 0)
  const walks = parts.filter((part, i) => i > 0 && part.ground !== parts[i - 1]?.ground).length
  const whole = session.warm_up_minutes + sum((part) => part.minutes) + walks * session.walk_minutes
  return (
    <>
      <h2 className="text-lg font-bold">
        {player.name}: {Math.round(whole)} minutes, {sum((part) => part.balls)} balls
      </h2>
      <p className="text-small text-quiet">
        {session.words} Needs {session.needs.join(', ')}.
      </p>
      <MinutesStrip session={session} parts={parts} />
      <p className="mt-2 border-t border-rule py-1.5">
        <b className="figure font-semibold">{session.warm_up_minutes}</b>{' '}
        <span className="text-quiet">min</span> Warm up: half swings, then practice swings beside the first
        station. Stop if anything hurts.
      </p>
    </>
  )
}
