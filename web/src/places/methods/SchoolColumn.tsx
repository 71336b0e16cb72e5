import type { Player } from '../../api/client'
import { distance, halfDegree, height, small, type Units } from '../../lib/units'
import { aimFigure, missWords, oddsWords, sayLines, spreadWords } from '../../lib/words'
import type { Side } from '../../lib/schools'
import { StandButtons } from './StandButtons'

interface SchoolColumnProps {
  side: Side
  isFavoured: boolean
  player: Player
  units: Units
  onTake: (callId: string) => void
}

type Call = NonNullable<Side['call']>

/** The rows held side by side; each gives its words for a call. */
function rowsOf(call: Call, units: Units): [string, string][] {
  const { setup, odds } = call
  const unit = units.distance
  return [
    ['swing', call.swing_words],
    ['flight', `peak ${height(call.apex_m, units)} ${unit}, down at ${call.descent_deg.toFixed(0)}°`],
    ['carry and run', `${distance(call.carry_m, units)} + ${distance(call.run_m, units)} ${unit}`],
    ['aim', aimFigure(call)],
    ['loft, bounce', `${halfDegree(call.delivered_loft_deg)}°, ${halfDegree(call.effective_bounce_deg)}°`],
    ['strike', oddsWords(odds, setup.blow === 'splash')],
    [
      'may be off',
      `${setup.blow === 'edge' ? '' : `${small(odds.early_m, units)} early, `}${Math.round(odds.deep_m * 1000)} mm deep, ${Math.round(odds.high_m * 1000)} high`,
    ],
    ['spread', spreadWords(call, units) ?? ''],
    ['leaves', `${distance(call.leave_m, units)} ${unit} on average`],
    ['bad miss', missWords(call, units)],
  ]
}

/** One school for the present lie: what it does, what comes of it, and when it wins. */
export function SchoolColumn({ side, isFavoured, player, units, onTake }: SchoolColumnProps) {
  const { method, call, reason } = side
  return (
    <article
      aria-label={method.name}
      className={`flex min-w-0 flex-col border-l-[3px] px-3 py-1.5 ${isFavoured ? 'border-l-hot bg-lit' : 'border-l-rule'}`}
    >
      <h4 className="font-bold">{method.name}</h4>
      <p className="text-[13px] text-quiet">{method.school}</p>
      {isFavoured && <p className="text-[13px] font-semibold text-hot">the numbers favour this here</p>}
      {call ? (
        <>
          <p className="mt-1 font-semibold">{call.club_name}</p>
          <dl className="grid grid-cols-[5.6rem_1fr] gap-x-2 text-[13px]">
            {rowsOf(call, units).map(([name, words]) => (
              <div key={name} className="contents">
                <dt className="text-quiet">{name}</dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
          <details className="mt-1 text-[13px]">
            <summary className="cursor-pointer">Set-up</summary>
            <ol className="list-decimal pl-5">
              {sayLines(call, player.hand, units).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ol>
          </details>
        </>
      ) : (
        <p className="mt-1 text-[13px]">Not here: {reason}.</p>
      )}
      <p className="mt-1 text-[13px]">
        <span className="text-quiet">Wins when </span>
        {method.wins_when}.
      </p>
      <p className="mt-auto flex flex-wrap gap-1.5 pt-1.5">
        {call && (
          <button
            type="button"
            className="border border-ink px-1.5 text-[13px] font-semibold hover:border-hot hover:text-hot"
            onClick={() => onTake(call.id)}
          >
            To the Bench
          </button>
        )}
        <StandButtons player={player} methodId={method.id} methodName={method.name} />
      </p>
    </article>
  )
}
