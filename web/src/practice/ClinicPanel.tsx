import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Clinic, Player } from '../api/client'
import { playersQuery } from '../players/api'
import { Chips } from '../ui/Chips'
import { Problem } from '../ui/Problem'
import { SmallNumber } from '../ui/SmallNumber'
import { useUnits } from '../lib/use-units'
import { usePlanClinic } from './api'
import { markWords } from './drill-words'
import { Measures } from './Measures'
import { SayAndCare } from './SayAndCare'

const FEWEST = 4
const MOST = 12

/** Who is at which station in which round. */
function Rounds({ clinic }: { clinic: Clinic }) {
  return (
    <div className="overflow-x-auto">
      <table className="mt-2 w-full border-collapse sm:min-w-[32rem] text-left">
        <thead className="text-small text-quiet">
          <tr>
            <th className="font-normal">round</th>
            {clinic.stations.map(({ drill }, place) => (
              <th key={drill.id} className="pl-3 font-normal">
                {place + 1}. {drill.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {clinic.rounds.map((stations, round) => (
            <tr
              key={stations.map((names) => names.join()).join(';')}
              className="border-t border-rule align-top"
            >
              <th scope="row" className="figure py-1 text-left font-normal">
                {round + 1}
              </th>
              {stations.map((names, place) => (
                <td key={clinic.stations[place]?.drill.id} className="py-1 pl-3">
                  {names.join(', ')}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** The sheet of one station: what is done there, how it is laid out, and what passes for each. */
function StationSheet({ station, place }: { station: Clinic['stations'][number]; place: number }) {
  const units = useUnits()
  const { drill } = station
  return (
    <section aria-label={`Station ${place + 1}`} className="clinic-sheet mt-4 border-t-2 border-ink pt-2">
      <h3 className="text-lg font-bold">
        Station {place + 1}: {drill.name}
      </h3>
      <p>{drill.how}</p>
      <p className="text-quiet">
        {station.balls} balls each. Needs {drill.needs.join(', ')}. A hit {drill.score_words}.
      </p>
      <SayAndCare drill={drill} />
      <div className="mt-2 grid gap-x-8 gap-y-2 md:grid-cols-2">
        <table className="self-start text-left">
          <thead className="text-small text-quiet">
            <tr>
              <th className="font-normal">player</th>
              <th className="pl-4 font-normal">passes with</th>
            </tr>
          </thead>
          <tbody>
            {station.marks.map(({ player_id, player_name, mark }) => (
              <tr key={player_id} className="border-t border-rule">
                <th scope="row" className="py-0.5 text-left font-normal">
                  {player_name}
                </th>
                <td className="pl-4">
                  {mark ? <b>{markWords(mark, drill.score, units)}</b> : 'nothing in this bag for it'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <div>
          <p className="text-small text-quiet">Laid out for {station.laid_for}:</p>
          <Measures measures={station.measures} />
        </div>
      </div>
    </section>
  )
}

/** A clinic of four to twelve: stations that rotate, and a sheet for each of them. */
export function ClinicPanel({ player }: { player: Player }) {
  const players = useQuery(playersQuery).data ?? []
  const [chosen, setChosen] = useState<string[]>([player.id])
  const [minutes, setMinutes] = useState('90')
  const plan = usePlanClinic()
  const clinic = plan.data
  return (
    <section aria-label="Clinic">
      <form
        className="no-print grid gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          plan.mutate({ player_ids: chosen, minutes: Number(minutes.replace(',', '.')), missing: [] })
        }}
      >
        <h2 className="text-head font-bold">Who comes?</h2>
        <Chips
          label="Who comes"
          options={players.map(({ id, name }) => ({ value: id, words: name }))}
          chosen={chosen}
          onToggle={(id) =>
            setChosen(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id])
          }
        />
        <div className="flex flex-wrap items-end gap-4">
          <SmallNumber label="minutes" value={minutes} onChange={setMinutes} />
          <button
            type="submit"
            className="press press-main"
            disabled={plan.isPending || chosen.length < FEWEST || chosen.length > MOST}
          >
            {plan.isPending ? 'Planning' : 'Plan the clinic'}
          </button>
          {(chosen.length < FEWEST || chosen.length > MOST) && (
            <span className="text-quiet">
              Choose {FEWEST} to {MOST} players: {chosen.length} so far.
            </span>
          )}
        </div>
      </form>
      {plan.error && <Problem error={plan.error} />}
      {clinic && (
        <>
          <h2 className="mt-4 text-lg font-bold">Clinic</h2>
          <p>
            Warm up {clinic.warm_up_minutes} minutes. {clinic.words}
          </p>
          <Rounds clinic={clinic} />
          {clinic.stations.map((station, place) => (
            <StationSheet key={station.drill.id} station={station} place={place} />
          ))}
          <p className="no-print mt-3">
            <button type="button" className="press" onClick={() => window.print()}>
              Print, a sheet for each station
            </button>
          </p>
        </>
      )}
    </section>
  )
}
