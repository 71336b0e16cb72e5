import { queryOptions, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { client, unwrap, type Take as Page } from '../api/client'
import { practicesQuery } from '../practice/api'
import { drillsQuery } from '../api/drills'
import { keepSending } from '../book/queue'
import { showLink, takeToken } from './take'
import { InUnits } from '../lib/use-units'
import { dayWords } from '../lib/when'
import { Problem } from '../ui/Problem'
import { Told } from '../ui/Told'
import { RunSession } from '../practice/RunSession'
import { LessonSheet } from './LessonSheet'
import { counted } from '../lib/counted'

const takeQuery = queryOptions({
  queryKey: ['take'],
  queryFn: async () => unwrap(await client.GET('/api/take')) as Page,
})

function Sessions({ player_id, onRun }: { player_id: string; onRun: (id: string) => void }) {
  const asked = useQuery(practicesQuery(player_id))
  const rows = asked.data?.rows ?? []
  return (
    <section aria-label="Sessions" className="mt-5">
      <h2 className="text-lg font-bold">Practice</h2>
      {asked.error && <Problem error={asked.error} onRetry={() => void asked.refetch()} />}
      {asked.isSuccess && rows.length === 0 && <p className="text-quiet">No session is planned.</p>}
      <ul>
        {rows.map((one) => (
          <li key={one.id} className="border-t border-rule py-2">
            <button type="button" className="press min-h-12 w-full text-left" onClick={() => onRun(one.id)}>
              <span className="block font-semibold">
                {one.state === 'done' ? 'Done' : one.state === 'begun' ? 'Go on' : 'Begin'}:{' '}
                {one.parts.map((part) => part.name).join(', ')}
              </span>
              <span className="block text-small font-normal text-quiet">
                {dayWords(one.done_at ?? one.planned_for ?? one.made_at)}, {Math.round(one.minutes)} minutes,{' '}
                {counted(one.balls, 'ball')}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** A player's own page, opened by a link: what to take along from lessons, and own sessions to run. */
export function Take() {
  const [token] = useState(takeToken)
  const [run, setRun] = useState('')
  useState(() => showLink(token))
  const asked = useQuery(takeQuery)
  const drills = useQuery({ ...drillsQuery, enabled: asked.isSuccess })
  useEffect(() => {
    document.title = 'Veltrin'
    return keepSending(() => undefined)
  }, [])
  if (asked.error)
    return (
      <main className="p-4">
        <h1 className="text-lg font-bold">Veltrin</h1>
        <Problem error={asked.error} onRetry={() => void asked.refetch()} />
      </main>
    )
  if (!asked.data) return <p className="p-6 text-quiet">Opening your page.</p>
  const { player_id, player_name, units, lessons, until } = asked.data
  return (
    <InUnits value={units}>
      <main className="mx-auto max-w-[52rem] px-4 pt-3 pb-10">
        {run ? (
          <RunSession
            key={run}
            id={run}
            player={{ name: player_name }}
            drills={drills.data?.drills ?? []}
            onLeave={() => setRun('')}
          />
        ) : (
          <>
            <h1 className="text-lg font-bold">{player_name}</h1>
            <p className="text-small text-quiet">Your coach’s page for you, until {dayWords(until)}.</p>
            <Sessions player_id={player_id} onRun={setRun} />
            <section aria-label="From your lessons" className="mt-5">
              <h2 className="text-lg font-bold">From your lessons</h2>
              {lessons.length === 0 && <p className="text-quiet">Nothing yet.</p>}
              {lessons.map((lesson) => (
                <div key={lesson.id} className="mt-2 overflow-x-auto">
                  <div className="sheet-on-screen">
                    <LessonSheet
                      sheet={lesson.sheet}
                      when={dayWords(lesson.held_on)}
                      place={lesson.place}
                      size="a4"
                    />
                  </div>
                </div>
              ))}
            </section>
          </>
        )}
      </main>
      <Told />
    </InUnits>
  )
}
