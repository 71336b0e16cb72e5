import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Day, OnDay, Player } from '../../api/client'
import { Elevation, TALLEST } from '../../drawing/Elevation'
import { useDrawnWidth } from '../../lib/use-drawn-width'
import { LINE_WIDE, lineScale } from '../../drawing/line-scale'
import { callName } from '../advice'
import { daysIn, seasonsAt, toDay } from '../day'
import { openOnBench } from '../open-on-bench'
import type { Reading } from '../reading'
import { fromRequest, toRequest } from '../request'
import { conditionWords } from '../sky-words'
import { carriedWords, changedRows } from '../two-days'
import { show } from '../../lib/units'
import { aimFigure, callSentence, lieWords } from '../words'
import { Choice } from '../../ui/Choice'
import { Problem } from '../../ui/Problem'
import { LedgerRows } from '../bench/SetupStrip'
import { useUnits } from '../../lib/use-units'
import { daysQuery, twoDaysQuery } from '../api'

const NOTHING = () => undefined
const STILL = { onDrag: NOTHING, onRelease: NOTHING, onStep: NOTHING }
const TODAY = 'As it is now'

interface TwoDaysProps {
  reading: Reading
  player: Player
}

/** One day: its first call, its flight, and what becomes of that stroke on the other day. */
function DayColumn(props: { one: OnDay; other: OnDay; player: Player; tone: 'hot' | 'second' }) {
  const units = useUnits()
  const { one, other, player, tone } = props
  const [first] = one.calls
  const there = fromRequest(one.request, '')
  return (
    <section aria-label={one.name} className="min-w-0">
      <h3 className="text-head font-bold" style={{ color: `var(--${tone})` }}>
        {one.name}
      </h3>
      <p className="text-small text-quiet">
        {conditionWords(there, units)}; {lieWords(there, units)}
      </p>
      {first ? (
        <>
          <p className="mt-1">
            <b className="font-semibold">{callName(first)}</b>:{' '}
            {callSentence(first, there.front, there.back, units)}
          </p>
          {one.carried && (
            <>
              <p className="mt-1">{carriedWords(one, other, units)}</p>
              <LedgerRows
                name="distance"
                rows={one.carried.rows.filter((row) => row.total || row.value !== 0)}
              />
            </>
          )}
          <p className="mt-2 text-small text-quiet">
            Then:{' '}
            {one.calls
              .slice(1)
              .map((call) => `${callName(call)} (${call.strokes.toFixed(2)})`)
              .join('; ')}
          </p>
          <button
            type="button"
            className="press mt-2 text-small"
            onClick={() => openOnBench({ ...there, dayName: one.name, player: player.id })}
          >
            Work on it on the Bench
          </button>
        </>
      ) : (
        <p className="mt-1">No call on that day.</p>
      )}
    </section>
  )
}

/** The first calls of both days in one drawing: what the day does to the flight is the distance between the two. */
function BothFlights({ one, two }: { one: OnDay; two: OnDay }) {
  const there = fromRequest(one.request, '')
  const drawn = [
    ...one.calls.slice(0, 1).map((call) => ({ call, tone: 'hot' as const })),
    ...two.calls.slice(0, 1).map((call) => ({ call, tone: 'second' as const })),
  ]
  const calls = drawn.map(({ call }) => call)
  const [lines, width] = useDrawnWidth(LINE_WIDE)
  const scale = lineScale(width, there, calls, TALLEST)
  // No more sky than the flag and the higher flight need.
  const highest = Math.max(...calls.map((call) => call.apex_m), 0)
  const cut = Math.max(0, Math.min(scale.y(highest), scale.y(there.rise) - 50) - 12)
  return (
    <figure ref={lines} aria-label="Both flights" className="min-w-0">
      <div inert>
        <Elevation reading={there} drawn={drawn} scale={scale} cut={cut} {...STILL} />
      </div>
      <figcaption className="text-small text-quiet">
        <b className="text-hot">{one.name}</b>, solid; <b className="text-second">{two.name}</b>, dashed;
        dotted: the first one’s stock shot from level ground.
      </figcaption>
    </figure>
  )
}

function Changes({ days }: { days: [OnDay, OnDay] }) {
  const units = useUnits()
  const rows = changedRows(days, units, aimFigure)
  return (
    <table className="mt-2 w-full text-small">
      <thead>
        <tr className="border-b border-ink text-left">
          <td />
          {days.map((day, i) => (
            <th key={day.name} scope="col" style={{ color: `var(--${i === 0 ? 'hot' : 'second'})` }}>
              {day.name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr
            key={row.name}
            className={`border-b border-rule align-baseline ${row.same ? 'text-quiet' : ''}`}
          >
            <th scope="row" className="w-36 text-left font-normal text-quiet">
              {row.name}
            </th>
            <td className={row.same ? '' : 'font-semibold'}>{row.values[0]}</td>
            <td className={row.same ? '' : 'font-semibold'}>{row.values[1]}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** The same lie and line on two days: what changes, and why. */
export function TwoDays({ reading, player }: TwoDaysProps) {
  const units = useUnits()
  const saved = useQuery(daysQuery)
  const seasons = seasonsAt(reading.altitude)
  const known: Day[] = [...seasons, ...daysIn(saved.data ?? [])]
  const names = [...known.map((day) => day.name), TODAY]
  const [picked, setPicked] = useState<[string, string]>(['Dry June', 'Soaked December'])
  const dayOf = (name: string) => known.find((day) => day.name === name) ?? toDay(reading, TODAY)
  const request = toRequest({ ...reading, call: '', against: '' })
  const found = useQuery(twoDaysQuery({ request, days: picked.map(dayOf) }))
  const [one, two] = found.data?.days ?? []
  const pick = (i: 0 | 1, name: string) => setPicked(i === 0 ? [name, picked[1]] : [picked[0], name])
  const picker = (i: 0 | 1) => (
    <Choice
      label={i === 0 ? 'One day' : 'The other day'}
      value={picked[i]}
      options={names.map((value) => ({ value, words: value }))}
      className="font-semibold"
      onChange={(name) => pick(i, name)}
    />
  )
  return (
    <div aria-busy={found.isFetching}>
      <p className="mt-2">
        <span className="text-quiet">The same shot for {player.name}: </span>
        flag at {show(reading.flag, 'distance', units)}
        <span className="text-quiet">, on </span>
        {picker(0)} <span className="text-quiet">and on</span> {picker(1)}
      </p>
      {found.error && <Problem error={found.error} onRetry={() => void found.refetch()} />}
      {!one || !two ? (
        !found.error && <p className="mt-2 text-quiet">Working out both days.</p>
      ) : (
        <>
          <div className="grid items-end gap-8 lg:grid-cols-[1.1fr_1fr]">
            <Changes days={[one, two]} />
            <BothFlights one={one} two={two} />
          </div>
          <div className="mt-4 grid gap-8 md:grid-cols-2">
            <DayColumn one={one} other={two} player={player} tone="hot" />
            <DayColumn one={two} other={one} player={player} tone="second" />
          </div>
        </>
      )}
    </div>
  )
}
