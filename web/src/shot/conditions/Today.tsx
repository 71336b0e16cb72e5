import type { Mast, Player } from '../../api/client'
import { WindAloft } from '../../drawing/WindAloft'
import { WindFromAbove } from '../../drawing/WindFromAbove'
import { isLed } from '../mast'
import type { Reading } from '../reading'
import { partsWords, windWords } from '../sky-words'
import { useBench } from '../store'
import { usePlan } from '../use-plan'
import { BlowCall } from './BlowCall'
import { MastPanel } from './MastPanel'
import { OnThisDay } from './OnThisDay'
import { Weather } from './Weather'
import { WindReadings } from './WindReadings'
import { useUnits } from '../../lib/use-units'

interface TodayProps {
  reading: Reading
  player: Player
  mast: Mast | undefined
}

/** The day as it is: wind drawn and dragged, wind by height, air, ground and greens, the mast. */
export function Today({ reading, player, mast }: TodayProps) {
  const units = useUnits()
  const { drag, release, set } = useBench.getState()
  const { plan } = usePlan(reading)
  const first = plan?.calls.find((call) => call.id === plan.first_id)
  const led = isLed(mast)
  return (
    <>
      <div className="grid gap-x-8 md:grid-cols-2 lg:grid-cols-[1fr_1.3fr_1.1fr]">
        <section aria-label="Wind" className="min-w-0">
          <h2 className="mt-2 font-bold">Wind: {windWords(reading)}</h2>
          <p className="text-small text-quiet">{partsWords(reading, units)}</p>
          <WindFromAbove reading={reading} isLed={led} onDrag={drag} onRelease={release} onStep={set} />
          <WindReadings reading={reading} isLed={led} />
        </section>
        <section aria-label="Wind by height" className="min-w-0">
          <h2 className="mt-2 font-bold">Wind by height</h2>
          <p className="text-small text-quiet">what the ball meets on its way</p>
          <WindAloft day={reading} peak={first?.apex_m} />
          {first && plan && <BlowCall call={first} plan={plan} />}
          <MastPanel mast={mast} />
        </section>
        <section aria-label="Weather and ground" className="min-w-0">
          <h2 className="mt-2 font-bold">Weather and ground</h2>
          <Weather reading={reading} player={player} />
        </section>
      </div>
      <OnThisDay reading={reading} player={player} />
    </>
  )
}
