import { Choice } from '../ui/Choice'
import { useQuery } from '@tanstack/react-query'
import { bookIt } from './book-it'
import { tell, useDesk } from '../lib/desk'
import { useState } from 'react'
import { type Player, type Stock } from '../api/client'
import { stockQuery } from './api'
import { bookingOf, NOTHING_SEEN } from './booking'
import { editOf } from '../players/bag'
import { distance, scaleOf } from '../lib/units'
import { Problem } from '../ui/Problem'
import { Head } from '../ui/Head'
import { ImportSheet } from './ImportSheet'
import { MonitorPanel } from './MonitorPanel'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useUnits } from '../lib/use-units'
import { counted } from '../lib/counted'
import { useSavePlayer } from '../players/api'

/** All shots of a club on a line, the bag's carry below it: flagged ones are hollow. */
function Strip({ stock }: { stock: Stock }) {
  const units = useUnits()
  const [drawing, W] = useDrawnWidth(200, 120)
  const carries = stock.shots.map((shot) => shot.carry_m)
  const low = Math.min(...carries, stock.bag_carry_m) - 4
  const high = Math.max(...carries, stock.bag_carry_m) + 4
  const x = (carry: number) => 6 + ((carry - low) / (high - low)) * (W - 12)
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} 44`}
      className="block w-full"
      role="img"
      aria-label={`Carries of the ${stock.club_name}`}
    >
      <line x1={6} x2={W - 6} y1={14} y2={14} stroke="var(--rule)" />
      {stock.shots.map((shot) => (
        <circle
          key={shot.id}
          cx={x(shot.carry_m)}
          cy={14}
          r={4}
          fill={shot.flagged ? 'none' : 'var(--second)'}
          fillOpacity={0.5}
          stroke={shot.flagged ? 'var(--hot)' : 'var(--second)'}
        />
      ))}
      <line x1={x(stock.carry_m)} x2={x(stock.carry_m)} y1={4} y2={24} stroke="var(--hot)" strokeWidth={2} />
      <path d={`M${x(stock.bag_carry_m) - 5} 27l5 -7l5 7z`} fill="none" stroke="var(--ink)" />
      <text
        x={Math.min(W - 24, Math.max(24, x(stock.bag_carry_m)))}
        y={39}
        textAnchor="middle"
        className="figure quiet"
      >
        bag {distance(stock.bag_carry_m, units)}
      </text>
    </svg>
  )
}

function TypeOne({ player }: { player: Player }) {
  const units = useUnits()
  const [club, setClub] = useState('7-iron')
  const [carry, setCarry] = useState('')
  const scale = scaleOf('distance', units)
  const typed = Number(carry.replace(',', '.'))
  const isGood = carry.trim() !== '' && Number.isFinite(typed) && typed > 0
  const swung = player.clubs.filter((one) => one.kind !== 'putter')
  const chosen = swung.some((one) => one.id === club) ? club : (swung[0]?.id ?? '')
  return (
    <form
      className="flex flex-wrap items-baseline gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        const seen = { ...NOTHING_SEEN, carry: scale.fromShown(typed) }
        void bookIt(bookingOf(player.id, { purpose: 'stock', club_id: chosen }, seen, new Date()))
        setCarry('')
      }}
    >
      <Choice
        look="field"
        label="Club"
        value={chosen}
        options={swung.map((one) => ({ value: one.id, words: one.name }))}
        onChange={setClub}
      />
      <label>
        carried{' '}
        <input
          className="field figure w-20"
          inputMode="decimal"
          aria-label={`Carry, ${units.distance}`}
          value={carry}
          onChange={(event) => setCarry(event.target.value)}
        />{' '}
        {units.distance}
      </label>
      <button type="submit" className="press" disabled={!isGood}>
        Book it
      </button>
    </form>
  )
}

/** Stock shots: typed, imported or measured; what they say of each club's carry, and into the bag with it. */
export function StockShots({ player }: { player: Player }) {
  const units = useUnits()
  const stock = useQuery(stockQuery(player.id))
  const carries = useDesk((state) => state.carries)
  const [isImporting, setImporting] = useState(carries !== null)
  const save = useSavePlayer(player.id)
  const take = (one: Stock) => {
    const edit = editOf(player)
    const clubs = edit.clubs.map((club) =>
      club.id === one.club_id ? { ...club, stock_carry_m: one.carry_m } : club,
    )
    save.mutate({ ...edit, clubs }, { onSuccess: () => tell('The bag has the new carry.') })
  }
  const far = (metres: number) => `${distance(metres, units)} ${units.distance}`
  return (
    <div className="grid gap-4">
      <div className="grid gap-x-6 gap-y-3 xl:grid-cols-2">
        <MonitorPanel player={player} />
        <section aria-label="Type or import">
          <Head title="Type or import" note="full stock swings from a clean level lie" />
          <div className="grid gap-2 px-3.5">
            <TypeOne player={player} />
            <button type="button" className="press justify-self-start" onClick={() => setImporting(true)}>
              Import a CSV file
            </button>
          </div>
        </section>
      </div>
      <section aria-label="Stock carries">
        <Head title="Stock carries by the shots" note="red: median; hollow: flagged; triangle: in the bag" />
        <div className="px-3.5">
          {(stock.error ?? save.error) && <Problem error={(stock.error ?? save.error) as Error} />}
          {stock.data?.length === 0 && (
            <p>No stock shots yet: the bag’s carries are what was typed when the player was added.</p>
          )}
          <div className="grid gap-x-8 gap-y-2 xl:grid-cols-2">
            {stock.data?.map((one) => (
              <div
                key={one.club_id}
                className="grid grid-cols-[1fr_auto] items-center gap-3 sm:grid-cols-[7.5rem_1fr_7rem]"
              >
                <div>
                  <b>{one.club_name}</b>
                  <div className="text-small text-quiet">
                    {far(one.carry_m)} ± {distance(one.sd_m, units)}, {counted(one.shots.length, 'shot')}
                  </div>
                </div>
                <div className="max-sm:order-last max-sm:col-span-2">
                  <Strip stock={one} />
                </div>
                {Math.abs(one.carry_m - one.bag_carry_m) >= 0.5 ? (
                  <button type="button" className="press py-0.5" onClick={() => take(one)}>
                    Use {far(one.carry_m)}
                  </button>
                ) : (
                  <span className="text-small text-quiet">as in the bag</span>
                )}
              </div>
            ))}
          </div>
          {stock.data?.[0] && <p className="mt-2 max-w-prose text-small text-quiet">{stock.data[0].rule}</p>}
        </div>
      </section>
      <ImportSheet
        open={isImporting}
        player={player}
        waiting={carries}
        onOpenChange={(isOpen) => {
          setImporting(isOpen)
          if (!isOpen) useDesk.setState({ carries: null })
        }}
      />
    </div>
  )
}
