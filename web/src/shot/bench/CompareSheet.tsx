import { useState, type ReactNode } from 'react'
import { type Call, type PlanResponse, type Player } from '../../api/client'
import { Elevation, TALLEST, type Drawn } from '../../drawing/Elevation'
import { useDrawnWidth } from '../../lib/use-drawn-width'
import { LINE_WIDE, lineScale } from '../../drawing/line-scale'
import { PlanView } from '../../drawing/PlanView'
import { callName, nameIn, sharesWords, stopsBy } from '../advice'
import { LEDGERS, type LedgerName } from '../ledger'
import type { Reading } from '../reading'
import { toRequest } from '../request'
import { distance, height, type Units } from '../../lib/units'
import { oddsWords, spreadWords, worstWords } from '../strike-words'
import { aimFigure, sayLines } from '../words'
import { Choice } from '../../ui/Choice'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { LedgerRows } from './SetupStrip'
import { Live } from '../../ui/Live'
import { useUnits } from '../../lib/use-units'
import { useKeepShot } from '../api'

interface CompareSheetProps {
  open: boolean
  plan: PlanResponse
  drawn: Drawn[]
  reading: Reading
  player: Player
  onOpenChange: (open: boolean) => void
  /** Choose the first and the one it is held against. */
  onPair: (first: string, second: string) => void
}

const NOTHING = () => undefined

function facts(call: Call, units: Units): [string, string][] {
  const unit = ` ${units.distance}`
  return [
    ['expected strokes', call.strokes.toFixed(2)],
    ['bad shot', call.spread ? `${Math.round(call.spread.bad_pct)} %` : 'not played'],
    ['next is a putt', call.spread ? `${Math.round(call.spread.next_putt_pct)} %` : 'not played'],
    ['ends', sharesWords(call) ?? 'not played'],
    ['carry and run', `${distance(call.carry_m, units)} + ${distance(call.run_m, units)}${unit}`],
    ['height, descent', `${height(call.apex_m, units)}${unit}, ${call.descent_deg.toFixed(0)}°`],
    ['stops by', stopsBy(call)],
    ['aim', aimFigure(call)],
    ['strike', oddsWords(call.odds, call.setup.blow === 'splash')],
    ['spread', spreadWords(call, units) ?? 'not played'],
    ['worst 1 in 20', worstWords(call, units) ?? 'not played'],
    ['bad miss', call.miss],
  ]
}

function Column(props: {
  call: Call
  tone: Drawn['tone']
  player: Player
  ledger: LedgerName
  picker: ReactNode
  onCard: () => void
}) {
  const units = useUnits()
  const { call, tone, player, ledger, picker, onCard } = props
  return (
    <section aria-label={callName(call)} className="min-w-0">
      <h3 className="font-bold" style={{ color: `var(--${tone})` }}>
        {picker}
      </h3>
      <table className="mt-1 w-full text-small">
        <tbody>
          {facts(call, units).map(([name, value]) => (
            <tr key={name} className="border-b border-rule align-baseline">
              <th scope="row" className="w-30 text-left font-normal text-quiet">
                {name}
              </th>
              <td className="text-right">{value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h4 className="mt-2 font-semibold">Set-up</h4>
      <ol className="list-decimal pl-5 text-small">
        {sayLines(call, player.hand, units).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      {call.detail && (
        <div className="mt-2">
          <LedgerRows name={ledger} rows={call.detail.ledgers[ledger]} />
        </div>
      )}
      <button type="button" className="press mt-2 text-small" onClick={onCard}>
        Put on {player.name.split(' ')[0]}’s card
      </button>
    </section>
  )
}

/** Two calls on the same line, next to each other. */
export function CompareSheet(props: CompareSheetProps) {
  const { open, plan, drawn, reading, player, onOpenChange, onPair } = props
  const [ledger, setLedger] = useState<LedgerName>('distance')
  const card = useKeepShot()
  const [lines, width] = useDrawnWidth(LINE_WIDE)
  const [one, two] = drawn
  if (!one || !two) return null
  const scale = lineScale(
    width,
    reading,
    drawn.map((d) => d.call),
    TALLEST,
  )
  const name = nameIn(plan)
  const options = plan.calls.map((call) => ({ value: call.id, words: name(call.id) }))
  const still = { onDrag: NOTHING, onRelease: NOTHING, onStep: NOTHING }
  return (
    <Sheet
      open={open}
      wide
      onOpenChange={onOpenChange}
      title="Two calls"
      about="The same lie, the same line."
    >
      <div inert className="grid gap-x-4 border-b border-rule lg:grid-cols-2">
        <div ref={lines}>
          <Elevation reading={reading} drawn={drawn} scale={scale} cut={0} {...still} />
        </div>
        <PlanView reading={reading} drawn={drawn} scale={scale} drawing={null} onDrawn={NOTHING} {...still} />
      </div>
      <p className="my-2 flex gap-4 text-small">
        <button type="button" className="press text-small" onClick={() => onPair(two.call.id, one.call.id)}>
          Swap the two
        </button>
        <span className="self-center">
          ledger:{' '}
          <Choice
            label="Ledger"
            value={ledger}
            options={LEDGERS.map((value) => ({ value, words: value }))}
            onChange={setLedger}
          />
        </span>
        <Live className="self-center text-hot">
          {card.isSuccess && `On ${player.name.split(' ')[0]}’s card: press P on the Bench to see it.`}
        </Live>
      </p>
      {card.error && <Problem error={card.error} />}
      <div className="grid gap-6 lg:grid-cols-2">
        {[one, two].map(({ call, tone }, i) => (
          <Column
            key={tone}
            call={call}
            tone={tone}
            player={player}
            ledger={ledger}
            picker={
              <Choice
                label={i === 0 ? 'First of the two' : 'Second of the two'}
                value={call.id}
                options={options}
                onChange={(id) => (i === 0 ? onPair(id, two.call.id) : onPair(one.call.id, id))}
              />
            }
            onCard={() =>
              card.mutate({ request: toRequest(reading), call_id: call.id, note: '', on_card: true })
            }
          />
        ))}
      </div>
    </Sheet>
  )
}
