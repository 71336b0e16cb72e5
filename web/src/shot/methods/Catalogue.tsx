import { useState } from 'react'
import { percent } from '../strike-words'
import type { Method, Player } from '../../api/client'
import { distance } from '../../lib/units'
import type { Side } from '../schools'
import { MethodMark } from '../../drawing/MethodMark'
import { frameOf, SmallFlight, type FlightFrame } from '../../drawing/SmallFlight'
import { DrillLinks } from '../../ui/DrillLinks'
import { StandButtons } from './StandButtons'
import { namedParts } from '../../lib/use-part'
import { useUnits } from '../../lib/use-units'

function Declared({ method }: { method: Method }) {
  return (
    <div className="grid gap-x-6 pb-2 pl-3 text-small md:grid-cols-2">
      <div>
        {method.key_words.map((words) => (
          <p key={words}>Say: {words}</p>
        ))}
        <p>Best when {method.wins_when}.</p>
        <p>Bad miss: {method.miss}.</p>
        {method.cautions.map((words) => (
          <p key={words} className="border-l-4 border-double border-ink pl-2">
            {words}
          </p>
        ))}
        <p className="text-quiet">
          Hands {method.hand}, hinge {method.hinge}. Source: {method.source}.
        </p>
        <DrillLinks serves={(drill) => drill.methods.includes(method.id)} />
      </div>
      <ul>
        {method.faults.map(({ fault, cure }) => (
          <li key={fault}>
            <b className="font-semibold">{fault}</b>: {cure}.
          </li>
        ))}
      </ul>
    </div>
  )
}

/** The method that a link leads to. */
const methodNamed = () => namedParts().get('method')

interface CatalogueProps {
  families: [string, Side[]][]
  player: Player
  flag: number
  onTake: (callId: string) => void
}

function Row(props: Omit<CatalogueProps, 'families'> & { side: Side; frame: FlightFrame }) {
  const { side, player, flag, frame, onTake } = props
  const units = useUnits()
  const { method, call, reason } = side
  const [isNamed] = useState(() => methodNamed() === method.id)
  const [isOpen, setOpen] = useState(isNamed)
  return (
    <div
      className="border-t border-rule"
      id={method.id}
      ref={(row) => {
        if (isNamed) row?.scrollIntoView({ block: 'center' })
      }}
    >
      <div className="grid grid-cols-[5.2rem_1fr_auto] items-center gap-x-3 py-1 md:grid-cols-[5.2rem_11rem_1fr_auto] xl:grid-cols-[5.2rem_13rem_12rem_1fr_12rem_auto]">
        <MethodMark method={method} />
        <button
          type="button"
          className="text-left font-semibold hover:text-hot"
          aria-expanded={isOpen}
          onClick={() => setOpen(!isOpen)}
        >
          <span aria-hidden>{isOpen ? '▾' : '▸'} </span>
          {method.name}
        </button>
        <span className="text-small text-quiet max-xl:hidden">{method.school}</span>
        <span className={`text-small max-md:order-last max-md:col-span-3 ${call ? '' : 'text-quiet'}`}>
          {call
            ? `${call.club_name}: ${distance(call.carry_m, units)} + ${distance(call.run_m, units)} ${units.distance}, clean ${percent(call.odds.clean_pct)}, finishes ${distance(call.leave_m, units)}`
            : `not here: ${reason}`}
        </span>
        <span className="max-xl:hidden">
          {call?.detail && (
            <SmallFlight
              words={`${method.name} from the side`}
              frame={frame}
              target={flag}
              tracks={[{ ...call.detail, tone: 'hot' }]}
            />
          )}
        </span>
        <span className="flex gap-1.5">
          {call && (
            <button
              type="button"
              aria-label={`${method.name} to the Bench`}
              className="border border-ink px-1.5 text-small hover:border-hot hover:text-hot"
              onClick={() => onTake(call.id)}
            >
              Bench
            </button>
          )}
          <StandButtons player={player} methodId={method.id} methodName={method.name} />
        </span>
      </div>
      {isOpen && <Declared method={method} />}
    </div>
  )
}

/** Every way of playing, by family: its best club here, or why not. */
export function Catalogue({ families, ...rest }: CatalogueProps) {
  const drawn = families.flatMap(([, sides]) =>
    sides.flatMap(({ call }) => (call?.detail ? [call.detail] : [])),
  )
  const frame = frameOf(drawn, rest.flag)
  return (
    <>
      {families.map(([family, sides]) => (
        <section key={family} aria-label={family} className="mt-3">
          <h3 className="text-small font-bold text-quiet">{family}</h3>
          {sides.map((side) => (
            <Row key={side.method.id} side={side} frame={frame} {...rest} />
          ))}
        </section>
      ))}
    </>
  )
}
