import { useQuery } from '@tanstack/react-query'
import type { Prepared } from '../api/client'
import { preparedQuery } from './api'
import { usePlace } from '../lib/place'
import { useChoosePlayer } from '../shot/use-choose-player'
import { Problem } from '../ui/Problem'

const HEADS: readonly (readonly [Prepared['notices'][number]['kind'], string])[] = [
  ['aim', 'Left open last time'],
  ['lie', 'Costs most strokes'],
  ['drill', 'Drills not passed'],
  ['stock', 'Stock shots'],
  ['grooves', 'Grooves'],
  ['ask', 'Ask'],
  ['watch', 'Watch'],
  ['bag', 'The bag'],
]

function OfPlayer({ player_id, before }: { player_id: string; before: string }) {
  const asked = useQuery(preparedQuery(player_id, before))
  const choosePlayer = useChoosePlayer()
  const { go } = usePlace()
  if (asked.error) return <Problem error={asked.error} onRetry={() => void asked.refetch()} />
  if (!asked.data) return <p className="text-quiet">Reading the book.</p>
  const { player_name, notices } = asked.data
  return (
    <section aria-label={player_name} className="min-w-0 border-t border-ink pt-1">
      <h3 className="text-head font-bold">{player_name}</h3>
      {HEADS.map(([kind, head]) => {
        const own = notices.filter((notice) => notice.kind === kind)
        if (own.length === 0) return null
        return (
          <div key={kind} className="mt-1.5">
            <h4 className="text-small font-semibold text-quiet">{head}</h4>
            <ul>
              {own.map((notice) => (
                <li key={notice.words} className="first-letter:uppercase">
                  {notice.words}{' '}
                  {(kind === 'drill' || kind === 'watch') && (
                    <button
                      type="button"
                      className="word no-print text-small"
                      onClick={() => {
                        choosePlayer(player_id)
                        go('practice', `drill=${notice.ref}`)
                      }}
                    >
                      open
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </div>
        )
      })}
    </section>
  )
}

/** What the books of those who come say, on one page, in words. */
export function Preparing({ player_ids, before }: { player_ids: readonly string[]; before: string }) {
  return (
    <section aria-label="Prepare" className="grid gap-x-8 gap-y-4 lg:grid-cols-2">
      {player_ids.map((id) => (
        <OfPlayer key={id} player_id={id} before={before} />
      ))}
    </section>
  )
}
