import type { Call } from '../../api/client'
import { callName, OUT_WORDS, sharesWords, stopsBy } from '../advice'
import { blowWords, isBlown, playsAsWords } from '../blow-words'
import { type Reading } from '../reading'
import { Meaning } from '../../ui/Meaning'
import { EndsStrip, OddsStrip, SpreadBar, type Reach } from '../../drawing/Strips'
import { distance, height } from '../../lib/units'
import type { LedgerName } from '../ledger'
import {
  betweenWords,
  oddsWords,
  percent,
  spreadWords,
  strokesWords,
  twoLargest,
  worstWords,
} from '../strike-words'
import { aimFigure, callSentence } from '../words'
import { useUnits } from '../../lib/use-units'
import { part } from '../../lib/part'
import { Explained } from '../../ui/Explained'
import type { FigureName } from '../figure-words'

interface FiguresProps {
  call: Call
  onLedger: (id: string, ledger: LedgerName) => void
}

const figureText = part(async () => (await import('./FigureText')).FigureText)

/** One number of a call; a press says what it is, how sure, and what changes it. */
function Figure({ call, name, value, onLedger }: FiguresProps & { name: FigureName; value: string }) {
  return (
    <Explained
      label={`${name} ${value}: what is it?`}
      words={value}
      name="The figure"
      className="text-left hover:text-hot hover:underline"
      width="w-72"
    >
      {(close) => (
        <figureText.View
          name={name}
          call={call}
          onLedger={(ledger) => {
            close()
            onLedger(call.id, ledger)
          }}
        />
      )}
    </Explained>
  )
}

/** The numbers of a call. */
function Figures({ call, onLedger }: FiguresProps) {
  const units = useUnits()
  const cells: [FigureName, string][] = [
    ['carry', distance(call.carry_m, units)],
    ['run', distance(call.run_m, units)],
    ['height', height(call.apex_m, units)],
    ['descent', `${call.descent_deg.toFixed(0)}°`],
    ['aim', aimFigure(call)],
    ['strokes', call.strokes.toFixed(2)],
  ]
  return (
    <dl className="mt-1 grid grid-cols-[repeat(auto-fit,minmax(2.9rem,1fr))] gap-1">
      {cells.map(([name, value]) => (
        <div key={name} className="flex flex-col-reverse">
          <dt className="text-tiny text-quiet">{name}</dt>
          <dd className="figure flex min-h-[1.72rem] items-center font-semibold">
            <Figure call={call} name={name} value={value} onLedger={onLedger} />
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
  /** Whether it costs no more than the first one, as far as the strikes can tell. */
  isAsGood: boolean
  reading: Reading
  reach: Reach
  onChoose: (id: string) => void
  onLedger: (id: string, ledger: LedgerName) => void
}

/** How it ends, is struck, spreads: three strips, each with its words. */
function Pictures({ call, reach }: { call: Call; reach: Reach }) {
  const units = useUnits()
  const { spread } = call
  const shares = sharesWords(call) ?? ''
  const odds = oddsWords(call.odds, call.setup.blow === 'splash')
  const along = spreadWords(call, units) ?? ''
  return (
    <div className="mt-1 grid grid-cols-[7.5rem_minmax(0,1fr)] items-center gap-x-2.5 gap-y-1 text-small">
      {spread && (
        <>
          <EndsStrip shares={spread.shares} words={`Finishes: ${shares}`} />
          <span>{twoLargest(spread.shares)}</span>
        </>
      )}
      <OddsStrip odds={call.odds} words={`Strike: ${odds}`} />
      <span>{odds}</span>
      {spread && (
        <>
          <SpreadBar
            spread={spread}
            reach={reach}
            words={`${along}; worst 1 in 20: ${worstWords(call, units) ?? ''}`}
          />
          <span>{betweenWords(call, units)}</span>
        </>
      )}
    </div>
  )
}

/** What stands behind the call: for who asks. */
function Why({ call }: { call: Call }) {
  const units = useUnits()
  const { spread } = call
  return (
    <details className="mt-1 text-small">
      <summary className="word inline-block cursor-pointer list-none">why</summary>
      <ul className="mt-1 space-y-0.5">
        {call.method_id === 'kept-club' && (
          <li>
            <Meaning of="same club">{call.method_name}</Meaning>: the set-up changes, the club doesn’t.
          </li>
        )}
        <li>
          <Meaning of="plays as">{playsAsWords(call, units)}</Meaning>
          {isBlown(call) && `; ${blowWords(call, units)}`}.
        </li>
        {spread && (
          <li>
            <Meaning of="putt next">Putt next</Meaning> {percent(spread.next_putt_pct)},{' '}
            <Meaning of="bad shot">a bad shot</Meaning> {percent(spread.bad_pct)}
            {spread.again_pct >= 1 && (
              <>
                , <Meaning of="still in trouble">still in trouble</Meaning> {percent(spread.again_pct)}
              </>
            )}
            ; <Meaning of="worst 1 in 20">the worst 1 in 20</Meaning> (the ring) is {worstWords(call, units)}.
          </li>
        )}
        <li>
          It stops by {stopsBy(call)}. Bad miss: {call.miss}.
        </li>
        <li>Best when {call.wins_when}.</li>
      </ul>
    </details>
  )
}

/** One call: what to do, its numbers, pictures of how it ends and fails, and why behind a press. */
export function CallCard(props: CallCardProps) {
  const units = useUnits()
  const { call, rank, title, isChosen, isAsGood, reading, reach, onChoose, onLedger } = props
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
        <span className="flex items-baseline gap-2 text-small text-quiet">
          <kbd className="figure border border-faint px-1">{rank}</kbd>
          <span className={isChosen ? 'text-hot' : ''}>{title}</span>
          <span className="ml-auto">
            {call.pinned && <span className="mr-1 border border-hot px-1 text-hot">pinned</span>}
            {call.school}
          </span>
        </span>
        <span className={`block font-bold ${rank === '1' ? 'text-[1.3rem] leading-tight' : 'text-head'}`}>
          {callName(call)}
          {out && <span className="text-hot">, {out}</span>}
        </span>
        <span className="block">{callSentence(call, reading.front, reading.back, units)}</span>
      </button>
      {call.finish === 'none' ? (
        <p className="mt-1">
          <b className="figure font-semibold">{call.strokes.toFixed(2)}</b> strokes to hole out, penalty
          included.
        </p>
      ) : (
        <>
          <Figures call={call} onLedger={onLedger} />
          <Pictures call={call} reach={reach} />
        </>
      )}
      {isAsGood && (
        <p className="text-small">
          <Meaning of="as good as">as good as</Meaning> the first: {strokesWords(call)} strokes.
        </p>
      )}
      {call.finish === 'none' ? (
        <p className="text-small text-quiet">Best when {call.wins_when}.</p>
      ) : (
        <Why call={call} />
      )}
    </article>
  )
}
