import { useQuery } from '@tanstack/react-query'
import { useTakeOffCard } from '../../api/mutations'
import { type Player } from '../../api/client'
import { shotsQuery } from '../../api/queries'
import { fromRequest } from '../../lib/request'
import { show } from '../../lib/units'
import { lieWords } from '../../lib/words'
import { useLaid } from '../../lib/desk'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { useUnits } from '../../lib/use-units'

/** A player's card: the shots chosen for it, in few words, to be printed. */
export function CardSheet({ player }: { player: Player }) {
  const { open, onOpenChange } = useLaid('card')
  const units = useUnits()
  const shots = useQuery({ ...shotsQuery, enabled: open })
  const takeOff = useTakeOffCard()
  const mine = (shots.data ?? []).filter((shot) => shot.on_card && shot.player_id === player.id)
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title={`${player.name}’s card`}
      about="For practice and preparation: rule 4.3a limits what may be consulted during a round."
    >
      {shots.error && <Problem error={shots.error} />}
      {shots.isSuccess && mine.length === 0 && (
        <p>Nothing on it yet. Compare two calls (C) and put one on the card.</p>
      )}
      <ol className="card-page list-decimal space-y-2 pl-5">
        {mine.map((shot) => {
          const reading = fromRequest(shot.request, shot.call_id)
          return (
            <li key={shot.id}>
              <b>{shot.summary}.</b>
              <span className="block text-small">
                {lieWords(reading, units)}; flag at {show(reading.flag, 'distance', units)}.
              </span>
              {shot.say.map((line) => (
                <span key={line} className="block text-small">
                  {line}
                </span>
              ))}
              <button
                type="button"
                className="text-small text-quiet hover:text-hot print:hidden"
                onClick={() => takeOff.mutate(shot.id)}
              >
                Take it off
              </button>
            </li>
          )
        })}
      </ol>
      {mine.length > 0 && (
        <button type="button" className="press mt-3 print:hidden" onClick={() => window.print()}>
          Print
        </button>
      )}
    </Sheet>
  )
}
