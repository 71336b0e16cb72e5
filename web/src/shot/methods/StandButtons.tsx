import { type Player } from '../../api/client'
import { useSaveStand } from '../../players/api'

interface StandButtonsProps {
  player: Player
  methodId: string
  methodName: string
}

/** Pin a way of playing for this player, or leave it out; pressing again takes it back. */
export function StandButtons({ player, methodId, methodName }: StandButtonsProps) {
  const stand = player.pinned.includes(methodId)
    ? 'pinned'
    : player.excluded.includes(methodId)
      ? 'excluded'
      : null
  const save = useSaveStand(player.id, methodId)
  const button = (value: 'pinned' | 'excluded', words: string, on: string) => (
    <button
      type="button"
      aria-pressed={stand === value}
      aria-label={`${words} ${methodName} for ${player.name}`}
      disabled={save.isPending}
      className={`border px-1.5 text-small hover:border-hot ${stand === value ? 'border-hot text-hot' : 'border-faint'}`}
      onClick={() => save.mutate(stand === value ? null : value)}
    >
      {stand === value ? on : words}
    </button>
  )
  return (
    <span className="inline-flex gap-1.5">
      {button('pinned', 'Pin', 'Pinned')}
      {button('excluded', 'Leave out', 'Left out')}
      {save.error && (
        <span role="alert" className="text-hot">
          Not saved: {save.error.message}
        </span>
      )}
    </span>
  )
}
