import { useQuery } from '@tanstack/react-query'
import type { Player } from '../../api/client'
import { usePlace } from '../../lib/place'
import { toRequest } from '../request'
import { familiesOf, questionsOf, type Question } from '../schools'
import { useBench, useReading } from '../store'
import { show } from '../../lib/units'
import { useUnits } from '../../lib/use-units'
import { lieWords } from '../words'
import { frameOf } from '../../drawing/SmallFlight'
import type { Reading } from '../reading'
import { Problem } from '../../ui/Problem'
import { Catalogue } from './Catalogue'
import { SchoolColumn } from './SchoolColumn'
import { catalogueQuery, schoolsQuery } from '../api'

const COLUMNS = [
  '',
  'sm:grid-cols-1',
  'sm:grid-cols-2',
  'sm:grid-cols-3',
  'sm:grid-cols-2 lg:grid-cols-4',
  'sm:grid-cols-2 lg:grid-cols-5',
  'sm:grid-cols-2 lg:grid-cols-3 2xl:grid-cols-6',
]

interface Shared {
  player: Player
  reading: Reading
  onTake: (callId: string) => void
}

function Dispute({ asked, ...shared }: Shared & { asked: Question }) {
  const { reading } = shared
  const drawn = asked.sides.flatMap(({ call: { detail } }) => (detail ? [detail, detail.ghost] : []))
  const frame = frameOf(drawn, reading.flag)
  return (
    <section aria-label={asked.question} className="mt-4">
      <h3 className="text-head font-bold">{asked.question}</h3>
      <p className="mb-1.5 max-w-[78rem] max-sm:hidden">
        {asked.sides.map(({ method }, i) => (
          <span key={method.id}>
            <b className="font-semibold">{method.name}</b> best when {method.wins_when}
            {i < asked.sides.length - 1 ? '; ' : '.'}
          </span>
        ))}
      </p>
      {/* On a phone one school fills the page, and the next one is a swipe away: the favoured first. */}
      <div className={`swiped grid gap-y-3 ${COLUMNS[asked.sides.length] ?? ''}`}>
        {asked.sides.map((side) => (
          <SchoolColumn
            key={side.method.id}
            side={side}
            isFavoured={side.method.id === asked.favoured}
            frame={frame}
            {...shared}
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
        <Problem
          error={error}
          onRetry={() => void Promise.all([catalogue.refetch(), schools.refetch()])}
          away="Veltrin works out every school for this lie and can’t be reached. The Bench still shows the last answer."
        />
      </main>
    )
  }
  if (!catalogue.data || !schools.data)
    return <main className="p-4 text-quiet">Working out every school for this lie.</main>
  const asked = questionsOf(catalogue.data, schools.data.rows)
  const shared = { player, reading, onTake: take }
  return (
    <main className="mx-auto max-w-[120rem] px-4 pb-10" aria-busy={schools.isFetching}>
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
        {asked.length > 0 && (
          <p className="text-small text-quiet">
            Solid line: this shot. Dashed line: the same club and swing from a level lie. Below: the path of
            the club head with its room for a fat strike, and the feet (stock dashed). All schools of a
            question are drawn at one scale.
          </p>
        )}
        {asked.length === 0 && (
          <p>From this lie the schools agree, or only one of them has an answer: see below.</p>
        )}
        {asked.map((one) => (
          <Dispute key={one.id} asked={one} {...shared} />
        ))}
      </section>
      <section aria-label="Catalogue">
        <h2 className="mt-6 text-lg font-bold">All methods</h2>
        <p className="text-small text-quiet">
          Pinned methods come first in {player.name}’s calls; methods that are left out are not offered. Open
          one for its words, faults and cures. The small drawing shows how the head comes to the ball, what
          meets it, and where the handle is.
        </p>
        <Catalogue
          families={familiesOf(catalogue.data, schools.data.rows)}
          player={player}
          flag={reading.flag}
          onTake={take}
        />
      </section>
    </main>
  )
}
