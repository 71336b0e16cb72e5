import type { Player } from '../../api/client'
import { FeetView } from '../../drawing/FeetView'
import { Section, wayOf } from '../../drawing/Section'
import { SmallFlight, type FlightFrame } from '../../drawing/SmallFlight'
import { BALL_MM, coverOf } from '../covers'
import type { Reading } from '../reading'
import { distance, halfDegree, height, type Units } from '../../lib/units'
import { offWords, oddsWords, spreadWords, worstWords } from '../strike-words'
import { aimFigure, sayLines } from '../words'
import type { Played } from '../schools'
import { StandButtons } from './StandButtons'
import { useUnits } from '../../lib/use-units'

interface SchoolColumnProps {
  side: Played
  isFavoured: boolean
  player: Player
  reading: Reading
  frame: FlightFrame
  onTake: (callId: string) => void
}

type Call = Played['call']

/** The figures of a call that its drawings don't tell. */
function rowsOf(call: Call, units: Units): [string, string][] {
  const { setup, odds } = call
  const unit = units.distance
  return [
    [
      'flight',
      call.apex_m < 0.12
        ? 'along the ground'
        : `height ${height(call.apex_m, units)} ${unit}, descent ${call.descent_deg.toFixed(0)}°`,
    ],
    ['carry and run', `${distance(call.carry_m, units)} + ${distance(call.run_m, units)} ${unit}`],
    ['aim', aimFigure(call)],
    [
      'loft, bounce',
      `${halfDegree(call.delivered_loft_deg)}°, ${halfDegree(call.effective_bounce_deg)}°`.replace('-', '−'),
    ],
    ['may be off', offWords(setup, odds, units)],
    ['spread', spreadWords(call, units) ?? ''],
    ['worst 1 in 20', worstWords(call, units) ?? ''],
    ['bad miss', call.miss],
  ]
}

/** How it is played and what comes of it, drawn to the scale that all schools of a question share. */
function Drawings({
  side,
  reading,
  frame,
  leftHanded,
}: Omit<SchoolColumnProps, 'isFavoured' | 'player' | 'onTake'> & { leftHanded: boolean }) {
  const { method, call } = side
  const isSand = coverOf(reading.cover).group === 'sand'
  const surface = isSand || coverOf(reading.cover).group === 'bare' ? reading.sunk * BALL_MM : 0
  return (
    <div className="mt-1 grid max-w-[21rem] grid-cols-2 items-end gap-x-2 @min-[36rem]:max-w-none @min-[36rem]:grid-cols-4">
      {call.detail && (
        <div className="col-span-2">
          <SmallFlight
            words={`${method.name} from the side`}
            frame={frame}
            target={reading.flag}
            tracks={[
              { ...call.detail.ghost, tone: 'ghost' },
              { ...call.detail, tone: 'hot' },
            ]}
          />
        </div>
      )}
      <Section
        id={`school-${method.id}`}
        words={`${method.name}: the head's way past the ball`}
        tilt={reading.fall}
        isSand={isSand}
        surface={surface}
        ways={[{ way: wayOf(call.setup), tone: 'hot' }]}
        window={call.setup.blow === 'face' ? call.odds.early_m : 0}
      />
      <FeetView setup={call.setup} leftHanded={leftHanded} plain />
    </div>
  )
}

/** One school for the present lie: how it is played, what comes of it; the rest behind a press. */
export function SchoolColumn({ side, isFavoured, player, reading, frame, onTake }: SchoolColumnProps) {
  const units = useUnits()
  const { method, call } = side
  return (
    <article
      aria-label={method.name}
      data-first={isFavoured || undefined}
      className={`@container flex min-w-0 flex-col border-l-[3px] px-3 py-1.5 ${isFavoured ? 'border-l-hot bg-lit' : 'border-l-rule'}`}
    >
      <h4 className="font-bold">{method.name}</h4>
      <p className="text-small text-quiet">
        {method.school}
        {isFavoured && <b className="font-semibold text-hot">; the numbers favour it here</b>}
      </p>
      <p className="text-small sm:hidden">Best when {method.wins_when}.</p>
      <p className="mt-1">
        <b className="font-semibold">{call.club_name}</b>, {call.swing_words}
      </p>
      <Drawings side={side} reading={reading} frame={frame} leftHanded={player.hand === 'left'} />
      <p className="mt-1 text-small">
        <b className="figure font-semibold">{call.strokes.toFixed(2)}</b> strokes, leaves{' '}
        <b className="figure font-semibold">{distance(call.leave_m, units)}</b> {units.distance}, struck{' '}
        {oddsWords(call.odds, call.setup.blow === 'splash')}
      </p>
      <details className="mt-1 text-small">
        <summary className="word inline-block cursor-pointer list-none">figures and set-up</summary>
        <dl className="mt-1 grid grid-cols-[5.6rem_1fr] gap-x-2">
          {rowsOf(call, units).map(([name, words]) => (
            <div key={name} className="contents">
              <dt className="text-quiet">{name}</dt>
              <dd>{words}</dd>
            </div>
          ))}
        </dl>
        <ol className="mt-1 list-decimal pl-5">
          {sayLines(call, player.hand, units).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      </details>
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
