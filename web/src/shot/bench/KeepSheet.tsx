import { useState } from 'react'
import { type Call } from '../../api/client'
import { type Reading } from '../reading'
import { toRequest } from '../request'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { useKeepShot } from '../api'

interface KeepSheetProps {
  open: boolean
  reading: Reading
  call: Call
  onOpenChange: (open: boolean) => void
  onKept: () => void
}

/** Keep the shot on the Bench with a note. */
export function KeepSheet({ open, reading, call, onOpenChange, onKept }: KeepSheetProps) {
  const [note, setNote] = useState('')
  const keep = useKeepShot()
  const kept = () => {
    setNote('')
    onKept()
  }
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Save this shot"
      about={`${call.club_name}, ${call.method_name.toLowerCase()}, with the whole reading, so that it can be opened again.`}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault()
          keep.mutate(
            { request: toRequest(reading), call_id: call.id, note, on_card: false },
            { onSuccess: kept },
          )
        }}
      >
        <label className="block font-semibold" htmlFor="keep-note">
          Note
        </label>
        <textarea
          id="keep-note"
          className="field mt-1 w-full"
          rows={3}
          maxLength={500}
          value={note}
          placeholder="Where it lay, what the player felt"
          onChange={(event) => setNote(event.target.value)}
        />
        {keep.error && <Problem error={keep.error} />}
        <button type="submit" className="press press-main mt-3" disabled={keep.isPending}>
          {keep.isPending ? 'Keeping' : 'Keep'}
        </button>
      </form>
    </Sheet>
  )
}
