import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Calibration, CalibrationInfo } from '../api/client'
import { counted, countedThat } from '../lib/counted'
import { saveFile } from '../lib/save-file'
import { percent } from '../lib/percent'
import { dayWords } from '../lib/when'
import { Problem } from '../ui/Problem'
import { calibrationQuery, calibrationsQuery, useTakeCalibration } from './api'
import { Measured } from './ManyBooksMeasured'

/** Many books together: what all booked shots say of Veltrin's own numbers, to be used or not. */
export function ManyBooks() {
  const offered = useQuery(calibrationsQuery)
  const take = useTakeCalibration()
  const [looked, look] = useState<number | null>(null)
  const list = offered.data?.calibrations ?? []
  const error = offered.error ?? take.error
  const waiting = offered.data?.waiting ?? 0
  return (
    <section aria-label="Many books together" className="mt-8 max-w-[65ch]">
      <h2 className="text-lg font-bold">Many books together</h2>
      <p>
        The booked shots of many players measure what grass and sand do in general, and how widely players
        scatter.{' '}
        {list.length === 0
          ? 'The person who runs this server starts it with the command “veltrin calibrate”; what it finds appears here, and you decide whether your plans use it.'
          : 'You decide whether your plans use what was found.'}
      </p>
      <ul>
        {list.map((one) => (
          <li key={one.id} className="border-b border-rule py-2" aria-label={`Calibration ${one.id}`}>
            <p>{offerWords(one)}</p>
            <div className="flex flex-wrap items-baseline gap-x-4">
              <label>
                <input
                  type="checkbox"
                  className="mr-1"
                  checked={one.is_taken}
                  disabled={take.isPending || (!one.is_of_today && !one.is_taken)}
                  onChange={(event) => take.mutate({ id: one.id, taken: event.target.checked })}
                />
                use it in my plans
              </label>
              <button
                type="button"
                className="word"
                aria-expanded={looked === one.id}
                onClick={() => look(looked === one.id ? null : one.id)}
              >
                {looked === one.id ? 'Close' : 'Look at it'}
              </button>
            </div>
            {looked === one.id && <Looked id={one.id} />}
          </li>
        ))}
      </ul>
      {waiting > 0 && (
        <p className="mt-2" role="status">
          {countedThat(waiting, 'booked shot', 'is', 'are')} being compared with the numbers in use. Until
          then they don’t change plans.
        </p>
      )}
      {error && <Problem error={error} />}
    </section>
  )
}

function offerWords(one: CalibrationInfo): string {
  const whose = one.academy ?? 'your own books'
  const from = `${dayWords(one.made_at)}, ${whose}: ${counted(one.shots, 'shot')} of ${counted(one.players, 'player')} measured ${counted(one.measured, 'number')}.`
  if (!one.is_of_today)
    return `${from} It was measured with an earlier Veltrin and no longer fits: calibrate again.`
  return `${from} ${one.helps ? 'It also helps with players who were left out of it.' : 'It may be luck: players who were left out of it are not helped for certain.'}`
}

function Looked({ id }: { id: number }) {
  const found = useQuery(calibrationQuery(id))
  if (found.error) return <Problem error={found.error} onRetry={() => void found.refetch()} />
  if (!found.data) return <p className="text-quiet">Fetching it.</p>
  const one = found.data
  return (
    <div className="mt-2">
      <p>{leftOutWords(one)}</p>
      {one.body.picked.length > 0 && (
        <p>
          {countedThat(one.body.picked.length, 'book', 'was', 'were')} left out, because{' '}
          {one.body.picked.length === 1 ? 'it looks' : 'they look'} picked: {one.body.picked.join('; ')}.
        </p>
      )}
      <Measured body={one.body} />
      <button
        type="button"
        className="word mt-2"
        onClick={() =>
          saveFile(`calibration-${one.id}.json`, JSON.stringify(one.body, null, 1), 'application/json')
        }
      >
        Save as a file
      </button>
    </div>
  )
}

function leftOutWords({ body }: Calibration): string {
  const { players, better, off_usual, off_now } = body.left_out
  return `Each player was left out once and planned by the others’ shots: carries were ${percent(off_usual)} off before and ${percent(off_now)} after, nearer for ${better} of ${players}.`
}
