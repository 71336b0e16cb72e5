import { useQuery } from '@tanstack/react-query'
import { createPortal } from 'react-dom'
import { healthQuery } from '../api/health'
import { lay, useDesk } from '../lib/desk'
import { turnOff, useOffers } from '../lib/offers'
import { usePlace } from '../lib/place'
import { useAtLeast, WIDE } from '../lib/use-wide'
import { useReading } from '../shot/store'
import { settingsQuery } from '../shot/api'
import { playersQuery, useDropSamples } from '../players/api'
import { AskFirst } from '../ui/AskFirst'
import { Problem } from '../ui/Problem'
import { takeTour } from './take-tour'

/** While a made-up player is looked at: that it is one, and the ways on. */
function Sample({ name, isDemo }: { name: string; isDemo: boolean }) {
  const drop = useDropSamples()
  return (
    <>
      <span className="min-w-0 truncate text-quiet">
        {isDemo ? 'This is a demo: nothing stays when it ends.' : `${name} is a sample, made up.`}
      </span>
      <button type="button" className="word" onClick={() => lay('player')}>
        start with my player
      </button>
      {!isDemo && (
        <AskFirst
          words="remove samples"
          look="text-quiet hover:text-hot"
          question="This deletes all sample players and their shots. Your own players stay."
          yes="Remove"
          onYes={() => drop.mutate()}
        />
      )}
      {drop.error && <Problem error={drop.error} />}
    </>
  )
}

function TourOffer() {
  return (
    <span className="ml-auto flex gap-x-3">
      <button type="button" className="word" onClick={takeTour}>
        tour
      </button>
      <button type="button" className="text-quiet hover:text-hot" onClick={() => turnOff('tour')}>
        no, thanks
      </button>
    </span>
  )
}

/** One line to somebody new: what is a sample, and the tour. On a wide Bench it stands above the calls, else on top. */
export function SampleNote() {
  const samples = useQuery(settingsQuery).data?.sample_ids ?? []
  const players = useQuery(playersQuery).data ?? []
  const isDemo = useQuery(healthQuery).data?.is_demo ?? false
  const shown = useReading().player
  const offersTour = useOffers((state) => state.tour)
  const isOnBench = usePlace((state) => state.place) === 'bench'
  const player = players.find(({ id }) => id === shown && samples.includes(id))
  const isThere = player !== undefined || (offersTour && isOnBench)
  const onBench = useDesk((state) => state.noteSlot)
  const slot = useAtLeast(WIDE) && isThere ? onBench : null
  if (!isThere) return null
  const note = (
    <aside
      aria-label="For somebody new"
      className="no-print flex flex-wrap items-baseline gap-x-3 border-b border-rule px-3.5 py-0.5 text-small"
    >
      {player && <Sample name={player.name.split(' ')[0] ?? player.name} isDemo={isDemo} />}
      {offersTour && isOnBench && <TourOffer />}
    </aside>
  )
  return slot ? createPortal(note, slot) : note
}
