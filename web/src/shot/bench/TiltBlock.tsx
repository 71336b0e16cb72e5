import { useState } from 'react'
import type { Player } from '../../api/client'
import { useMeasured } from '../measured'
import { show } from '../../lib/units'
import { askForTilt, hasTilt, slopeOf, TILT_DOUBT, useTilt } from '../../devices/use-tilt'
import { fallWords, sideWords } from '../words'
import { Live } from '../../ui/Live'
import { useUnits } from '../../lib/use-units'
import { NUMBERS } from '../numbers'

/** The phone as a slope level, where it has a sensor. */
export function TiltBlock({ player }: { player: Pick<Player, 'id' | 'hand'> }) {
  const units = useUnits()
  const measured = useMeasured(player.id)
  const [isOn, setOn] = useState(false)
  const [told, setTold] = useState('')
  const { tilt, silent } = useTilt(isOn)
  const slope = tilt && slopeOf(tilt, player.hand)
  const tooSteep = slope && Math.max(Math.abs(slope.fall), Math.abs(slope.side)) > NUMBERS.fall.high
  const start = async () => {
    setTold('')
    if (!hasTilt() || !(await askForTilt()))
      setTold('This device has no tilt sensor. Drag the ground, or pace it out.')
    else setOn(true)
  }
  const take = () => {
    if (!slope) return
    measured(slope, TILT_DOUBT, 'phone level')
    setOn(false)
    setTold('Set on the Bench.')
  }
  return (
    <section aria-label="Phone level" className="border-t border-rule py-2">
      <h3 className="font-semibold">Phone level</h3>
      <p className="text-small text-quiet">
        Lay the phone flat on a club on the ground, screen up, its top to the target. Usually {TILT_DOUBT}°
        off.
      </p>
      {isOn ? (
        <p className="mt-1.5 flex flex-wrap items-center gap-3">
          {slope ? (
            <>
              <b className="font-semibold">
                {fallWords(slope.fall, show(slope.fall, 'slope', units))},{' '}
                {sideWords(slope.side, show(slope.side, 'slope', units))}
              </b>
              <button type="button" className="press py-0" disabled={tooSteep === true} onClick={take}>
                Use it
              </button>
            </>
          ) : (
            <span className={silent ? 'text-hot' : 'text-quiet'}>
              {silent
                ? 'This device has no tilt sensor. Drag the ground, or pace it out.'
                : 'Reading the level.'}
            </span>
          )}
          {tooSteep && (
            <span className="text-hot">Steeper than the {NUMBERS.fall.high}° you can swing on.</span>
          )}
          <button type="button" className="text-quiet hover:text-hot" onClick={() => setOn(false)}>
            Stop
          </button>
        </p>
      ) : (
        <button type="button" className="press mt-1.5 py-0" onClick={() => void start()}>
          Use the phone as a level
        </button>
      )}
      <Live as="p" className="mt-1 text-small">
        {told}
      </Live>
    </section>
  )
}
