import { useState } from 'react'
import type { Drill, Drills, Player } from '../../api/client'
import { useBuildSession, useKeepPractice } from '../../api/practice'
import { newId } from '../../lib/booking'
import { tell } from '../../lib/desk'
import { useReading } from '../../lib/store'
import { Chips } from '../../ui/Chips'
import { Choice } from '../../ui/Choice'
import { Problem } from '../../ui/Problem'
import { SmallNumber } from '../../ui/SmallNumber'
import { FAMILY_WORDS } from '../../lib/drill-words'
import { KeptSessions } from './KeptSessions'
import { PartsList, type Part } from './PartsList'

interface SessionPanelProps {
  told: Drills
  player: Player
  missing: string[]
  onMissing: (need: string) => void
  onOpen: (id: string) => void
  onRun: (id: string) => void
}

type Theme = Drill['family'] | ''

/** A session from the time, the balls and what is there: by what the player's book says costs most, or to a theme. */
export function SessionPanel({ told, player, missing, onMissing, onOpen, onRun }: SessionPanelProps) {
  const [minutes, setMinutes] = useState('60')
  const [balls, setBalls] = useState('')
  const [theme, setTheme] = useState<Theme>('')
  // What was built, then every change of the coach: the last one is undone first.
  const [steps, setSteps] = useState<Part[][]>([])
  const day = useReading()
  const build = useBuildSession()
  const keep = useKeepPractice()
  const parts = steps.at(-1)
  const change = (next: Part[]) => setSteps((before) => [...before, next])
  const sum = (of: (part: Part) => number) => (parts ?? []).reduce((all, part) => all + of(part), 0)
  const walks = (parts ?? []).filter((part, i) => i > 0 && part.ground !== parts?.[i - 1]?.ground).length
  const keepIt = (then: (id: string) => void) => {
    const kept = (parts ?? []).map(({ drill_id, phase, balls: count }) => ({ drill_id, phase, balls: count }))
    const body = { player_id: player.id, planned_for: null, parts: kept }
    keep.mutate({ id: newId(), body }, { onSuccess: (one) => then(one.id) })
  }
  return (
    <section aria-label="Session" className="min-w-0">
      <form
        className="no-print flex flex-wrap items-end gap-x-5 gap-y-2"
        onSubmit={(event) => {
          event.preventDefault()
          build.mutate(
            {
              player_id: player.id,
              minutes: Number(minutes.replace(',', '.')),
              balls: balls.trim() === '' ? null : Number(balls),
              missing: told.needs.filter((need) => missing.includes(need)),
              theme: theme === '' ? null : theme,
              firmness: day.ground,
              wind_m_s: day.wind,
            },
            { onSuccess: (session) => setSteps([session.parts]) },
          )
        }}
      >
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
        <button type="submit" className="press press-main" disabled={build.isPending}>
          {build.isPending ? 'Choosing' : 'Build the session'}
        </button>
      </form>
      <div className="no-print mt-2">
        <p className="mb-1 text-small text-quiet">Press what is not there today.</p>
        <Chips
          label="Not there"
          options={told.needs.map((need) => ({ value: need, words: need }))}
          chosen={missing}
          onToggle={onMissing}
        />
      </div>
      {build.error && <Problem error={build.error} away="A session is built from the book, by the server." />}
      {keep.error && <Problem error={keep.error} />}
      {build.data && parts ? (
        <>
          <h2 className="mt-4 text-lg font-bold">
            {player.name}:{' '}
            {Math.round(
              build.data.warm_up_minutes + sum((part) => part.minutes) + walks * build.data.walk_minutes,
            )}{' '}
            minutes, {sum((part) => part.balls)} balls
          </h2>
          <p className="text-small text-quiet">
            {build.data.words} Needs {build.data.needs.join(', ')}.
          </p>
          <p className="mt-2 border-t border-rule py-1.5">
            <b className="figure font-semibold">{build.data.warm_up_minutes}</b>{' '}
            <span className="text-quiet">min</span> Warm up: half swings, then swishes beside the first
            station; nothing that hurts.
          </p>
          <PartsList
            parts={parts}
            drills={told.drills}
            setup={build.data.setup_minutes}
            onChange={change}
            onOpen={onOpen}
          />
          <p className="no-print mt-2 flex flex-wrap gap-2">
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
              onClick={() => keepIt(() => tell('Kept: it stands below, and can be begun on any device.'))}
            >
              Keep it for later
            </button>
            <button
              type="button"
              className="press"
              disabled={steps.length < 2}
              onClick={() => setSteps((before) => before.slice(0, -1))}
            >
              Undo
            </button>
            <button type="button" className="press" onClick={() => window.print()}>
              Print
            </button>
          </p>
        </>
      ) : (
        <p className="mt-4 max-w-prose text-quiet">
          Say how long and with what: drills are chosen that are worth most together by what {player.name}{' '}
          loses, walks and laying out counted, the last one a test.
        </p>
      )}
      <KeptSessions player={player} onOpen={onRun} />
    </section>
  )
}
