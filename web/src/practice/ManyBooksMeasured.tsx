import type { Calibration } from '../api/client'
import { countedThat } from '../lib/counted'
import { percent, signedPercent } from '../lib/percent'
import { show } from '../lib/units'
import { useUnits } from '../lib/use-units'

type Body = Calibration['body']

/** What a calibration measured: numbers, balls by lie, clean strikes, and plans both ways. */
export function Measured({ body }: { body: Body }) {
  const measured = body.numbers.filter((one) => one.is_measured)
  const rest = body.numbers.filter((one) => !one.is_measured)
  return (
    <>
      <Table
        title="Measured numbers"
        heads={['number', 'against the usual', 'between (8 in 10)']}
        rows={measured.map((one) => [
          one.words,
          times(one.share),
          `${times(one.low)} and ${times(one.high)}`,
        ])}
      />
      {rest.length > 0 && (
        <details className="mt-1 text-small">
          <summary className="cursor-pointer">
            {countedThat(rest.length, 'number', 'stays as it is', 'stay as they are')}: too few shots to
            measure
          </summary>
          <p className="text-quiet">{rest.map((one) => one.words).join('; ')}</p>
        </details>
      )}
      <Table
        title="Clean balls, further or shorter than planned"
        heads={['from', 'balls', 'before', 'with these numbers']}
        rows={[...body.by_cover, ...body.by_family].map((one) => [
          one.name,
          `${one.balls}`,
          signedPercent(one.off),
          signedPercent(one.left),
        ])}
      />
      <Table
        title="Spin, more or less than planned"
        heads={['from', 'balls', 'before', 'with these numbers']}
        rows={body.by_wet.map((one) => [
          one.name,
          `${one.balls}`,
          signedPercent(one.off),
          signedPercent(one.left),
        ])}
      />
      <Table
        title="Clean strikes"
        heads={['from, by', 'strikes', 'seen', 'planned before', 'with these numbers']}
        rows={[...body.cleans_by_cover, ...body.cleans_by_level].map((one) => [
          one.name,
          `${one.strikes}`,
          percent(one.seen),
          percent(one.usual),
          percent(one.now),
        ])}
      />
      <Plans body={body} />
      <details className="mt-2">
        <summary className="cursor-pointer">What no book can measure</summary>
        <ul className="ml-4 list-disc">
          {body.not_measured.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      </details>
    </>
  )
}

const times = (share: number) => `× ${share.toFixed(2)}`

function Plans({ body }: { body: Body }) {
  const units = useUnits()
  const changed = body.compared.filter((one) => one.usual.call !== one.now.call)
  return (
    <details className="mt-2">
      <summary className="cursor-pointer">
        {changed.length} of {body.compared.length} plans change their first call
      </summary>
      <Table
        title="Plans that change"
        heads={['shot', 'before', 'with these numbers', 'strokes']}
        rows={changed.map((one) => [
          `${one.words}, ${show(one.flag_m, 'distance', units)}, handicap ${one.handicap}`,
          one.usual.call,
          one.now.call,
          `${one.usual.strokes.toFixed(2)}, ${one.now.strokes.toFixed(2)}`,
        ])}
      />
    </details>
  )
}

function Table({ title, heads, rows }: { title: string; heads: string[]; rows: string[][] }) {
  if (rows.length === 0) return null
  return (
    <div className="overflow-x-auto">
      <table className="mt-2 w-full text-left text-small">
        <caption className="text-left font-bold">{title}</caption>
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col" className="pr-3 font-normal text-quiet">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row[0]} className="border-t border-rule align-top">
              {row.map((cell, i) => (
                <td key={heads[i]} className="py-0.5 pr-3">
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
