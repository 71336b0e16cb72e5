import { useState } from 'react'
import { EditableDay } from '../ui/EditableDay'
import { Choice } from '../ui/Choice'
import type { Bag, Club } from '../api/client'
import { clubBeside, grooveWords } from './bag'
import { scaleOf, trim } from '../lib/units'
import { useUnits } from '../lib/use-units'

interface BagTableProps {
  clubs: Club[]
  notes: Bag['clubs']
  onClubs: (clubs: Club[]) => void
}

type NumberKey = 'loft_deg' | 'bounce_deg' | 'stock_carry_m' | 'rounds'

const KINDS: Club['kind'][] = ['wood', 'hybrid', 'iron', 'wedge', 'putter']

/** One number of a club. It is typed as text and taken when it is one; the server says what it may be. */
function Cell(props: {
  club: Club
  read: NumberKey
  factor: number
  label: string
  onValue: (v: number) => void
}) {
  const { club, read, factor, label, onValue } = props
  const value = trim(club[read] * factor, 1)
  return (
    <input
      key={value}
      className="figure w-full min-w-14 border-b border-transparent bg-transparent px-1 text-right hover:border-quiet focus:border-hot"
      inputMode="decimal"
      aria-label={`${club.name}: ${label}`}
      defaultValue={value}
      onFocus={(event) => event.target.select()}
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      onBlur={(event) => {
        const typed = Number(event.target.value.replace(',', '.').replace('−', '-'))
        if (event.target.value.trim() === '' || !Number.isFinite(typed)) event.target.value = value
        else if (event.target.value !== value) onValue(typed / factor)
      }}
    />
  )
}

/** The bag as a table that is written in. */
export function BagTable({ clubs, notes, onClubs }: BagTableProps) {
  const units = useUnits()
  const carry = scaleOf('distance', units)
  const speed = scaleOf('wind', units)
  const [today] = useState(() => new Date())
  const put = (at: number, patch: Partial<Club>) =>
    onClubs(clubs.map((club, i) => (i === at ? { ...club, ...patch } : club)))
  return (
    <div className="overflow-x-auto" role="group" aria-label="Table" tabIndex={0}>
      <table className="w-full min-w-[38rem] text-small">
        <thead className="text-quiet">
          <tr className="border-b border-rule">
            <th className="text-left font-normal">club</th>
            <th className="text-left font-normal">kind</th>
            <th className="text-right font-normal">loft °</th>
            <th className="text-right font-normal">bounce °</th>
            <th className="text-right font-normal">carry{carry.sign}</th>
            <th className="text-right font-normal">head {units.speed}</th>
            <th className="text-right font-normal">rounds</th>
            <th className="pl-3 text-left font-normal">bought</th>
            <th className="text-left font-normal">cleaned</th>
            <th className="pl-2 text-left font-normal">grooves</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {clubs.map((club, i) => {
            const cell = (read: NumberKey, label: string, factor = 1) => (
              <Cell
                club={club}
                read={read}
                factor={factor}
                label={label}
                onValue={(value) => put(i, { [read]: value })}
              />
            )
            const day = (read: 'bought_on' | 'cleaned_on', label: string) => (
              <EditableDay
                label={`${club.name}: ${label}`}
                value={club[read] ?? null}
                onChange={(next) => put(i, { [read]: next })}
              />
            )
            const note = notes.find((one) => one.club_id === club.id)
            return (
              <tr key={club.id} className="border-b border-rule">
                <td>
                  <input
                    className="w-full min-w-[7.5rem] bg-transparent focus:bg-lit"
                    aria-label={`Name of ${club.id}`}
                    maxLength={40}
                    value={club.name}
                    onChange={(event) => put(i, { name: event.target.value })}
                  />
                </td>
                <td>
                  <Choice
                    label={`${club.name}: kind`}
                    value={club.kind}
                    options={KINDS.map((kind) => ({ value: kind, words: kind }))}
                    onChange={(kind) => put(i, { kind })}
                  />
                </td>
                <td className="w-14">{cell('loft_deg', 'loft')}</td>
                <td className="w-16">{cell('bounce_deg', 'bounce')}</td>
                <td className="w-18">{cell('stock_carry_m', 'carry', carry.toShown(1))}</td>
                <td className="figure w-18 text-right text-quiet">
                  {note && club.kind !== 'putter' ? trim(speed.toShown(note.speed_m_s), 1) : ''}
                </td>
                <td className="w-14">{cell('rounds', 'rounds')}</td>
                <td className="pl-3">{day('bought_on', 'bought')}</td>
                <td>{day('cleaned_on', 'cleaned')}</td>
                <td className={`pl-2 ${note?.grooves === 'worn' ? 'text-hot' : 'text-quiet'}`}>
                  {grooveWords(club, note, today)}
                </td>
                <td className="text-right whitespace-nowrap">
                  <button
                    type="button"
                    className="px-1 text-quiet hover:text-hot"
                    aria-label={`Remove ${club.name} from the bag`}
                    disabled={clubs.length === 1}
                    onClick={() => onClubs(clubs.filter((_, k) => k !== i))}
                  >
                    ×
                  </button>
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <button
        type="button"
        className="mt-1 word"
        onClick={() =>
          onClubs([
            ...clubs,
            clubBeside(clubs, clubs.filter((c) => c.kind === 'wedge').at(-1) ?? clubs.at(-1)),
          ])
        }
      >
        add a club
      </button>
    </div>
  )
}
