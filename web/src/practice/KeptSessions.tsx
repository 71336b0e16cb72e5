import { useQuery } from '@tanstack/react-query'
import type { KeptPractice, Player } from '../api/client'
import { practicesQuery, useDropPractice } from './api'
import { momentWords } from '../lib/when'
import { AskFirst } from '../ui/AskFirst'
import { Problem } from '../ui/Problem'

interface KeptSessionsProps {
  player: Player
  onOpen: (id: string) => void
}

const SHOWN = 12

const STATES: Record<KeptPractice['state'], string> = { planned: 'planned', begun: 'go on', done: 'done' }

function moment(practice: KeptPractice): string {
  return practice.done_at ?? practice.began_at ?? practice.planned_for ?? practice.made_at
}

/** Sessions that are kept: those begun first, to go on with; planned ones; those done. */
export function KeptSessions({ player, onOpen }: KeptSessionsProps) {
  const kept = useQuery(practicesQuery(player.id))
  const drop = useDropPractice()
  if (kept.error) return <Problem error={kept.error} onRetry={() => void kept.refetch()} />
  const order = { begun: 0, planned: 1, done: 2 }
  const rows = [...(kept.data?.rows ?? [])].sort(
    (a, b) =>
      order[a.state] - order[b.state] ||
      (a.state === 'done' ? moment(b).localeCompare(moment(a)) : moment(a).localeCompare(moment(b))),
  )
  if (rows.length === 0) return null
  return (
    <section aria-label="Saved sessions" className="no-print mt-5 max-w-[60rem]">
      <h2 className="font-bold">Saved sessions</h2>
      <ul>
        {rows.slice(0, SHOWN).map((one) => (
          <li
            key={one.id}
            className="grid grid-cols-[6.5rem_1fr_auto] sm:grid-cols-[9.5rem_1fr_auto] items-baseline gap-x-3 border-t border-rule py-1"
          >
            <span className="figure text-small text-quiet">{momentWords(moment(one))}</span>
            <button type="button" className="min-w-0 text-left hover:text-hot" onClick={() => onOpen(one.id)}>
              <b className={one.state === 'begun' ? 'text-hot' : ''}>{STATES[one.state]}</b>:{' '}
              {one.state === 'done' ? one.words : one.parts.map(({ name }) => name).join(', ')}
            </button>
            <AskFirst
              words="×"
              look="press py-0.5"
              label={`Delete the session of ${momentWords(moment(one))}`}
              question="Its balls stay in the book."
              yes="Delete"
              onYes={() => drop.mutate(one.id)}
            />
          </li>
        ))}
      </ul>
      {rows.length > SHOWN && (
        <p className="text-small text-quiet">{rows.length - SHOWN} more are under Season and Progress.</p>
      )}
      {drop.error && <Problem error={drop.error} />}
    </section>
  )
}
