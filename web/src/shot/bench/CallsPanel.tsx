import { useState } from 'react'
import type { Call, PlanResponse } from '../../api/client'
import { reachOf, StripHatches } from '../../drawing/Strips'
import { callName, medicineWords, OUT_WORDS } from '../advice'
import { MOODS, type Reading } from '../reading'
import { useBench } from '../store'
import { isAsGood } from '../strike-words'
import { useWide } from '../../lib/use-wide'
import { distance } from '../../lib/units'
import type { LedgerName } from '../ledger'
import { Choice } from '../../ui/Choice'
import { CallCard } from './CallCard'
import { CareNotes, Fallen } from './Fallen'
import { Head } from '../../ui/Head'
import { Holds, WhoCan } from './Holds'
import { useUnits } from '../../lib/use-units'

interface CallsPanelProps {
  plan: PlanResponse
  chosen: string | undefined
  reading: Reading
  isSettling: boolean
  /** Veltrin can’t be reached for the reading as it is: these are the calls of the one before. */
  isOld: boolean
  onCompare: () => void
  onWhatIf: () => void
  onChoose: (id: string) => void
  onLedger: (id: string, ledger: LedgerName) => void
}

/** What a bad one counts. */
const MOOD_WORDS = {
  lesson: 'by the average',
  match: 'a little bolder',
  protect: 'protect the score',
} as const

function withSign(text: string): string {
  return text.startsWith('−') ? text : `+${text}`
}

const COLUMNS = [
  { id: 'name', words: 'club and method', value: (call: Call) => callName(call) },
  { id: 'carry', words: 'carry', value: (call: Call) => call.carry_m },
  { id: 'run', words: 'run', value: (call: Call) => call.run_m },
  { id: 'putt', words: 'putt', value: (call: Call) => -(call.spread?.next_putt_pct ?? -1) },
  { id: 'strokes', words: 'strokes', value: (call: Call) => call.strokes },
] as const
type Column = (typeof COLUMNS)[number]['id']

function sorted(calls: readonly Call[], by: Column): Call[] {
  const column = COLUMNS.find(({ id }) => id === by) ?? COLUMNS[4]
  return [...calls].sort((a, b) => {
    const [x, y] = [column.value(a), column.value(b)]
    return typeof x === 'string' ? x.localeCompare(String(y)) : x - Number(y)
  })
}

function OtherRow(props: { call: Call; isChosen: boolean; onChoose: (id: string) => void }) {
  const units = useUnits()
  const { call, isChosen, onChoose } = props
  return (
    <tr className={isChosen ? 'bg-lit' : ''}>
      <td className="pr-1 pl-3">
        <button type="button" className="w-full text-left hover:text-hot" onClick={() => onChoose(call.id)}>
          {callName(call)}
          {call.target.name !== 'flag' && <span className="text-hot">, {OUT_WORDS[call.target.name]}</span>}
        </button>
      </td>
      <td className="figure w-12 text-right">{distance(call.carry_m, units)}</td>
      <td className="figure w-11 text-right text-quiet">{withSign(distance(call.run_m, units))}</td>
      <td className="figure w-11 text-right text-quiet">
        {call.spread ? `${Math.round(call.spread.next_putt_pct)}` : ''}
      </td>
      {/* Judged by a few strokes only: not to be compared to the hundredth with what was struck four hundred times. */}
      <td className={`figure w-13 pr-3 text-right ${call.spread ? '' : 'text-quiet'}`}>
        {call.spread ? call.strokes.toFixed(2) : `≈${call.strokes.toFixed(1)}`}
      </td>
    </tr>
  )
}

/** The rest, sorted by the column that is pressed. */
function OtherCalls(props: { calls: Call[]; chosen: string | undefined; onChoose: (id: string) => void }) {
  const isWide = useWide()
  const [by, setBy] = useState<Column>('strokes')
  return (
    <details open={isWide} className="text-small">
      <summary className="cursor-pointer px-3 pt-2 pb-1 font-bold">
        Also possible ({props.calls.length})
      </summary>
      <table className="w-full">
        <thead className="text-quiet">
          <tr>
            {COLUMNS.map(({ id, words }) => (
              <th
                key={id}
                aria-sort={by === id ? 'ascending' : 'none'}
                className="font-normal first:pl-3 first:text-left last:pr-3 not-first:pl-2 not-first:text-right"
              >
                <button
                  type="button"
                  className={`py-1 hover:text-hot ${by === id ? 'text-ink underline' : ''}`}
                  onClick={() => setBy(id)}
                >
                  {id === 'putt' ? 'putt\u00a0%' : words}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sorted(props.calls, by).map((call) => (
            <OtherRow key={call.id} {...props} call={call} isChosen={call.id === props.chosen} />
          ))}
        </tbody>
      </table>
    </details>
  )
}

/** Calls: first, second, the rest, and what fell out. */
export function CallsPanel(props: CallsPanelProps) {
  const { plan, chosen, reading, isSettling, isOld, onChoose, onLedger } = props
  const find = (id: string | null) => plan.calls.find((call) => call.id === id)
  const first = find(plan.first_id)
  const second = find(plan.second_id)
  const picked = plan.calls.find(
    (c) => c.id === chosen && ![plan.first_id, plan.second_id, plan.safe_id].includes(c.id),
  )
  const safe = find(plan.safe_id)
  const isSafe = plan.safe_words === 'safe'
  const alsoSafe = (call: Call, title: string) =>
    call !== safe ? title : isSafe ? `${title}, also the safest` : `${title}, ${plan.safe_words}`
  const others = plan.calls.filter((call) => ![first, second, safe].includes(call))
  const medicine = medicineWords(plan)
  const looked = plan.calls.find((c) => c.id === chosen)
  const reach = reachOf([first, second, safe, picked].filter((call) => call !== undefined))
  const card = (call: Call) => ({
    call,
    reading,
    reach,
    isAsGood: first !== undefined && call !== first && isAsGood(call, first),
    onChoose,
    onLedger,
  })
  return (
    <section aria-label="Calls" aria-busy={isSettling} className="relative min-w-0 grow">
      {/* Beside the drawings the list fills their height and scrolls inside it. */}
      <div className="flex flex-col lg:absolute lg:inset-0">
        <StripHatches />
        <Head
          title="Calls"
          note={
            isOld ? (
              <b className="text-hot">for your last reading</b>
            ) : isSettling ? (
              plan.has_risk ? (
                'working it out'
              ) : (
                'working out the risk'
              )
            ) : (
              <>
                fewest strokes first,{' '}
                <Choice
                  label="Risk"
                  value={reading.mood}
                  options={MOODS.map((value) => ({ value, words: MOOD_WORDS[value] }))}
                  onChange={(mood) => useBench.getState().set({ mood })}
                />
              </>
            )
          }
        />
        <div className="min-h-0 flex-1 overflow-y-auto border-t border-rule">
          {first && (
            <p className="no-print flex gap-4 border-b border-rule px-3 py-1 text-small">
              <button type="button" className="word" onClick={props.onCompare}>
                compare two
              </button>
              <button type="button" className="word" onClick={props.onWhatIf}>
                what if
              </button>
            </p>
          )}
          {first && (
            <CallCard
              {...card(first)}
              rank="1"
              title={alsoSafe(first, 'First call')}
              isChosen={first.id === chosen}
            />
          )}
          {second && (
            <CallCard
              {...card(second)}
              rank="2"
              title={alsoSafe(second, 'Second call')}
              isChosen={second.id === chosen}
            />
          )}
          {first && !second && plan.has_risk && (
            <p className="border-b border-rule px-3 py-1.5 text-fog">No second call comes near the first.</p>
          )}
          {safe && safe !== first && safe !== second && (
            <CallCard
              {...card(safe)}
              rank="3"
              title={isSafe ? 'Safe call' : 'Best of a bad lot'}
              isChosen={safe.id === chosen}
            />
          )}
          {medicine && <p className="border-b border-rule px-3 py-1.5 font-semibold">{medicine}</p>}
          {picked && <CallCard {...card(picked)} rank="·" title="Your pick" isChosen />}
          {looked && (
            <>
              <Holds plan={plan} call={looked} reading={reading} />
              <WhoCan plan={plan} call={looked} reading={reading} />
            </>
          )}
          {others.length > 0 && <OtherCalls calls={others} chosen={chosen} onChoose={onChoose} />}
          <CareNotes care={plan.care} />
          <Fallen ruledOut={plan.ruled_out} />
        </div>
      </div>
    </section>
  )
}
