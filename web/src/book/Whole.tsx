import { useQuery } from '@tanstack/react-query'
import { counted } from '../lib/counted'
import { dayWords } from '../lib/when'
import { useSayWhole, wholeQuery } from './api'

/** Asks once a day whether all balls were booked, and says when the book looks picked. */
export function Whole({ player_id }: { player_id: string }) {
  const told = useQuery(wholeQuery(player_id)).data
  const say = useSayWhole(player_id)
  if (!told || (!told.ask && !told.words)) return null
  const { ask } = told
  return (
    <section aria-label="Were these all the balls?" className="mt-2 max-w-[60rem] border-l-4 border-hot pl-3">
      {ask && (
        <p>
          {counted(ask.shots, 'shot')} of {dayWords(`${ask.day}T12:00:00Z`)}: <b>were these all the balls?</b>{' '}
          <button
            type="button"
            className="press ml-2 py-0.5"
            disabled={say.isPending}
            onClick={() => say.mutate({ day: ask.day, all_booked: true })}
          >
            All of them
          </button>{' '}
          <button
            type="button"
            className="press py-0.5"
            disabled={say.isPending}
            onClick={() => say.mutate({ day: ask.day, all_booked: false })}
          >
            Only some
          </button>
          <span className="block text-small text-quiet">
            Only some: they stay in the book and teach no habits.
          </span>
        </p>
      )}
      {told.words && <p className="text-small">{told.words}</p>}
    </section>
  )
}
