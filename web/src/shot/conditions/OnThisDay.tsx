import { useQuery } from '@tanstack/react-query'
import type { Day, Player } from '../../api/client'
import { BagToday } from '../../drawing/BagToday'
import { frameOf, SmallFlight } from '../../drawing/SmallFlight'
import { callName } from '../advice'
import { DAY_START, toDay } from '../day'
import { openOnBench } from '../open-on-bench'
import { change, START, type Reading } from '../reading'
import { fromRequest, toRequest } from '../request'
import { against } from '../sky-words'
import { useBench } from '../store'
import { show } from '../../lib/units'
import { useSettled } from '../../lib/use-settled'
import { useUnits } from '../../lib/use-units'
import { aimFigure } from '../words'
import { daySheetQuery, twoDaysQuery } from '../api'

/** While the wind is in the hand, and once it is let go (ms): a bag and six plans are asked for then. */
const HELD_MS = 700
const LOOSE_MS = 200

const PITCH_M = 60
const CHIP_M = 15
/** A long shot, as a share of what the longest club carries. */
const LONG = 0.85

interface OnThisDayProps {
  reading: Reading
  player: Player
}

/** What the day does: to each club of the bag, and to three shots that everybody knows. */
export function OnThisDay({ reading, player }: OnThisDayProps) {
  const isHeld = useBench((state) => state.held !== null)
  const settled = useSettled(reading, isHeld ? HELD_MS : LOOSE_MS)
  const day = toDay(settled, 'Today')
  const wind = Math.round(10 * against(settled)) / 10 + 0
  const sheet = useQuery(daySheetQuery({ player_id: player.id, day, winds_m_s: [wind], falls_deg: [] })).data
  const calm = toDay(change({ ...settled, ...DAY_START }, { altitude: settled.altitude }), 'A mild, calm day')
  const longest = Math.max(...player.clubs.map(({ stock_carry_m }) => stock_carry_m))
  const flags = [Math.round((LONG * longest) / 5) * 5, PITCH_M, CHIP_M]
  return (
    <div className="mt-4 grid gap-x-10 gap-y-5 border-t border-ink pt-2 lg:grid-cols-[1fr_1.15fr]">
      <section aria-label="The bag today" className="min-w-0">
        <h2 className="font-bold">What today does to {player.name}’s bag</h2>
        <p className="text-small text-quiet">
          Carry of a full swing with the wind along the line. Dot: today; ring: today without its wind;
          dashed: stock.
        </p>
        {sheet ? <BagToday sheet={sheet} /> : <p className="text-quiet">Working out every club.</p>}
      </section>
      <section aria-label="Three shots today" className="min-w-0">
        <h2 className="font-bold">And to three shots from level fairway</h2>
        <p className="text-small text-quiet">
          Solid: the first call today; dashed: the first call on a mild, calm day.
        </p>
        {flags.map((flag) => (
          <Standing key={flag} flag={flag} days={[day, calm]} player={player} />
        ))}
      </section>
    </div>
  )
}

interface StandingProps {
  flag: number
  days: [Day, Day]
  player: Player
}

/** One shot on a plain green, today and when it is calm and mild. */
function Standing({ flag, days, player }: StandingProps) {
  const units = useUnits()
  const green = { front: Math.max(2, flag - 10), back: flag + 12 }
  const request = toRequest({ ...START, ...green, flag, player: player.id })
  const told = useQuery(twoDaysQuery({ request, days }))
  const [today, calm] = told.data?.days ?? []
  const [first, second] = [today?.calls[0], calm?.calls[0]]
  const tracks = [
    ...(second?.detail ? [{ ...second.detail, tone: 'second' as const }] : []),
    ...(first?.detail ? [{ ...first.detail, tone: 'hot' as const }] : []),
  ]
  return (
    <div
      aria-busy={told.isFetching}
      className="grid items-center gap-x-4 border-t border-rule py-1 sm:grid-cols-[minmax(0,1fr)_220px]"
    >
      <div className="min-w-0">
        <h3 className="font-semibold">{show(flag, 'distance', units)} to the flag</h3>
        {first && second && today ? (
          <>
            <p>
              <b className="text-hot">{callName(first)}</b>, aim {aimFigure(first)}
              {callName(first) === callName(second) ? ', as on a calm day' : `; calm: ${callName(second)}`}.
            </p>
            <p className="text-small text-quiet">
              {first.strokes.toFixed(2)} strokes, calm {second.strokes.toFixed(2)}.{' '}
              <button
                type="button"
                className="word"
                onClick={() => openOnBench({ ...fromRequest(today.request, ''), player: player.id })}
              >
                open it on the Bench
              </button>
            </p>
          </>
        ) : (
          <p className="text-quiet">{told.error ? 'Veltrin can’t be reached.' : 'Working it out.'}</p>
        )}
      </div>
      {tracks.length > 0 && (
        <div className="max-w-64">
          <SmallFlight
            words={`${show(flag, 'distance', units)} from the side, today and when it is calm`}
            frame={frameOf(tracks, flag)}
            target={flag}
            tracks={tracks}
          />
        </div>
      )}
    </div>
  )
}
