import { useQuery } from '@tanstack/react-query'
import type { Player } from '../../api/client'
import { catalogueQuery, schoolsQuery } from '../../api/queries'
import { usePlace } from '../../lib/place'
import { toRequest } from '../../lib/request'
import { familiesOf, questionsOf, type Question } from '../../lib/schools'
import { useBench, useReading } from '../../lib/store'
import { show } from '../../lib/units'
import { useUnits } from '../../lib/use-units'
import { lieWords } from '../../lib/words'
import { Problem } from '../../ui/Problem'
import { Catalogue } from './Catalogue'
import { SchoolColumn } from './SchoolColumn'

const COLUMNS = [
  '',
  'md:grid-cols-1',
  'md:grid-cols-2',
  'md:grid-cols-3',
  'md:grid-cols-4',
  'lg:grid-cols-5',
  'md:grid-cols-3',
]

function Dispute(props: { asked: Question; player: Player; onTake: (callId: string) => void }) {
  const { asked, player, onTake } = props
  return (
    <section aria-label={asked.question} className="mt-3">
      <h3 className="mb-1 text-head font-bold">{asked.question}</h3>
      <div className={`grid gap-y-3 ${COLUMNS[asked.sides.length] ?? ''}`}>
        {asked.sides.map((side) => (
          <SchoolColumn
            key={side.method.id}
            side={side}
            isFavoured={side.method.id === asked.favoured}
            player={player}
            onTake={onTake}
          />
        ))}
      </div>
      {asked.absent.length > 0 && (
        <p className="mt-1 text-small text-quiet">
          Not here: {asked.absent.map(({ method, reason }) => `${method.name} ${reason ?? ''}`).join('; ')}.
        </p>
      )}
    </section>
  )
}

/** Methods: where good coaches disagree, side by side for the present lie; below, the whole catalogue. */
export function Methods({ player }: { player: Player }) {
  const units = useUnits()
  const reading = useReading()
  const catalogue = useQuery(catalogueQuery(player.hand))
  const schools = useQuery(schoolsQuery(toRequest({ ...reading, call: '', against: '' })))
  const { go } = usePlace.getState()
  const take = (callId: string) => {
    useBench.getState().set({ call: callId })
    go('bench')
  }
  const error = catalogue.error ?? schools.error
  if (error) {
    return (
      <main className="p-4">
        <Problem error={error} onRetry={() => void Promise.all([catalogue.refetch(), schools.refetch()])} />
      </main>
    )
  }
  if (!catalogue.data || !schools.data)
    return <main className="p-4 text-quiet">Working out every school for this lie.</main>
  const asked = questionsOf(catalogue.data, schools.data.rows)
  const shared = { player, onTake: take }
  return (
    <main className="mx-auto max-w-[1280px] px-4 pb-10" aria-busy={schools.isFetching}>
      <p className="mt-2">
        <span className="text-quiet">For </span>
        <b>{lieWords(reading, units)}</b>
        <span className="text-quiet">, flag at </span>
        <b>{show(reading.flag, 'distance', units)}</b>
        <button type="button" className="ml-3 word" onClick={() => go('bench')}>
          change it on the Bench
        </button>
      </p>
      <section aria-label="Schools side by side">
        <h2 className="mt-2 text-lg font-bold">Where the schools disagree</h2>
        {asked.length === 0 && (
          <p>From this lie the schools agree, or only one of them has an answer: see below.</p>
        )}
        {asked.map((one) => (
          <Dispute key={one.id} asked={one} player={player} onTake={take} />
        ))}
      </section>
      <section aria-label="Catalogue">
        <h2 className="mt-6 text-lg font-bold">All methods</h2>
        <p className="text-small text-quiet">
          Pinned ones come first among {player.name}’s calls, left-out ones are not offered. Open one for
          words, faults and cures.
        </p>
        <Catalogue families={familiesOf(catalogue.data, schools.data.rows)} {...shared} />
      </section>
    </main>
  )
}
