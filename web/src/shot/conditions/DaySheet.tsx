import { useQuery } from '@tanstack/react-query'
import type { DaySheet as Sheet, Player } from '../../api/client'
import { isForecast, toDay } from '../day'
import type { Reading } from '../reading'
import { conditionWords } from '../sky-words'
import { scaleOf, show, trim, YARD } from '../../lib/units'
import { windSteps } from '../wind-steps'
import { CarryCurves } from '../../drawing/CarryCurves'
import { Problem } from '../../ui/Problem'
import { useUnits } from '../../lib/use-units'
import { daySheetQuery } from '../api'

interface DaySheetProps {
  reading: Reading
  player: Player
  course: string
}

const FALLS = [10, 5, -5, -10]

type Row = Sheet['rows'][number]

function Cell({ cell, stock }: { cell: Row['today']; stock: number }) {
  const units = useUnits()
  const shown = (metres: number) => trim(Math.round(units.distance === 'yd' ? metres / YARD : metres), 0)
  if (cell.carry_m === null) return <td className="px-2 pr-10 text-right text-quiet">–</td>
  const differs = cell.plays_as_m === null || Math.abs(cell.plays_as_m - stock) >= 1
  return (
    <td className="figure px-2 text-right">
      {shown(cell.carry_m)}
      {differs && <span className="sr-only">, plays as </span>}
      <span className="ml-1.5 inline-block w-8 text-tiny text-quiet">
        {!differs ? '\u00a0' : cell.plays_as_m === null ? '–' : shown(cell.plays_as_m)}
      </span>
    </td>
  )
}

const NO_SHEET =
  'Veltrin works out the carries of this day and can’t be reached. This browser has none saved for it.'

/** How far each club carries today, and what its own distance plays as, by wind and by slope. To be printed. */
export function DaySheet({ reading, player, course }: DaySheetProps) {
  const units = useUnits()
  const winds = windSteps(units, isForecast(reading))
  const body = {
    player_id: player.id,
    day: toDay(reading, reading.dayName || 'Today'),
    winds_m_s: winds,
    falls_deg: FALLS,
  }
  const sheet = useQuery(daySheetQuery(body))
  const speed = scaleOf('wind', units)
  const where = isForecast(reading)
    ? `in the forecast, ${show(10, 'distance', units)} up`
    : `at the flag, ${show(2, 'distance', units)} up`
  if (sheet.error) return <Problem error={sheet.error} onRetry={() => void sheet.refetch()} away={NO_SHEET} />
  if (!sheet.data) return <p className="mt-2 text-quiet">Working out every club.</p>
  return (
    <section aria-label="Day sheet" aria-busy={sheet.isFetching}>
      <h2 className="mt-2 flex flex-wrap items-baseline gap-x-4 gap-y-1 text-lg font-bold">
        {player.name}: how far each club carries today
        <button type="button" className="press no-print py-0 text-small" onClick={() => window.print()}>
          Print
        </button>
      </h2>
      <p className="text-small text-quiet">
        {[course, reading.dayName, conditionWords({ ...reading, wind: 0 }, units)].filter(Boolean).join(', ')}
        . Full stock swing, {units.distance}. Wind {where}; slopes without wind. Small figures: what this
        club’s own distance plays as.
      </p>
      <CarryCurves sheet={sheet.data} />
      <div className="relative mt-2 overflow-x-auto" role="group" aria-label="Table" tabIndex={0}>
        <table className="whole w-full border-collapse text-small">
          <thead>
            <tr className="text-left">
              <td />
              <td />
              <td />
              <th
                scope="colgroup"
                colSpan={winds.length / 2}
                className="px-2 text-center font-normal text-quiet"
              >
                headwind
              </th>
              <th
                scope="colgroup"
                colSpan={winds.length / 2}
                className="px-2 text-center font-normal text-quiet"
              >
                tailwind
              </th>
              <th scope="colgroup" colSpan={2} className="px-2 text-center font-normal text-quiet">
                downhill
              </th>
              <th scope="colgroup" colSpan={2} className="px-2 text-center font-normal text-quiet">
                uphill
              </th>
            </tr>
            <tr className="border-b border-ink">
              <th scope="col" className="sticky left-0 bg-paper text-left">
                club
              </th>
              <th scope="col" className="px-2 text-right">
                stock
              </th>
              <th scope="col" className="px-2 pr-10 text-right">
                calm
              </th>
              {winds.map((wind) => (
                <th key={wind} scope="col" className="px-2 pr-10 text-right font-semibold whitespace-nowrap">
                  {trim(Math.abs(speed.toShown(wind)), 0)}
                  {speed.sign}
                </th>
              ))}
              {FALLS.map((fall) => (
                <th key={fall} scope="col" className="px-2 pr-10 text-right font-semibold">
                  {show(Math.abs(fall), 'slope', units)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {sheet.data.rows.map((row) => (
              <tr key={row.club_id} className="border-b border-rule">
                <th
                  scope="row"
                  className="sticky left-0 bg-paper pr-2 text-left font-normal whitespace-nowrap"
                >
                  {row.club_name}
                </th>
                <td className="figure px-2 text-right text-quiet">
                  {trim(Math.round(units.distance === 'yd' ? row.stock_m / YARD : row.stock_m), 0)}
                </td>
                {[row.today, ...row.winds, ...row.falls].map((cell, i) => (
                  <Cell key={i} cell={cell} stock={row.stock_m} />
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-2 text-small text-quiet">
        A dash: the club can’t get the ball up, the wind blows it back, or no club in the bag carries that
        far. Downwind a low, slow ball lands early and runs, so its carry hardly grows. This sheet is for
        practice and preparation: in a round, rule 4.3a limits what you may consult.
      </p>
    </section>
  )
}
