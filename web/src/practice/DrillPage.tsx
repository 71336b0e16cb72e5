import { Meaning } from '../ui/Meaning'
import { useQuery } from '@tanstack/react-query'
import type { Drill, Player, ReadyDrill, ReadyStation } from '../api/client'
import { LayoutFar } from './LayoutFar'
import { LayoutNear } from './LayoutNear'
import { callName } from '../shot/advice'
import { aimWords, countsWords, drillMarkWords, lengthWords, readingAt, todayWords } from './drill-words'
import { useGather } from '../lib/gather'
import { openOnBench } from '../shot/open-on-bench'
import { useUnits } from '../lib/use-units'
import { Measures } from './Measures'
import { Problem } from '../ui/Problem'
import { readyDrillQuery } from './api'

interface StationProps {
  drill: Drill
  station: ReadyStation
  player: Player
}

/** How many of so many of the whole drill: today's mark, and the aim a step better. */
function PassMark({ ready }: { ready: ReadyDrill }) {
  const units = useUnits()
  const { mark, drill, stations } = ready
  if (!mark) return null
  return (
    <p className="mt-2">
      <Meaning of="pass mark">Pass mark</Meaning>:{' '}
      <b className="text-head">{drillMarkWords(mark, stations, drill.score, units)}</b>
      <span className="block text-small">{todayWords(mark)}.</span>
      <span className="block text-small">{aimWords(mark)}</span>
    </p>
  )
}

/** One station: what to lay out, drawn and in measures, and what passes. */
function Station({ drill, station, player }: StationProps) {
  const units = useUnits()
  const { call } = station
  const open = () => openOnBench(readingAt(station, player.id))
  return (
    <section aria-label={station.words} className="@container mt-3 min-w-0 border-t border-rule pt-2">
      <h3 className="text-head font-bold">
        {station.words.charAt(0).toUpperCase() + station.words.slice(1)}
        <span className="font-normal text-quiet">
          , {station.balls} balls, {lengthWords(station.flag_m, units)}
        </span>
      </h3>
      {call === null ? (
        <p className="text-quiet">Nothing in this bag can be played from here.</p>
      ) : (
        <>
          <p>
            <b className="font-semibold">{callName(call)}</b>, {call.swing_words}.{' '}
            <button type="button" className="word" onClick={open}>
              open it on the Bench
            </button>
          </p>
          {station.mark && drill.stations.length > 1 && (
            <p>
              Counts: <b>{countsWords(station.mark, drill.score, units)}</b>.
            </p>
          )}
          <div className="mt-2 grid items-start gap-x-6 gap-y-2 @min-[44rem]:grid-cols-[minmax(0,1.6fr)_minmax(0,1fr)]">
            <LayoutFar station={station} />
            <LayoutNear station={station} leftHanded={player.hand === 'left'} />
          </div>
          <Measures measures={station.measures} />
        </>
      )}
    </section>
  )
}

/** A drill laid out for this player, with pass marks from the model. */
export function DrillPage({ drill, player }: { drill: Drill; player: Player }) {
  const { isOpen, gather } = useGather(player.id)
  const ready = useQuery(readyDrillQuery(drill.id, player.id, player.version))
  return (
    <article aria-label={drill.name} aria-busy={ready.isFetching} className="min-w-0">
      <h2 className="text-lg font-bold">
        {drill.name}
        {isOpen && (
          <button
            type="button"
            className="press no-print ml-4 py-0 text-small"
            onClick={() =>
              gather(`drill ${drill.id}`, { kind: 'drill', ref: drill.id, summary: drill.name, words: '' })
            }
          >
            Give it to {player.name}
          </button>
        )}
      </h2>
      <p>
        <span className="text-quiet">Trains </span>
        {drill.trains}. {drill.how}
      </p>
      <p className="text-small text-quiet">
        Needs {drill.needs.join(', ')}; {drill.balls} balls. A hit {drill.score_words}.
      </p>
      <ul className="mt-1">
        {drill.say.map((words) => (
          <li key={words}>
            <span className="text-quiet">Say: </span>
            {words}
          </li>
        ))}
      </ul>
      {ready.error && (
        <Problem
          error={ready.error}
          onRetry={() => void ready.refetch()}
          away={`Veltrin works out layout and marks for ${player.name} and can’t be reached. This browser has none saved for this drill.`}
        />
      )}
      <p className="mt-1 text-small">
        <span className="text-quiet">Easier: </span>
        {drill.easier} <span className="text-quiet">Harder: </span>
        {drill.harder}
      </p>
      {ready.data && <PassMark ready={ready.data} />}
      {ready.data && (
        <div className={ready.data.stations.length > 1 ? 'grid gap-x-8 xl:grid-cols-2' : ''}>
          {ready.data.stations.map((station) => (
            <Station key={station.words} drill={drill} station={station} player={player} />
          ))}
        </div>
      )}
      {!ready.data && !ready.error && (
        <p className="mt-3 text-quiet">Working out layout and marks for {player.name}.</p>
      )}
      <ul className="mt-3">
        {drill.cautions.map((words) => (
          <li key={words} className="border-l-4 border-double border-ink pl-2">
            {words}
          </li>
        ))}
      </ul>
    </article>
  )
}
