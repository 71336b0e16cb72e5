import type { Call } from '../../api/client'
import { callName, OUT_WORDS, sharesWords, stopsBy } from '../../lib/advice'
import { blowWords, isBlown, playsAsWords } from '../../lib/blow-words'
import { type Reading } from '../../lib/reading'
import { distance, height } from '../../lib/units'
import type { LedgerName } from '../../lib/ledger'
import { worstWords, oddsWords, spreadWords } from '../../lib/strike-words'
import { aimFigure, callSentence } from '../../lib/words'
import { useUnits } from '../../lib/use-units'

interface FiguresProps {
  call: Call
  onLedger: (id: string, ledger: LedgerName) => void
}

/** The numbers of a call; each opens the ledger that explains it. */
function Figures({ call, onLedger }: FiguresProps) {
  const units = useUnits()

  const cells: [string, string, LedgerName | null][] = [
    [distance(call.carry_m, units), 'carry', 'distance'],
    [distance(call.run_m, units), 'run', 'distance'],
    [height(call.apex_m, units), 'peak', 'loft'],
    [`${call.descent_deg.toFixed(0)}°`, 'down', 'loft'],
    [aimFigure(call), 'aim', 'aim'],
    [call.strokes.toFixed(2), 'strokes', null],
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

/** A stroke's numbers, how it ends, how it fails. */
function Outcome({ call, onLedger }: FiguresProps) {
  const units = useUnits()

  const spread = spreadWords(call, units)
  const worst = worstWords(call, units)
  const shares = sharesWords(call)
  return (
    <>
      <Figures call={call} onLedger={onLedger} />
      {call.spread && (
        <p className="mt-0.5 text-[13px]">
          <b className="font-semibold">
            Putt next {Math.round(call.spread.next_putt_pct)} %, a bad one {Math.round(call.spread.bad_pct)} %
          </b>
          {shares && <span className="text-quiet">: {shares}</span>}
          {call.spread.again_pct >= 1 && (
            <span className="text-quiet">; still in the same {Math.round(call.spread.again_pct)} %</span>
          )}
        </p>
      )}
      <p className="mt-0.5 text-[13px] text-quiet">
        <b className="font-semibold text-ink">{oddsWords(call.odds, call.setup.blow === 'splash')}</b>
        {spread && `; ${spread}`}
        {worst && `, the worst twentieth ${worst}`}.
      </p>
      <p className="mt-0.5 text-[13px]">
        {playsAsWords(call, units)}
        {isBlown(call) && <span className="text-quiet">; {blowWords(call, units)}</span>}
      </p>
    </>
  )
}

interface CallCardProps {
  call: Call
  rank: string
  title: string
  isChosen: boolean
  reading: Reading
  onChoose: (id: string) => void
  onLedger: (id: string, ledger: LedgerName) => void
}

/** One call: what to do, its numbers, how it ends, how it fails. */
export function CallCard(props: CallCardProps) {
  const units = useUnits()

  const { call, rank, title, isChosen, reading, onChoose, onLedger } = props
  const out = call.target.name === 'flag' ? null : OUT_WORDS[call.target.name]
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
          {callName(call)}
          {out && <span className="text-hot">, {out}</span>}
        </span>
        <span className="block">{callSentence(call, reading.front, reading.back, units)}</span>
      </button>
      {call.finish === 'none' ? (
        <p className="mt-1">
          <b className="figure font-semibold">{call.strokes.toFixed(2)}</b> strokes to hole out, the penalty
          in.
        </p>
      ) : (
        <Outcome call={call} onLedger={onLedger} />
      )}
      {isChosen && (
        <p className="text-[13px] text-quiet">
          {call.finish !== 'none' && `It stops by ${stopsBy(call)}. Bad miss: ${call.miss}. `}
          Best when {call.wins_when}.
        </p>
      )}
    </article>
  )
}
