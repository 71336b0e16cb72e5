import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useState } from 'react'
import type { Player } from '../api/client'
import { summaryQuery } from '../book/api'
import { drillFor } from './drill-words'
import { MIDDLE, useAtLeast } from '../lib/use-wide'
import { usePart } from '../lib/use-part'
import { PartTabs } from '../ui/PartTabs'
import { Problem } from '../ui/Problem'
import { ClinicPanel } from './ClinicPanel'
import { DrillList } from './DrillList'
import { DrillPage } from './DrillPage'
import { EyePanel } from '../eye/EyePanel'
import { ManyBooks } from './ManyBooks'
import { MeasurePanel } from './MeasurePanel'
import { ProgressPanel } from './ProgressPanel'
import { RunSession } from './RunSession'
import { SeasonPanel } from './SeasonPanel'
import { SessionPanel } from './SessionPanel'
import { drillsQuery } from '../api/drills'

const PARTS = [
  ['session', 'Session'],
  ['season', 'Season'],
  ['clinic', 'Clinic'],
  ['progress', 'Progress'],
  ['eye', 'The eye'],
  ['drills', 'Drills'],
  ['ground', 'The ground'],
] as const

const NO_PRACTICE =
  'Building a session, setting up a drill and new scenes need Veltrin, and it can’t be reached. You can still read sessions that you opened here before.'

/** Practice: sessions from what the book says is lost, run and looked back on; drills; the eye. */
export function Practice({ player }: { player: Player }) {
  const drills = useQuery(drillsQuery)
  const [named, name, show] = usePart()
  const [missing, setMissing] = useState<string[]>([])
  const hasRoom = useAtLeast(MIDDLE)
  const isAtDrills = named.get('part') === 'drills' && hasRoom
  const lies = useQuery({ ...summaryQuery({ player_id: player.id }), enabled: isAtDrills }).data?.lies ?? []
  if (drills.error)
    return (
      <main className="p-4">
        <Problem error={drills.error} onRetry={() => void drills.refetch()} away={NO_PRACTICE} />
      </main>
    )
  if (!drills.data) return <main className="p-4 text-quiet">Fetching the drills.</main>
  const drill = drills.data.drills.find((one) => one.id === named.get('drill'))
  const run = named.get('run') ?? ''
  // Beside the list stands a drill from the first: the one for what is lost most.
  const looked = drill ?? (hasRoom ? drillFor(drills.data.drills, lies) : undefined)
  const part = drill ? 'drills' : run ? 'session' : (named.get('part') ?? 'session')
  const toggle = (need: string) =>
    setMissing(missing.includes(need) ? missing.filter((one) => one !== need) : [...missing, need])
  return (
    <main className="mx-auto max-w-[120rem] px-4 pb-10">
      <Tabs.Root value={part} onValueChange={(value) => name({ part: value === 'session' ? '' : value })}>
        <div className="no-print mb-3 border-b border-rule pt-2">
          <PartTabs label="Parts of practice" parts={PARTS} />
        </div>
        {/* What was built stays while a drill is looked at. */}
        <Tabs.Content value="session" forceMount hidden={part !== 'session'}>
          {run && (
            <RunSession
              key={run}
              id={run}
              player={player}
              drills={drills.data.drills}
              onLeave={() => name({})}
            />
          )}
          <div hidden={run !== ''}>
            <SessionPanel
              key={player.id}
              told={drills.data}
              player={player}
              missing={missing}
              isShown={part === 'session' && run === ''}
              onMissing={toggle}
              onOpen={(id) => show({ drill: id })}
              onRun={(id) => show({ run: id })}
            />
          </div>
        </Tabs.Content>
        <Tabs.Content value="season">
          <SeasonPanel key={player.id} player={player} onOpen={(id) => show({ run: id })} />
        </Tabs.Content>
        <Tabs.Content value="clinic">
          <ClinicPanel key={player.id} player={player} />
        </Tabs.Content>
        <Tabs.Content value="progress">
          <ProgressPanel player={player} drills={drills.data.drills} onOpen={(id) => show({ drill: id })} />
        </Tabs.Content>
        <Tabs.Content value="eye">
          <EyePanel player={player} />
        </Tabs.Content>
        <Tabs.Content value="ground">
          <MeasurePanel key={player.id} player={player} />
          <ManyBooks />
        </Tabs.Content>
        <Tabs.Content value="drills" className="grid gap-x-8 gap-y-4 md:grid-cols-[17rem_minmax(0,1fr)]">
          <DrillList
            told={drills.data}
            missing={missing}
            chosen={looked}
            onChoose={(id) => show({ drill: id })}
          />
          {looked ? (
            <DrillPage key={looked.id} drill={looked} player={player} />
          ) : (
            <p className="max-w-prose text-quiet max-md:order-first">
              Choose a drill. Veltrin lays it out for {player.name}, with distances and a pass mark.
            </p>
          )}
        </Tabs.Content>
      </Tabs.Root>
    </main>
  )
}
