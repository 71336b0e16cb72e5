import type { Player } from '../../api/client'
import { distance, halfDegree, height, type Units } from '../../lib/units'
import { offWords, oddsWords, spreadWords, worstWords } from '../../lib/strike-words'
import { aimFigure, sayLines } from '../../lib/words'
import type { Played } from '../../lib/schools'
import { StandButtons } from './StandButtons'
import { useUnits } from '../../lib/use-units'

interface SchoolColumnProps {
  side: Played
  isFavoured: boolean
  player: Player
  onTake: (callId: string) => void
}

type Call = Played['call']

/** The rows held side by side; each gives its words for a call. */
function rowsOf(call: Call, units: Units): [string, string][] {
  const { setup, odds } = call
  const unit = units.distance
  return [
    ['swing', call.swing_words],
    [
      'flight',
      call.apex_m < 0.12
        ? 'along the ground'
        : `peak ${height(call.apex_m, units)} ${unit}, down at ${call.descent_deg.toFixed(0)}°`,
    ],
    ['carry and run', `${distance(call.carry_m, units)} + ${distance(call.run_m, units)} ${unit}`],
    ['aim', aimFigure(call)],
    [
      'loft, bounce',
      `${halfDegree(call.delivered_loft_deg)}°, ${halfDegree(call.effective_bounce_deg)}°`.replace('-', '−'),
    ],
    ['strike', oddsWords(odds, setup.blow === 'splash')],
    ['may be off', offWords(setup, odds, units)],
    ['spread', spreadWords(call, units) ?? ''],
    ['leaves', `${distance(call.leave_m, units)} ${unit} on average`],
    ['worst 1 in 20', worstWords(call, units) ?? ''],
    ['bad miss', call.miss],
  ]
}

/** One school for the present lie: what it does, what comes of it, and when it wins. */
export function SchoolColumn({ side, isFavoured, player, onTake }: SchoolColumnProps) {
  const units = useUnits()
  const { method, call } = side
  return (
    <article
      aria-label={method.name}
      className={`flex min-w-0 flex-col border-l-[3px] px-3 py-1.5 ${isFavoured ? 'border-l-hot bg-lit' : 'border-l-rule'}`}
    >
      <h4 className="font-bold">{method.name}</h4>
      <p className="text-small text-quiet">{method.school}</p>
      {isFavoured && <p className="text-small font-semibold text-hot">the numbers favour this here</p>}
      <p className="mt-1 font-semibold">{call.club_name}</p>
      <dl className="grid grid-cols-[5.6rem_1fr] gap-x-2 text-small">
        {rowsOf(call, units).map(([name, words]) => (
          <div key={name} className="contents">
            <dt className="text-quiet">{name}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
      <details className="mt-1 text-small">
        <summary className="cursor-pointer">Set-up</summary>
        <ol className="list-decimal pl-5">
          {sayLines(call, player.hand, units).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      </details>
      <p className="mt-1 text-small">
        <span className="text-quiet">Wins when </span>
        {method.wins_when}.
      </p>
      <p className="mt-auto flex flex-wrap gap-1.5 pt-1.5">
        <button
          type="button"
          className="border border-ink px-1.5 text-small font-semibold hover:border-hot hover:text-hot"
          onClick={() => onTake(call.id)}
        >
          To the Bench
        </button>
        <StandButtons player={player} methodId={method.id} methodName={method.name} />
      </p>
    </article>
  )
}
