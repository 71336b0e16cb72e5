import { Tabs } from 'radix-ui'
import { lay } from '../../lib/desk'
import type { Call, LedgerRow, Player, Swap } from '../../api/client'
import { FaceOnView } from '../../drawing/FaceOnView'
import { FeetView } from '../../drawing/FeetView'
import type { Reading } from '../reading'
import { callName } from '../advice'
import { useGather } from '../../lib/gather'
import { toRequest } from '../request'
import { LEDGERS, rescaled, type LedgerName } from '../ledger'
import { distance, YARD } from '../../lib/units'
import { sayLines } from '../words'
import { Head } from '../../ui/Head'
import { useUnits } from '../../lib/use-units'

interface SayProps {
  call: Call
  reading: Reading
  player: Player
  swap: Swap | null
  harder: string | null
}

/** The words for the player; while a lesson is open, what worked goes into it with a press. */
function Say({ call, reading, player, swap, harder }: SayProps) {
  const units = useUnits()
  const { isOpen, gather } = useGather(player.id)
  const shot = { request: toRequest(reading), call_id: call.id }
  const join = () =>
    gather(`shot ${JSON.stringify(shot)}`, { kind: 'shot', ref: '', summary: '', words: '', ...shot })
  const worked = (words: string) =>
    gather(`words ${words}`, { kind: 'words', ref: '', summary: callName(call), words, ...shot })

  return (
    <section
      aria-label="Say"
      tabIndex={0}
      className="flex min-h-0 min-w-0 flex-col overflow-y-auto border-rule lg:border-r"
    >
      <Head title="Say" note="in this order" />
      <ol className="list-decimal space-y-0.5 pr-3 pl-8">
        {sayLines(call, player.hand, units).map((line) => (
          <li key={line}>
            {line}
            {isOpen && (
              <button
                type="button"
                className="word ml-2 text-small text-quiet"
                onClick={() => worked(line)}
                aria-label={`These words worked: ${line}`}
              >
                worked
              </button>
            )}
          </li>
        ))}
      </ol>
      {isOpen && (
        <p className="mt-1 px-3.5">
          <button type="button" className="word text-small" onClick={join}>
            add to the lesson
          </button>
        </p>
      )}
      {call.cautions.map((caution) => (
        <p key={caution} className="mx-3.5 mt-2 border-l-4 border-double border-ink pl-2 text-small">
          {caution}
        </p>
      ))}
      {swap && <SwapNote swap={swap} />}
      {harder && <p className="mx-3.5 mt-2 text-small text-quiet">{harder}</p>}
    </section>
  )
}

function SwapNote({ swap }: { swap: Swap }) {
  const units = useUnits()
  const far = (metres: number) => `${distance(metres, units)} ${units.distance}`
  return (
    <p className="mx-3.5 mt-2 text-small text-quiet">
      Club swap: the {swap.from_club} shows {swap.loft_level_deg.toFixed(0)}° on the level,{' '}
      {swap.loft_kept_deg.toFixed(0)}° here; the {swap.to_club} gives {swap.loft_swapped_deg.toFixed(0)}°.
      With the very same stroke it stops at {far(swap.swapped_total_m)}, the {swap.from_club} at{' '}
      {far(swap.kept_total_m)} (level: {far(swap.level_total_m)}).
    </p>
  )
}

function signed(value: number, isPlain: boolean, digits: number): string {
  const text = Math.abs(value).toFixed(digits)
  if (value < 0) return `−${text}`
  return isPlain || value === 0 ? text : `+${text}`
}

function aimValue(value: number): string {
  if (value === 0) return '0'
  return `${Math.abs(value).toFixed(1)} ${value > 0 ? 'R' : 'L'}`
}

/** The rows of a ledger in the coach's units. */
export function LedgerRows({ name, rows }: { name: LedgerName; rows: LedgerRow[] }) {
  const units = useUnits()
  const factor = name === 'distance' && units.distance === 'yd' ? 1 / YARD : 1
  return (
    <table className="w-full text-small">
      <tbody>
        {rescaled(rows, factor).map((row, i) => (
          <tr key={row.words} className={row.total ? 'border-t border-ink font-bold' : ''}>
            <th scope="row" className={`text-left ${row.total ? 'font-bold' : 'font-normal'}`}>
              {row.words}
            </th>
            <td className="figure text-right">
              {name === 'aim'
                ? aimValue(row.value)
                : signed(row.value, i === 0 || row.total, name === 'spin' ? 0 : 1)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

interface LedgerPanelProps {
  call: Call
  ledger: LedgerName
  onLedger: (name: LedgerName) => void
  onKeep: () => void
  /** Whether the call is the reading's own. */
  mayBook: boolean
  onBook: () => void
}

function LedgerPanel({ call, ledger, onLedger, onKeep, mayBook, onBook }: LedgerPanelProps) {
  const units = useUnits()
  const unit = { distance: units.distance, spin: 'rpm', loft: '°', bounce: '°', aim: '°' }[ledger]
  return (
    <section aria-label="Ledger" className="flex min-h-0 min-w-0 flex-col overflow-y-auto">
      <Head
        title={`Ledger, ${unit}`}
        note={
          <span className="flex items-baseline gap-2">
            <button type="button" className="hover:text-hot" onClick={() => lay('astray')}>
              lost ball
            </button>
            <button type="button" className="hover:text-hot" disabled={!mayBook} onClick={onKeep}>
              save
            </button>
            <button
              type="button"
              className="press press-main px-2 py-0 text-small whitespace-nowrap"
              data-tour="book"
              disabled={!mayBook}
              onClick={onBook}
            >
              Book it
            </button>
          </span>
        }
      />
      <Tabs.Root value={ledger} onValueChange={(next) => onLedger(next as LedgerName)} className="px-3.5">
        <Tabs.List className="flex gap-3 border-b border-rule" aria-label="Which number">
          {LEDGERS.map((name) => (
            <Tabs.Trigger
              key={name}
              value={name}
              className="pb-0.5 text-quiet data-[state=active]:border-b-2 data-[state=active]:border-hot data-[state=active]:text-ink"
            >
              {name}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {LEDGERS.map((name) => (
          <Tabs.Content key={name} value={name} className="pt-1">
            {call.detail && <LedgerRows name={name} rows={call.detail.ledgers[name]} />}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </section>
  )
}

interface SetupStripProps extends LedgerPanelProps {
  reading: Reading
  player: Player
  swap: Swap | null
  /** What a harder swing into the wind does; null: nothing to say. */
  harder: string | null
}

/** Set-up from above and across, the words to say, and the ledgers. */
export function SetupStrip({
  call,
  reading,
  player,
  swap,
  harder,
  ledger,
  onLedger,
  onKeep,
  mayBook,
  onBook,
}: SetupStripProps) {
  return (
    <div className="bench-strip grid border-t border-ink md:grid-cols-2 lg:h-[16rem] lg:grid-cols-[23.6rem_20.9rem_1fr_18.4rem]">
      {call.finish === 'none' ? (
        <section aria-label="Set-up" className="min-w-0 border-rule lg:col-span-2 lg:border-r">
          <Head title="Set-up" note="" />
          <p className="px-3.5 text-quiet">
            No stroke is played. There is nothing to set up until the ball is dropped.
          </p>
        </section>
      ) : (
        <>
          <section aria-label="Set-up from above" className="min-w-0 border-rule lg:border-r">
            <Head title="Set-up" note="from above, target right" />
            <FeetView setup={call.setup} leftHanded={player.hand === 'left'} />
          </section>
          <section aria-label="Set-up across" className="min-w-0 border-rule lg:border-r">
            <Head title="" note="across the line" />
            <FaceOnView setup={call.setup} fall={reading.fall} />
          </section>
        </>
      )}
      <Say call={call} reading={reading} player={player} swap={swap} harder={harder} />
      <LedgerPanel
        call={call}
        ledger={ledger}
        onLedger={onLedger}
        onKeep={onKeep}
        mayBook={mayBook}
        onBook={onBook}
      />
    </div>
  )
}
