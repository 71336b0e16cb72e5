import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import type { Player } from '../../api/client'
import { usePlace } from '../../lib/place'
import { conditionWords } from '../sky-words'
import { useReading } from '../store'
import { usePart } from '../../lib/use-part'
import { useUnits } from '../../lib/use-units'
import { PartTabs } from '../../ui/PartTabs'
import { DayMenu } from './DayMenu'
import { DaySheet } from './DaySheet'
import { Today } from './Today'
import { TwoDays } from './TwoDays'
import { mastQuery } from '../../devices/api'
import { settingsQuery } from '../api'

const PARTS = [
  ['today', 'Today'],
  ['two-days', 'Two days'],
  ['day-sheet', 'Day sheet'],
] as const

/** Conditions: the day as an input, one shot on two days, and how far each club goes today. */
export function Conditions({ player }: { player: Player }) {
  const units = useUnits()
  const course = useQuery(settingsQuery).data?.course
  const mast = useQuery(mastQuery).data
  const reading = useReading()
  const { go } = usePlace.getState()
  const [named, name] = usePart()
  const part = named.get('part') ?? 'today'
  return (
    <main className="mx-auto max-w-[120rem] px-4 pb-10">
      <Tabs.Root value={part} onValueChange={(value) => name({ part: value === 'today' ? '' : value })}>
        <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1 border-b border-rule pt-2">
          <PartTabs label="Parts of the conditions" parts={PARTS} />
          <p>
            <b>{reading.dayName || 'A day of your own'}</b>
            <span className="text-quiet">
              {course ? `, ${course}` : ''}: {conditionWords(reading, units)}
            </span>
          </p>
          <span className="no-print ml-auto flex gap-5">
            <DayMenu reading={reading} />
            <button type="button" className="word" onClick={() => go('bench')}>
              to the Bench
            </button>
          </span>
        </div>
        <Tabs.Content value="today">
          <Today reading={reading} player={player} mast={mast} />
        </Tabs.Content>
        <Tabs.Content value="two-days">
          <TwoDays reading={reading} player={player} />
        </Tabs.Content>
        <Tabs.Content value="day-sheet">
          <DaySheet reading={reading} player={player} course={course ?? ''} />
        </Tabs.Content>
      </Tabs.Root>
    </main>
  )
}
