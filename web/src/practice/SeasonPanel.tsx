import { useQuery } from '@tanstack/react-query'
import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core'
import { useState } from 'react'
import type { KeptPractice, Player } from '../api/client'
import { practicesQuery, useMovePractice, usePlanSeason, useRenewSeason } from './api'
import { dayAfter, mondayOf, weeksOf } from '../lib/weeks'
import { Chips } from '../ui/Chips'
import { Problem } from '../ui/Problem'
import { SmallNumber } from '../ui/SmallNumber'
import { counted } from '../lib/counted'
import { dayAndMonth, localHere, todayHere, zoneHere } from '../lib/when'

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

interface SeasonPanelProps {
  player: Player
  onOpen: (id: string) => void
}

function SeasonForm({ player }: { player: Player }) {
  const [first, setFirst] = useState(() => dayAfter(todayHere(), 1))
  const [weeks, setWeeks] = useState('6')
  const [hours, setHours] = useState('2')
  const [days, setDays] = useState<string[]>(['1', '5'])
  const [starts, setStarts] = useState('17:00')
  const [peak, setPeak] = useState('')
  const plan = usePlanSeason()
  const number = (text: string) => Number(text.replace(',', '.'))
  return (
    <form
      className="no-print flex flex-wrap items-end gap-x-5 gap-y-2"
      onSubmit={(event) => {
        event.preventDefault()
        plan.mutate({
          player_id: player.id,
          first,
          weeks: number(weeks),
          hours: number(hours),
          weekdays: days.map(Number),
          peak: peak === '' ? null : peak,
          starts,
          // By the clock of this place, whatever it does until then.
          zone: zoneHere(),
          missing: [],
        })
      }}
    >
      <label>
        <span className="block text-small text-quiet">from</span>
        <input type="date" className="field" value={first} onChange={(e) => setFirst(e.target.value)} />
      </label>
      <SmallNumber label="weeks" value={weeks} onChange={setWeeks} />
      <SmallNumber label="hours a week" value={hours} onChange={setHours} />
      <label>
        <span className="block text-small text-quiet">at</span>
        <input type="time" className="field" value={starts} onChange={(e) => setStarts(e.target.value)} />
      </label>
      <label>
        <span className="block text-small text-quiet">for this day (if any)</span>
        <input type="date" className="field" value={peak} onChange={(e) => setPeak(e.target.value)} />
      </label>
      <Chips
        label="On these days"
        options={WEEKDAYS.map((words, i) => ({ value: `${i}`, words }))}
        chosen={days}
        onToggle={(day) => setDays(days.includes(day) ? days.filter((d) => d !== day) : [...days, day])}
      />
      <button type="submit" className="press press-main" disabled={plan.isPending}>
        {plan.isPending ? 'Planning' : 'Plan the season'}
      </button>
      {plan.error && <Problem error={plan.error} />}
    </form>
  )
}

interface DayCellProps {
  day: string
  sessions: KeptPractice[]
  onOpen: (id: string) => void
  onMove: (id: string, day: string) => void
}

type ChipProps = Pick<DayCellProps, 'day' | 'onOpen' | 'onMove'> & { one: KeptPractice }

/** One session on its day: dragged by mouse or finger, or moved by the arrow keys. */
function SessionChip({ one, day, onOpen, onMove }: ChipProps) {
  const isPlanned = one.state === 'planned'
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: one.id, disabled: !isPlanned })
  return (
    <button
      ref={setNodeRef}
      {...listeners}
      type="button"
      className={`mt-0.5 block w-full border-l-[3px] bg-lit px-1 text-left hover:text-hot ${isPlanned ? 'border-hot' : 'border-faint text-quiet'} ${isDragging ? 'relative z-10 outline-2 outline-hot' : ''}`}
      // Under a finger the page stays; beside it, it scrolls.
      style={{
        touchAction: isPlanned ? 'pinch-zoom' : undefined,
        transform: transform ? `translate(${transform.x}px, ${transform.y}px)` : undefined,
      }}
      title={`${one.parts.map(({ name }) => name).join(', ')}. Arrow keys move it.`}
      onKeyDown={(event) => {
        const step = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -7, ArrowDown: 7 }[event.key]
        if (step === undefined || !isPlanned) return
        event.preventDefault()
        onMove(one.id, dayAfter(day, step))
      }}
      onClick={() => onOpen(one.id)}
    >
      {Math.round(one.minutes)} min
      <span className="block max-md:hidden">{one.parts.map(({ name }) => name).join(', ')}</span>
    </button>
  )
}

/** A day and its sessions. */
function DayCell({ day, sessions, onOpen, onMove }: DayCellProps) {
  const { setNodeRef, isOver } = useDroppable({ id: day })
  return (
    <td
      ref={setNodeRef}
      data-day={day}
      className={`min-w-0 border border-rule p-1 align-top text-small ${isOver ? 'bg-lit outline-2 outline-hot' : ''}`}
    >
      <span className="figure text-quiet">{Number(day.slice(8))}</span>
      {sessions.map((one) => (
        <SessionChip key={one.id} one={one} day={day} onOpen={onOpen} onMove={onMove} />
      ))}
    </td>
  )
}

/** Further than a press that trembles (px). */
const DRAGS_FROM = 6

/** The season: sessions on their days, week by week. */
export function SeasonPanel({ player, onOpen }: SeasonPanelProps) {
  const kept = useQuery(practicesQuery(player.id))
  const move = useMovePractice()
  const dated = (kept.data?.rows ?? []).flatMap((one) => {
    const local = one.planned_local ?? localHere(one.planned_for ?? one.began_at)
    return local === null ? [] : [{ one, day: local.slice(0, 10), time: local.slice(10) }]
  })
  const [wanted, setWanted] = useState<boolean | null>(null)
  const all = weeksOf(dated.map(({ day }) => day))
  const now = mondayOf(todayHere())
  const coming = all.filter((monday) => monday >= now)
  // Where nothing comes what was is better than an empty page.
  const withPast = wanted ?? coming.length === 0
  const weeks = withPast ? all : coming
  const renew = useRenewSeason()
  const isOfSeason = dated.some(({ one }) => one.state === 'planned' && one.built_at !== null)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAGS_FROM } }))
  const to = (id: string, day: string) => {
    const found = dated.find(({ one }) => one.id === id)
    if (found?.one.state !== 'planned') return
    const { version, zone } = found.one
    move.mutate({ id, planned_local: `${day}${found.time}`, zone: zone ?? zoneHere(), version })
  }
  return (
    <section aria-label="Season">
      <SeasonForm player={player} />
      {kept.error && <Problem error={kept.error} onRetry={() => void kept.refetch()} />}
      {move.error && <Problem error={move.error} />}
      {renew.error && <Problem error={renew.error} />}
      {all.length === 0 ? (
        <p className="mt-4 max-w-prose text-quiet">
          No season is planned yet. Choose the first day, the number of weeks and the hours a week. Each
          session trains what costs {player.name} most. A drill that was done rests for two days, then four,
          then eight. About once a week Veltrin plans the rest again from the book. If you name a big day,
          practice grows until a week before it and then gets shorter.
        </p>
      ) : (
        <>
          <h2 className="mt-4 text-lg font-bold">
            {player.name}: {counted(dated.length, 'session')} in {counted(all.length, 'week')}
          </h2>
          {coming.length === 0 && (
            <p className="mt-1 text-quiet">Nothing is planned from this week on: plan a season above.</p>
          )}
          <DndContext
            sensors={sensors}
            // The arrow keys move a session: the library's own words for the keyboard would be wrong.
            accessibility={{ screenReaderInstructions: { draggable: '' } }}
            onDragEnd={({ active, over }) => over && to(`${active.id}`, `${over.id}`)}
          >
            <table hidden={weeks.length === 0} className="mt-1 w-full table-fixed border-collapse">
              <thead>
                <tr className="text-small text-quiet">
                  <th className="w-14 text-left font-normal">week of</th>
                  {WEEKDAYS.map((words) => (
                    <th key={words} className="font-normal">
                      {words}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {weeks.map((monday) => (
                  <tr key={monday}>
                    <th scope="row" className="figure py-1 text-left align-top text-small font-normal">
                      {dayAndMonth(monday)}
                    </th>
                    {WEEKDAYS.map((words, i) => {
                      const day = dayAfter(monday, i)
                      const own = dated.filter((d) => d.day === day).map(({ one }) => one)
                      return <DayCell key={words} day={day} sessions={own} onOpen={onOpen} onMove={to} />
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </DndContext>
          <p className="no-print mt-2 flex flex-wrap items-baseline gap-2">
            <a className="press" href={`/api/season.ics?player_id=${encodeURIComponent(player.id)}`} download>
              Calendar file
            </a>
            <button type="button" className="press" onClick={() => window.print()}>
              Print
            </button>
            {isOfSeason && (
              <button
                type="button"
                className="press"
                disabled={renew.isPending}
                onClick={() => renew.mutate(player.id)}
              >
                {renew.isPending ? 'Planning' : 'Plan the rest again from the book'}
              </button>
            )}
            {coming.length < all.length && (
              <button type="button" className="press" onClick={() => setWanted(!withPast)}>
                {withPast ? 'From this week on' : 'Earlier weeks too'}
              </button>
            )}
            <span className="text-small text-quiet">
              Drag a session to another day, or use the arrow keys. The calendar file reminds you one hour
              before.
            </span>
          </p>
        </>
      )}
    </section>
  )
}
