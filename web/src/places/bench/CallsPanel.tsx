import type { Call, Care, FellOut, PlanResponse } from '../../api/client'
import type { Reading } from '../../lib/reading'
import { useWide } from '../../lib/use-wide'
import { distance, height, type Units } from '../../lib/units'
import type { LedgerName } from '../../lib/ledger'
import { aimFigure, callSentence, worstWords, oddsWords, spreadWords } from '../../lib/words'
import { Head } from './Head'

interface CallsPanelProps {
  plan: PlanResponse
  chosen: string | undefined
  reading: Reading
  units: Units
  isSettling: boolean
  onChoose: (id: string) => void
  onLedger: (id: string, ledger: LedgerName) => void
}

interface FiguresProps {
  call: Call
  units: Units
  onLedger: (id: string, ledger: LedgerName) => void
}

/** The numbers of a call; each opens the ledger that explains it. */
function Figures({ call, units, onLedger }: FiguresProps) {
  const cells: [string, string, LedgerName | null][] = [
    [distance(call.carry_m, units), 'carry', 'distance'],
    [distance(call.run_m, units), 'run', 'distance'],
    [height(call.apex_m, units), 'peak', 'loft'],
    [`${call.descent_deg.toFixed(0)}°`, 'down', 'loft'],
    [aimFigure(call), 'aim', 'aim'],
    [distance(call.leave_m, units), 'leaves', null],
  ]
  return (
    <dl className="mt-1 grid grid-cols-6 gap-1">
      {cells.map(([value, name, ledger]) => (
        <div key={name} className="flex flex-col-reverse">
          <dt className="text-[12px] text-quiet">{name}</dt>
          <dd className="figure font-semibold">
            {ledger ? (
              <button
                type="button"
                className="hover:text-hot hover:underline"
                aria-label={`${name} ${value}: open the ${ledger} ledger`}
                onClick={() => onLedger(call.id, ledger)}
              >
                {value}
              </button>
            ) : (
              value
            )}
          </dd>
        </div>
      ))}
    </dl>
  )
}

interface CallCardProps {
  call: Call
  rank: string
  title: string
  isChosen: boolean
  reading: Reading
  units: Units
  onChoose: (id: string) => void
  onLedger: (id: string, ledger: LedgerName) => void
}

function CallCard(props: CallCardProps) {
  const { call, rank, title, isChosen, reading, units, onChoose, onLedger } = props
  const spread = spreadWords(call, units)
  const worst = worstWords(call, units)
  return (
    <article
      aria-label={title}
      className={`border-b border-l-[3px] border-b-rule px-3 py-1.5 ${isChosen ? 'border-l-hot bg-lit' : 'border-l-transparent'}`}
    >
      <button
        type="button"
        className="block w-full text-left"
        aria-pressed={isChosen}
        onClick={() => onChoose(call.id)}
      >
        <span className="flex items-baseline gap-2">
          <kbd className="figure border border-faint px-1 text-[12px]">{rank}</kbd>
          <b className={isChosen ? 'text-hot' : ''}>{title}</b>
          <span className="ml-auto text-[13px] text-quiet">
            {call.pinned && <span className="mr-1 border border-hot px-1 text-hot">pinned</span>}
            {call.school}
          </span>
        </span>
        <span className="mt-0.5 block font-semibold">
          {call.club_name}, {call.method_name.toLowerCase()}
        </span>
        <span className="block">{callSentence(call, reading.front, reading.back, units)}</span>
      </button>
      <Figures call={call} units={units} onLedger={onLedger} />
      <p className="mt-0.5 text-[13px] text-quiet">
        <b className="font-semibold text-ink">{oddsWords(call.odds, call.setup.blow === 'splash')}</b>
        {spread && `; ${spread}`}
        {worst && `, the worst twentieth ${worst}`}.
      </p>
      {isChosen && (
        <p className="text-[13px] text-quiet">
          Bad miss: {call.miss}. Best when {call.wins_when}.
        </p>
      )}
    </article>
  )
}

function withSign(text: string): string {
  return text.startsWith('−') ? text : `+${text}`
}

function OtherRow(props: { call: Call; isChosen: boolean; units: Units; onChoose: (id: string) => void }) {
  const { call, isChosen, units, onChoose } = props
  return (
    <tr className={isChosen ? 'bg-lit' : ''}>
      <td className="pr-1 pl-3">
        <button
          type="button"
          className="w-full py-[3px] text-left hover:text-hot"
          onClick={() => onChoose(call.id)}
        >
          {call.club_name}, {call.method_name.toLowerCase()}
        </button>
      </td>
      <td className="figure w-13 text-right">{distance(call.carry_m, units)}</td>
      <td className="figure w-13 text-right text-quiet">{withSign(distance(call.run_m, units))}</td>
      <td className="figure w-13 pr-3 text-right">{distance(call.leave_m, units)}</td>
    </tr>
  )
}

function OtherCalls(props: {
  calls: Call[]
  chosen: string | undefined
  units: Units
  onChoose: (id: string) => void
}) {
  const isWide = useWide()
  return (
    <details open={isWide} className="text-[13px]">
      <summary className="cursor-pointer px-3 pt-2 pb-1 font-bold">
        Also possible ({props.calls.length})
      </summary>
      <table className="w-full">
        <thead className="text-quiet">
          <tr>
            <th className="pl-3 text-left font-normal">club and way</th>
            <th className="text-right font-normal">carry</th>
            <th className="text-right font-normal">run</th>
            <th className="pr-3 pl-2 text-right font-normal">leaves</th>
          </tr>
        </thead>
        <tbody>
          {props.calls.map((call) => (
            <OtherRow key={call.id} {...props} call={call} isChosen={call.id === props.chosen} />
          ))}
        </tbody>
      </table>
    </details>
  )
}

export interface FellGroup {
  words: string
  clubs: { name: string; short: number | null }[]
}

/** What fell out, one line per reason with the clubs it struck; of several ways with one club, the nearest miss. */
export function groupByReason(fellOut: FellOut[]): FellGroup[] {
  const groups = new Map<string, FellGroup>()
  for (const { club_name: name, method_name, reason, short_m: short } of fellOut) {
    // A way that doesn't fit the lie fell for every club alike: name the way, not thirteen clubs.
    const isForEveryClub = /^(is for|is not for|is left out|has nothing|needs room|wants|would meet)/.test(
      reason,
    )
    const words = isForEveryClub ? `${method_name} ${reason}` : reason
    const group = groups.get(words) ?? { words, clubs: [] }
    groups.set(words, group)
    if (isForEveryClub) continue
    const known = group.clubs.find((club) => club.name === name)
    if (!known) group.clubs.push({ name, short })
    else if (known.short !== null && short !== null) known.short = Math.min(known.short, short)
  }
  return [...groups.values()]
}

function Fallen({ fellOut, units }: { fellOut: FellOut[]; units: Units }) {
  const groups = groupByReason(fellOut)
  if (groups.length === 0) return null
  const named = ({ name, short }: FellGroup['clubs'][number]) =>
    short === null ? name : `${name} (${distance(short, units)} ${units.distance})`
  return (
    <details className="px-3 py-2 text-[13px]">
      <summary className="cursor-pointer font-bold">Fell out, and why ({groups.length})</summary>
      <ul className="mt-1 space-y-1">
        {groups.map(({ words, clubs }) => (
          <li key={words}>
            {clubs.length > 0 && <b>{clubs.map(named).join(', ')}: </b>}
            {words}.
          </li>
        ))}
      </ul>
    </details>
  )
}

/** Cautions, and the rules this lie brings up: short, never in the way. */
function CareNotes({ care }: { care: Care[] }) {
  return (
    <section aria-label="Care" className="px-3 pt-2 text-[13px]">
      <h3 className="font-bold">Care and rules</h3>
      <ul className="mt-0.5 space-y-0.5">
        {care.map(({ kind, words, rule }) => (
          <li
            key={rule + words}
            className={kind === 'caution' ? 'border-l-4 border-double border-ink pl-2' : ''}
          >
            {rule && <b className="figure mr-1.5 font-semibold">{rule}</b>}
            {words}
          </li>
        ))}
      </ul>
      <p className="text-quiet">From memory of the 2023 rules: the committee and local rules decide.</p>
    </section>
  )
}

/** Nothing gets there: say so, and how near the nearest comes. */
function NoCall({ fellOut, units }: { fellOut: FellOut[]; units: Units }) {
  const shorts = fellOut.filter((fell) => fell.short_m !== null)
  const nearest = shorts.toSorted((a, b) => (a.short_m ?? 0) - (b.short_m ?? 0))[0]
  return (
    <p className="px-3 py-3">
      <b>No club in this bag gets there from this lie.</b>{' '}
      {nearest
        ? `The nearest, the ${nearest.club_name}, stops ${distance(nearest.short_m ?? 0, units)} ${units.distance} short. Bring the flag nearer to lay up.`
        : 'Bring the flag nearer, or see below why each one fell out.'}
    </p>
  )
}

/** Calls: first, second, the rest, and what fell out. */
export function CallsPanel(props: CallsPanelProps) {
  const { plan, chosen, reading, units, isSettling, onChoose, onLedger } = props
  const find = (id: string | null) => plan.calls.find((call) => call.id === id)
  const first = find(plan.first_id)
  const second = find(plan.second_id)
  const picked = plan.calls.find((c) => c.id === chosen && c !== first && c !== second)
  const others = plan.calls.filter((call) => call !== first && call !== second)
  const card = { reading, units, onChoose, onLedger }
  return (
    <section aria-label="Calls" aria-busy={isSettling} className="relative min-w-0">
      {/* Beside the drawings the list fills their height and scrolls inside it. */}
      <div className="flex flex-col lg:absolute lg:inset-0">
        <Head
          title="Calls"
          note={isSettling ? 'working it out' : `shortest leave first, ${units.distance}`}
        />
        <div className="min-h-0 flex-1 overflow-y-auto border-t border-rule">
          {first ? (
            <CallCard {...card} call={first} rank="1" title="First call" isChosen={first.id === chosen} />
          ) : (
            <NoCall fellOut={plan.fell_out} units={units} />
          )}
          {second && (
            <CallCard {...card} call={second} rank="2" title="Second call" isChosen={second.id === chosen} />
          )}
          {picked && <CallCard {...card} call={picked} rank="·" title="Your pick" isChosen />}
          {others.length > 0 && (
            <OtherCalls calls={others} chosen={chosen} units={units} onChoose={onChoose} />
          )}
          <CareNotes care={plan.care} />
          <Fallen fellOut={plan.fell_out} units={units} />
        </div>
      </div>
    </section>
  )
}
