import { useState } from 'react'
import type { Call, Player } from '../../api/client'
import { bookingOf, newId, NOTHING_SEEN } from '../../lib/booking'
import { enqueue } from '../../lib/queue'
import type { Reading } from '../../lib/reading'
import { toRequest } from '../../lib/request'
import { Sheet } from '../../ui/Sheet'
import { SeenForm, type Target } from './SeenForm'

interface BookSheetProps {
  open: boolean
  reading: Reading
  call: Call
  player: Player
  /** A note to begin with: where a stray ball lay. */
  note: string
  onOpenChange: (open: boolean) => void
  onBooked: (words: string) => void
}

/** What entering needs to know of a call. */
export function targetOf(call: Call, reading: Reading): Target {
  const atFlag = call.target.name === 'flag'
  return {
    distance: call.target.distance_m,
    carry: call.carry_m,
    green: atFlag
      ? { front: reading.front - reading.flag, back: reading.back - reading.flag, width: reading.width }
      : null,
  }
}

/** Enter what the ball did, for the call that is looked at. */
export function BookSheet(props: BookSheetProps) {
  const { open, reading, call, player, note, onOpenChange, onBooked } = props
  const begin = { ...NOTHING_SEEN, note }
  const [seen, setSeen] = useState(begin)
  const isEmpty = seen.finish === null && seen.carry === null && seen.misses.length === 0
  const book = () => {
    const meant = { purpose: 'shot', request: toRequest(reading), call_id: call.id } as const
    void enqueue(newId(), bookingOf(player.id, meant, seen, new Date()))
    setSeen(NOTHING_SEEN)
    onBooked(navigator.onLine ? 'Booked.' : 'Kept here until there is a network.')
  }
  return (
    <Sheet
      open={open}
      onOpenChange={(next) => {
        if (next) setSeen(begin)
        onOpenChange(next)
      }}
      title="What did it do?"
      about={`${player.name}: ${call.club_name}, ${call.method_name.toLowerCase()}. Tap where it finished; the rest is for when there is time.`}
    >
      <SeenForm seen={seen} target={targetOf(call, reading)} player={player} onSeen={setSeen} />
      <div className="sticky bottom-0 mt-3 bg-paper py-2">
        <button
          type="button"
          className="press press-main w-full py-2.5 sm:w-auto"
          disabled={isEmpty}
          onClick={book}
        >
          Book it
        </button>
      </div>
    </Sheet>
  )
}
