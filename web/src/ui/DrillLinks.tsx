import { useQuery } from '@tanstack/react-query'
import type { Drill } from '../api/client'
import { usePlace } from '../lib/place'
import { drillsQuery } from '../api/drills'

/** The drills that a thing leads to, each a press away. */
export function DrillLinks({ serves }: { serves: (drill: Drill) => boolean }) {
  const drills = useQuery(drillsQuery)
  const found = drills.data?.drills.filter(serves).slice(0, 3) ?? []
  if (found.length === 0) return null
  return (
    <p className="text-small">
      <span className="text-quiet">Practise: </span>
      {found.map((drill, i) => (
        <span key={drill.id}>
          {i > 0 && ', '}
          <button
            type="button"
            className="word"
            onClick={() => usePlace.getState().go('practice', `drill=${drill.id}`)}
          >
            {drill.name.toLowerCase()}
          </button>
        </span>
      ))}
    </p>
  )
}
