import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useFilters } from './use-filters'
import { namedParts, usePart } from '../lib/use-part'
import type { Player } from '../api/client'
import { summaryQuery } from './api'
import { PartTabs } from '../ui/PartTabs'
import { Problem } from '../ui/Problem'
import { Charts } from './Charts'
import { FaultReader } from './FaultReader'
import { Filters } from './Filters'
import { Lies } from './Lies'
import { Shots } from './Shots'
import { Trials } from './Trials'
import { WaitingShots } from './WaitingShots'
import { Whole } from './Whole'

const PARTS = [
  ['shots', 'Shots'],
  ['charts', 'Predicted and actual'],
  ['lies', 'By kind of lie'],
  ['fault', 'Read a fault'],
  ['trials', 'Trials'],
] as const

/** The field book: what was struck, how it compares, what goes wrong, and which way is better. */
export function FieldBook({ player }: { player: Player }) {
  const [named, name] = usePart()
  const part = named.get('part') ?? 'shots'
  // What is filtered stays, whichever way it is looked at.
  const setPart = (next: string) =>
    name({ ...Object.fromEntries(namedParts()), part: next === 'shots' ? '' : next, trial: '' })
  const { which, sorted, filter, sort } = useFilters(player.id)
  const summary = useQuery(summaryQuery(which))
  const isFiltered = part === 'shots' || part === 'charts' || part === 'lies'
  return (
    <main className="mx-auto max-w-[120rem] px-4 pb-10">
      <Tabs.Root value={part} onValueChange={setPart}>
        <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 border-b border-rule pt-2">
          <PartTabs label="Parts of the field book" parts={PARTS} />
          {isFiltered && <Filters which={which} summary={summary.data} onWhich={filter} />}
        </div>
        <WaitingShots />
        {isFiltered && <Whole player_id={player.id} />}
        {isFiltered && summary.error && (
          <Problem error={summary.error} onRetry={() => void summary.refetch()} />
        )}
        <Tabs.Content value="shots">
          <Shots which={which} sorted={sorted} onSort={sort} />
        </Tabs.Content>
        <Tabs.Content value="charts">{summary.data && <Charts summary={summary.data} />}</Tabs.Content>
        <Tabs.Content value="lies">
          {summary.data && (
            <Lies
              summary={summary.data}
              onOpen={(lie) => {
                filter({ ...which, cover: lie.cover })
                setPart('shots')
              }}
            />
          )}
        </Tabs.Content>
        <Tabs.Content value="fault">
          <FaultReader player={player} />
        </Tabs.Content>
        <Tabs.Content value="trials">
          <Trials player={player} />
        </Tabs.Content>
      </Tabs.Root>
    </main>
  )
}
