import { useQuery } from '@tanstack/react-query'
import { type Shot } from '../../api/client'
import { fromRequest } from '../request'
import { useBench } from '../store'
import { show } from '../../lib/units'
import { useLaid } from '../../lib/desk'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { useUnits } from '../../lib/use-units'
import { momentWords } from '../../lib/when'
import { shotsQuery, useDropShot } from '../api'

function Row(props: { shot: Shot; onOpen: () => void; onDrop: () => void }) {
  const units = useUnits()
  const { shot, onOpen, onDrop } = props
  return (
    <li className="flex items-start gap-3 border-b border-rule py-2">
      <button
        type="button"
        className="min-w-0 grow text-left hover:text-hot"
        disabled={!shot.request}
        onClick={onOpen}
      >
        <b>{shot.note || 'No note'}</b>
        <span className="block">
          {shot.player_name}: {shot.summary}
        </span>
        <span className="block text-small text-quiet">
          {momentWords(shot.kept_at)}
          {shot.request && <>, flag {show(shot.request.line.flag_m, 'distance', units)}</>}
          {shot.problem && <>. {shot.problem}</>}
        </span>
      </button>
      <button
        type="button"
        className="text-quiet hover:text-hot"
        aria-label={`Delete ${shot.note || 'this shot'}`}
        onClick={onDrop}
      >
        Delete
      </button>
    </li>
  )
}

/** Shots kept before; opening one puts its whole reading back on the Bench (undo leads back). */
export function KeptSheet() {
  const { open, onOpenChange } = useLaid('kept')
  const shots = useQuery({ ...shotsQuery, enabled: open })
  const drop = useDropShot()
  const reopen = (shot: Shot) => {
    if (!shot.request) return
    useBench.getState().open(fromRequest(shot.request, shot.call_id))
    onOpenChange(false)
  }
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Saved shots"
      about="Newest first. Tap one to open it on the Bench."
    >
      {shots.error && <Problem error={shots.error} onRetry={() => void shots.refetch()} />}
      {shots.isPending && <p>Loading the saved shots.</p>}
      {shots.data?.length === 0 && <p>No saved shots yet. On the Bench, press K to save the shot you see.</p>}
      <ul>
        {shots.data?.map((shot) => (
          <Row key={shot.id} shot={shot} onOpen={() => reopen(shot)} onDrop={() => drop.mutate(shot.id)} />
        ))}
      </ul>
    </Sheet>
  )
}
