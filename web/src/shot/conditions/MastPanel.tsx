import { Live } from '../../ui/Live'
import { useState } from 'react'
import { type Mast } from '../../api/client'
import { compassWords, speedWords } from '../sky-words'
import { show } from '../../lib/units'
import { mastWords } from '../mast'
import { Problem } from '../../ui/Problem'
import { useUnits } from '../../lib/use-units'
import { useFollowMast } from '../../devices/api'

/** The weather mast: followed or not, what it says, and whether it still says it. */
export function MastPanel({ mast }: { mast: Mast | undefined }) {
  const units = useUnits()
  const [port, setPort] = useState<string | null>(null)
  const follow = useFollowMast()
  if (!mast) return null
  const isOn = mast.state !== 'off'
  const isWell = mast.state === 'live'
  return (
    <section aria-label="Weather mast" className="mt-3 border-t border-rule pt-1">
      <h3 className="font-bold">Weather mast</h3>
      <Live as="p" className={isWell ? '' : 'text-hot'}>
        {isOn && (
          <>
            {mastWords(mast)}
            {mast.problem && <span className="text-quiet">: {mast.problem}</span>}
          </>
        )}
      </Live>
      {isOn ? (
        <>
          {mast.mean && (
            <p className="text-small">
              {speedWords(mast.mean.speed_m_s, units)}, gusts {speedWords(mast.mean.gust_m_s, units)}, from{' '}
              {Math.round(mast.mean.from_deg)}° ({compassWords(mast.mean.from_deg)}),{' '}
              {mast.mean.over_s >= 110 ? 'over two minutes' : `over ${Math.round(mast.mean.over_s)} s so far`}
              {mast.air && (
                <>
                  ; {show(mast.air.temperature_c, 'temperature', units)}, {mast.air.rain_mm_h} mm/h of rain
                </>
              )}
              .
            </p>
          )}
          {!isWell && mast.mean && (
            <p className="text-small text-quiet">
              Veltrin uses the last wind it received. Stop following to set it by hand.
            </p>
          )}
          {mast.air !== null && mast.air.rain_mm_h > 0 && (
            <p className="text-small">It is raining at the mast. Set the rain here if it rains on you.</p>
          )}
          <button
            type="button"
            className="press mt-1 py-0 text-small"
            onClick={() => follow.mutate({ on: false, port: null })}
          >
            Stop following
          </button>
        </>
      ) : (
        <form
          className="mt-1 flex flex-wrap items-center gap-3 text-small"
          onSubmit={(event) => {
            event.preventDefault()
            follow.mutate({ on: true, port: port === null ? null : Number(port) })
          }}
        >
          <label className="flex items-center gap-2">
            <span className="text-quiet">on this machine, port</span>
            <input
              className="field figure w-20 py-0.5"
              inputMode="numeric"
              pattern="[0-9]{1,5}"
              title="A port from 1 to 65535"
              required
              value={port ?? `${mast.port}`}
              onChange={(event) => setPort(event.target.value)}
            />
          </label>
          <button type="submit" className="press py-0" disabled={follow.isPending}>
            Follow the mast
          </button>
        </form>
      )}
      {follow.error && <Problem error={follow.error} />}
    </section>
  )
}
