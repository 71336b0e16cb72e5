import { Choice } from '../ui/Choice'
import { useCallback, useEffect, useState } from 'react'
import type { Call, Landed, Player } from '../api/client'
import { bookingFrom } from './booking'
import { newId } from '../lib/new-id'
import { enqueue } from './queue'
import { toRequest } from '../shot/request'
import { useReading } from '../shot/store'
import { distance, scaleOf, trim } from '../lib/units'
import { monitorWords, useMonitor, useShots } from '../devices/use-monitor'
import { usePlan } from '../shot/use-plan'
import { Problem } from '../ui/Problem'
import { Head } from '../ui/Head'
import { useUnits } from '../lib/use-units'
import { countedThat } from '../lib/counted'

const BENCH = 'bench'

/** Shots as they land, newest first. */
export function LandedRows({ shots }: { shots: Landed[] }) {
  const units = useUnits()
  const speed = scaleOf('wind', units)
  if (shots.length === 0) return null
  return (
    <table className="w-full text-small">
      <thead className="text-quiet">
        <tr>
          <th className="text-right font-normal">ball {units.speed}</th>
          <th className="text-right font-normal">launch °</th>
          <th className="text-right font-normal">spin rpm</th>
          <th className="text-right font-normal">carry {units.distance}</th>
          <th className="text-right font-normal">side {units.distance}</th>
        </tr>
      </thead>
      <tbody>
        {shots.map((shot) => (
          <tr key={shot.seq} className="figure">
            <td className="text-right">{trim(speed.toShown(shot.ball_speed_m_s), 1)}</td>
            <td className="text-right">{trim(shot.launch_deg, 1)}</td>
            <td className="text-right">{shot.spin_rpm == null ? '' : Math.round(shot.spin_rpm)}</td>
            <td className="text-right">{distance(shot.carry_m, units)}</td>
            <td className="text-right">
              {distance(Math.abs(shot.side_m), units)} {shot.side_m < 0 ? 'L' : 'R'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The launch monitor: follow it, say what the shots are for, and each is booked as it lands. */
export function MonitorPanel({ player }: { player: Player }) {
  const reading = useReading()
  const { plan } = usePlan(reading)
  const onBench: Call | undefined = plan?.calls.find((c) => c.id === reading.call) ?? plan?.calls[0]
  const [purpose, setPurpose] = useState('')
  const desk = useMonitor()
  const { monitor, ready } = desk
  const isOn = monitor !== undefined && monitor.state !== 'off'
  const purposes = [
    { value: '', words: 'not set yet: nothing is booked' },
    ...(onBench
      ? [
          {
            value: BENCH,
            words: `the shot on the Bench: ${onBench.club_name}, ${onBench.method_name.toLowerCase()}`,
          },
        ]
      : []),
    ...player.clubs
      .filter((club) => club.kind !== 'putter')
      .map((club) => ({ value: club.id, words: `stock shots, ${club.name}` })),
  ]
  const choose = (next: string) => {
    setPurpose(next)
    if (next !== BENCH && next !== '') ready({ player_id: player.id, club_id: next })
  }
  const [callId, swing] = [onBench?.id, onBench?.swing]
  useEffect(() => {
    // Also when the book has moved the swing: anyone who strikes is told the stroke as it is planned now.
    if (purpose === BENCH && callId !== undefined && swing !== undefined)
      ready({ player_id: player.id, request: toRequest(reading), call_id: callId })
  }, [purpose, callId, swing, ready, player.id, reading])
  const book = useCallback(
    (shot: Landed) => {
      const now = new Date()
      const body =
        purpose === BENCH && onBench
          ? bookingFrom(
              player.id,
              { purpose: 'shot', request: toRequest(reading), call_id: onBench.id },
              shot,
              onBench.target.distance_m,
              now,
            )
          : bookingFrom(player.id, { purpose: 'stock', club_id: purpose }, shot, null, now)
      void enqueue(newId(), body)
    },
    [purpose, onBench, player.id, reading],
  )
  const shown = useShots(desk, purpose === '' ? null : book)
  return (
    <section aria-label="Launch monitor">
      <Head title="Launch monitor" note={monitorWords(monitor)} />
      <div className="px-3.5">
        {desk.error && <Problem error={desk.error} />}
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className={`press ${isOn ? '' : 'press-main'}`}
            onClick={() => desk.follow(!isOn)}
          >
            {isOn ? 'Stop listening' : 'Listen'}
          </button>
          {isOn && (
            <label className="flex items-baseline gap-2">
              <span>What are they for?</span>
              <Choice
                look="field"
                label="What the shots are for"
                value={purpose}
                options={purposes}
                onChange={choose}
              />
            </label>
          )}
        </div>
        {isOn && purpose === '' && desk.fresh.length > 0 && (
          <p className="mt-2 border-l-4 border-hot pl-2">
            {countedThat(desk.fresh.length, 'shot', 'has', 'have')} landed. Choose what they are for.
          </p>
        )}
        <div className="mt-2 max-w-lg">
          <LandedRows shots={purpose === '' ? desk.fresh.slice(-8).reverse() : shown} />
        </div>
      </div>
    </section>
  )
}
