import { useQuery } from '@tanstack/react-query'
import { type Player } from '../api/client'
import { fromRequest } from '../shot/request'
import { show } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { lieWords } from '../shot/words'
import type { PaperSize } from '../ui/Paper'
import { Problem } from '../ui/Problem'
import { shotsQuery, useTakeOffCard } from '../shot/api'

const MOST_IN_POCKET = 3

/** Calls that were chosen for a player's card one by one, in few words. */
export function CallsCard({ player, size }: { player: Player; size: PaperSize }) {
  const units = useUnits()
  const shots = useQuery(shotsQuery)
  const takeOff = useTakeOffCard()
  const mine = (shots.data ?? []).filter((shot) => shot.on_card && shot.player_id === player.id)
  if (shots.error) return <Problem error={shots.error} onRetry={() => void shots.refetch()} />
  const calls = mine.map((shot) => {
    const reading = shot.request && fromRequest(shot.request, shot.call_id)
    return (
      <li key={shot.id} className="mt-[0.4em]">
        <b>{shot.summary}.</b>
        {reading && (
          <span className="block">
            {lieWords(reading, units)}; flag at {show(reading.flag, 'distance', units)}.
          </span>
        )}
        {shot.say.map((line) => (
          <span key={line} className="block">
            {line}
          </span>
        ))}
        <button type="button" className="word no-print text-small" onClick={() => takeOff.mutate(shot.id)}>
          remove
        </button>
      </li>
    )
  })
  const head = (
    <header>
      <h2>{player.name}’s own calls</h2>
      <p className="fine">
        This card is for practice and preparation: rule 4.3a limits what you may consult in a round.
      </p>
    </header>
  )
  if (shots.isSuccess && mine.length === 0)
    return (
      <>
        {head}
        <p>No calls on this card yet. Compare two calls on the Bench (C) and put one on the card.</p>
      </>
    )
  const list = 'list-decimal pl-[1.4em]'
  if (size !== 'pocket')
    return (
      <>
        {head}
        <ol className={list}>{calls}</ol>
      </>
    )
  return (
    <>
      <div className="fold">
        {head}
        <ol className={list}>{calls.slice(0, MOST_IN_POCKET - 1)}</ol>
      </div>
      <div className="fold">
        <ol className={list} start={MOST_IN_POCKET}>
          {calls.slice(MOST_IN_POCKET - 1, 2 * MOST_IN_POCKET - 1)}
        </ol>
      </div>
    </>
  )
}
