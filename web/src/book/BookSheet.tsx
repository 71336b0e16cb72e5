import { useState } from 'react'
import type { Call, Player } from '../api/client'
import { bookIt } from './book-it'
import { bookingOf, NOTHING_SEEN } from './booking'
import { holdPhotograph, letGoOfPhotograph, takePhotographs, useDesk } from '../lib/desk'
import { forgetSeen, keepSeen, useDrafts } from './drafts'
import type { Reading } from '../shot/reading'
import { noteFinish } from '../shot/on-course'
import { toRequest } from '../shot/request'
import { Sheet } from '../ui/Sheet'
import { targetOf } from './finish-map'
import { SeenForm } from './SeenForm'

interface BookSheetProps {
  open: boolean
  reading: Reading
  call: Call
  player: Player
  /** A note to begin with: where a stray ball lay. */
  note: string
  /** The call was made for an earlier lie, and nobody answers for this one. */
  isForFormer: boolean
  onOpenChange: (open: boolean) => void
  onBooked: () => void
}

/** Enter what the ball did, for the call that is looked at. */
export function BookSheet(props: BookSheetProps) {
  const { open, reading, call, player, note, isForFormer, onOpenChange, onBooked } = props
  const [teaches, setTeaches] = useState(true)
  const photographs = useDesk((state) => state.photographs).filter((p) => p.player_id === player.id).length
  const begin = { ...NOTHING_SEEN, note }
  const request = toRequest(reading)
  const of = JSON.stringify([request, call.id])
  const draft = useDrafts((state) => state.seen)
  const seen = draft?.of === of ? draft.seen : begin
  const isEmpty = seen.finish === null && seen.carry === null && seen.misses.length === 0
  const book = () => {
    const meant = { purpose: 'shot', request, call_id: call.id } as const
    const held = takePhotographs(player.id)
    const body = {
      ...bookingOf(player.id, meant, seen, new Date(), held),
      ...(isForFormer && { former_lie: true, counts: teaches }),
    }
    // What was entered is there again when the booking is taken back.
    void bookIt(body, {
      keep: () => {
        keepSeen(of, seen)
        for (const id of held) holdPhotograph(id, player.id)
      },
      forget: () => {
        forgetSeen()
        for (const id of held) letGoOfPhotograph(id)
      },
    })
    noteFinish(reading, call, seen.finish?.holed ? null : seen.finish)
    onBooked()
  }
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      wide
      title="Where did it finish?"
      about={`${player.name}: ${call.club_name}, ${call.method_name.toLowerCase()}. Tap where it finished. The rest can wait.`}
    >
      {isForFormer && (
        <div role="note" className="mb-2 border-l-4 border-hot bg-lit px-3 py-2">
          <p>
            <b>The call is for the former lie.</b> Veltrin can’t be reached for this one. The shot is saved
            with the lie as it is now; Veltrin works out what to expect of it when it is sent.
          </p>
          <label className="mt-1 flex items-center gap-2">
            <input
              type="checkbox"
              checked={!teaches}
              onChange={(event) => setTeaches(!event.target.checked)}
            />
            Only save it: don’t learn from it
          </label>
        </div>
      )}
      <SeenForm
        seen={seen}
        target={targetOf(call, reading)}
        player={player}
        onSeen={(next) => keepSeen(of, next)}
      />
      {photographs > 0 && (
        <p className="mt-2 text-small">
          {photographs === 1 ? 'The photograph' : `${photographs} photographs`} of the lie{' '}
          {photographs === 1 ? 'goes' : 'go'} with it.
        </p>
      )}
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
