import { useQuery } from '@tanstack/react-query'
import { bookIt } from './book-it'
import { useCallback, useEffect, useState } from 'react'
import { type Landed, type PlanRequest, type Player, type Trial } from '../api/client'
import { trialsQuery, useDropTrial } from './api'
import { callName } from '../shot/advice'
import { bookingFrom, bookingOf, NOTHING_SEEN } from './booking'
import { newId } from '../lib/new-id'
import { enqueue } from './queue'
import { useReading } from '../shot/store'
import { monitorWords, useMonitor, useShots } from '../devices/use-monitor'
import { usePart } from '../lib/use-part'
import { usePlan } from '../shot/use-plan'
import { Problem } from '../ui/Problem'
import { Head } from '../ui/Head'
import { frameOf, SmallFlight } from '../drawing/SmallFlight'
import { Clouds } from '../drawing/Clouds'
import { LandedRows } from './MonitorPanel'
import { plainTarget } from './finish-map'
import { SeenForm } from './SeenForm'
import { NewTrial } from './NewTrial'

function signed(value: number, digits: number): string {
  const text = Math.abs(value).toFixed(digits)
  return Number(text) === 0 ? text : `${value < 0 ? '−' : '+'}${text}`
}

function Results({ trial }: { trial: Trial }) {
  const isTold = trial.verdict !== 'open'
  return (
    <>
      <p className={`mb-2 text-[16px] ${isTold ? 'font-semibold' : ''}`}>{trial.words}</p>
      {trial.measures.length > 0 && <Measured trial={trial} />}
    </>
  )
}

/** Every measure of both ways: the one that decides first, the others only describe. */
function Measured({ trial }: { trial: Trial }) {
  return (
    <table className="w-full text-small">
      <thead className="text-quiet">
        <tr className="border-b border-ink">
          <th className="text-left font-normal">measure</th>
          <th className="text-right font-normal">A mean ± spread</th>
          <th className="text-right font-normal">B mean ± spread</th>
          <th className="text-right font-normal">B less A</th>
          <th className="text-right font-normal">9 in 10</th>
        </tr>
      </thead>
      <tbody>
        {trial.measures.map((m) => {
          const digits = m.unit === 'rpm' ? 0 : m.unit === 'strokes' ? 2 : 1
          return (
            <tr key={m.name} className="border-b border-rule align-baseline">
              <th scope="row" className={`text-left ${m.decides ? 'font-semibold' : 'font-normal'}`}>
                {m.unit === m.name || m.unit === 'strokes' ? m.name : `${m.name}, ${m.unit}`}
                {m.decides && ' (decides)'}
              </th>
              <td className="figure text-right">
                {m.mean_a.toFixed(digits)} ± {m.sd_a.toFixed(digits)}
              </td>
              <td className="figure text-right">
                {m.mean_b.toFixed(digits)} ± {m.sd_b.toFixed(digits)}
              </td>
              <td className="figure text-right">{signed(m.difference, digits)}</td>
              <td className="figure pl-2 text-right whitespace-nowrap text-quiet">
                {signed(m.low, digits)} … {signed(m.high, digits)}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** The next ball of a trial: entered by hand, or as the launch monitor measures it. */
function NextBall(props: { trial: Trial; request: PlanRequest; player: Player }) {
  const { trial, request, player } = props
  const [seen, setSeen] = useState(NOTHING_SEEN)
  const [measured, setMeasured] = useState(false)
  const desk = useMonitor()
  const arm = trial.next_arm
  const target = request.line.flag_m
  const { ready } = desk
  const onShot = useCallback(
    (shot: Landed) => {
      if (arm == null) return
      const meant = { purpose: 'trial', trial_id: trial.id, arm } as const
      void enqueue(newId(), bookingFrom(player.id, meant, shot, target, new Date()))
    },
    [arm, trial.id, player.id, target],
  )
  const shown = useShots(desk, measured ? onShot : null)
  useEffect(() => {
    if (!measured || arm == null) return
    const call_id = arm === 'a' ? trial.a_call : trial.b_call
    ready({ player_id: player.id, request, call_id })
  }, [measured, arm, ready, player.id, request, trial.a_call, trial.b_call])
  if (arm == null) return <p className="font-semibold">All balls are struck.</p>
  const words = arm === 'a' ? trial.a_words : trial.b_words
  const isOn = desk.monitor !== undefined && desk.monitor.state !== 'off'
  const listen = () => {
    if (!isOn) desk.follow(true)
    setMeasured(true)
  }
  return (
    <div>
      <p className="mb-2 text-[16px]">
        Ball {trial.struck + 1} of {trial.order.length}: <b>{arm.toUpperCase()}</b>, {words}
      </p>
      <p className="mb-2 flex flex-wrap items-center gap-3">
        <button type="button" className="press" onClick={measured ? () => setMeasured(false) : listen}>
          {measured ? 'Enter by hand' : 'Let the launch monitor measure this ball'}
        </button>
        {measured && <span className="text-quiet">{monitorWords(desk.monitor)}</span>}
      </p>
      {measured ? (
        <LandedRows shots={shown} />
      ) : (
        <div className="max-w-md">
          <SeenForm
            key={trial.struck}
            seen={seen}
            target={plainTarget(target, target)}
            player={player}
            onSeen={setSeen}
          />
          <button
            type="button"
            className="press press-main mt-3"
            disabled={seen.finish === null && seen.carry === null}
            onClick={() => {
              const meant = { purpose: 'trial', trial_id: trial.id, arm } as const
              void bookIt(bookingOf(player.id, meant, seen, new Date()))
              setSeen(NOTHING_SEEN)
            }}
          >
            Book ball {trial.struck + 1}
          </button>
        </div>
      )}
    </div>
  )
}

/** What the model expects of the shot's first two calls: what a trial would put to the test. */
function BothCalls() {
  const reading = useReading()
  const { plan } = usePlan(reading)
  const [a] = plan?.calls ?? []
  const b = plan?.calls.find((call) => call.id === plan.second_id)
  if (!a?.detail || !b?.detail) return null
  const tracks = [
    { ...b.detail, tone: 'second' as const },
    { ...a.detail, tone: 'hot' as const },
  ]
  return (
    <section aria-label="What a trial would decide">
      <Head title="What a trial would decide" />
      <div className="max-w-[44rem] px-3.5">
        <SmallFlight
          words="Both calls from the side and from above"
          frame={frameOf(tracks, reading.flag)}
          target={reading.flag}
          tracks={tracks}
          withPlan
        />
        <p>
          The model gives <b className="font-semibold text-hot">{callName(a)}</b> {a.strokes.toFixed(2)}{' '}
          strokes and <b className="font-semibold text-second">{callName(b)}</b>, dashed,{' '}
          {b.strokes.toFixed(2)}. Enough balls of each, in shuffled order, show whether that is true for this
          player.
        </p>
      </div>
    </section>
  )
}

/** Trials: which of two ways is better for this player, with how much can be said from so few balls. */
export function Trials({ player }: { player: Player }) {
  const trials = useQuery(trialsQuery(player.id))
  const [named, name] = usePart()
  const chosen = named.get('trial')
  const setChosen = (id: string) => name({ part: 'trials', trial: id })
  const drop = useDropTrial(player.id)
  const told: unknown = trials.data
  const list = (told ?? []) as Trial[]
  const open = list.find((trial) => trial.id === chosen) ?? (chosen === 'new' ? undefined : list[0])
  return (
    <div className="grid gap-x-8 gap-y-4 py-3 lg:grid-cols-[19rem_minmax(0,1fr)]">
      <section aria-label="All trials">
        <Head title="New trial" note="for the shot on the Bench" />
        <div className="px-3.5">
          <NewTrial player={player} onStarted={(trial) => setChosen(trial.id)} />
        </div>
        {list.length > 0 && <Head title="Trials" />}
        <ul className="px-3.5">
          {list.map((trial) => (
            <li key={trial.id} className="flex justify-between gap-2 border-b border-rule py-1">
              <button
                type="button"
                className={`text-left hover:text-hot ${trial.id === open?.id ? 'font-semibold' : ''}`}
                onClick={() => setChosen(trial.id)}
              >
                {trial.name}{' '}
                <span className="figure text-quiet">
                  {trial.struck}/{trial.order.length}
                </span>
              </button>
              <button
                type="button"
                className="text-quiet hover:text-hot"
                aria-label={`Delete the trial ${trial.name}; its balls stay`}
                onClick={() => drop.mutate(trial.id)}
              >
                ×
              </button>
            </li>
          ))}
        </ul>
      </section>
      {!open && <BothCalls />}
      {(trials.error ?? drop.error) && <Problem error={(trials.error ?? drop.error) as Error} />}
      {open && (
        <section aria-label="Trial" className="grid content-start gap-4">
          <Head title={open.name} note={`A: ${open.a_words}; B: ${open.b_words}`} />
          <div className="overflow-x-auto px-3.5" role="group" aria-label="Table" tabIndex={0}>
            <Results trial={open} />
          </div>
          <div className="grid items-start gap-x-8 gap-y-4 px-3.5 md:grid-cols-[minmax(0,26rem)_minmax(0,1fr)]">
            {open.request ? (
              <NextBall key={open.id} trial={open} request={open.request} player={player} />
            ) : (
              <p className="text-quiet">{open.problem}</p>
            )}
            <Clouds trial={open} />
          </div>
        </section>
      )}
    </div>
  )
}
