import { Meaning } from '../ui/Meaning'
import { LostBars } from '../drawing/LostBars'
import type { BookSummary, LieRate, Rate } from '../api/client'

/** A rate with its count and interval. */
function RateCell({ rate, isBad = false }: { rate: Rate; isBad?: boolean }) {
  if (rate.of === 0) return <td className="pl-4 text-right text-quiet">not booked</td>
  const share = Math.round((100 * rate.hits) / rate.of)
  return (
    <td className="pl-4 text-right whitespace-nowrap">
      <span className={isBad && rate.hits > 0 ? 'font-bold text-hot' : ''}>
        <span className="figure">{share}</span> %
      </span>{' '}
      <span className="figure text-tiny text-quiet">
        {rate.hits}/{rate.of}, {Math.round(rate.low_pct)}–{Math.round(rate.high_pct)}
      </span>
    </td>
  )
}

/** Rates that coaches use, by kind of lie: worst lies are the ones to practise. */
export function Lies({ summary, onOpen }: { summary: BookSummary; onOpen: (lie: LieRate) => void }) {
  if (summary.lies.length === 0) return <p className="py-3">No shots at a target are booked yet.</p>
  const rows = [...summary.lies].sort((a, b) => (b.lost ?? -9) - (a.lost ?? -9))
  return (
    <>
      <h2 className="mt-3 font-bold">Strokes lost a shot against the plan</h2>
      <LostBars lies={rows} onOpen={onOpen} />
      <div className="overflow-x-auto py-3" role="group" aria-label="Table" tabIndex={0}>
        <table className="w-full min-w-[50rem]">
          <thead className="text-small text-quiet">
            <tr className="border-b border-ink">
              <th className="text-left font-normal">lie</th>
              <th className="pl-4 text-right font-normal">shots</th>
              <th className="pl-4 text-right font-normal">
                <Meaning of="strokes lost">strokes lost a shot</Meaning>
              </th>
              <th className="pl-4 text-right font-normal">on the green</th>
              <th className="pl-4 text-right font-normal">on and two putts</th>
              <th className="pl-4 text-right font-normal">
                <Meaning of="up and down" />
              </th>
              <th className="pl-4 text-right font-normal">chipped twice: never</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((lie) => (
              <tr key={`${lie.cover} ${lie.slope}`} className="border-b border-rule">
                <th scope="row" className="text-left font-semibold">
                  {lie.words}
                </th>
                <td className="figure pl-4 text-right">{lie.shots}</td>
                <td className="pl-4 text-right whitespace-nowrap">
                  <span className={`figure ${(lie.lost ?? 0) > 0 ? 'font-bold' : ''}`}>
                    {lie.lost == null ? '' : lie.lost.toFixed(2).replace('-', '−')}
                  </span>{' '}
                  <span className="figure text-tiny text-quiet">
                    {lie.lost_within == null ? '' : `± ${lie.lost_within.toFixed(2)}`}
                  </span>
                </td>
                <RateCell rate={lie.on} />
                <RateCell rate={lie.on_and_two} />
                <RateCell rate={lie.up_and_down} />
                <RateCell rate={lie.again} isBad />
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 max-w-prose text-small text-quiet">
          Each share shows how many of how many, and the likely range in percent (8 in 10). The lies that cost
          most strokes come first.
        </p>
      </div>
    </>
  )
}
