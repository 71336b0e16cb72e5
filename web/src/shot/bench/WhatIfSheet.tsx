import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Call, ReadingName } from '../../api/client'
import { EmptyPlot, Plot } from '../../drawing/Plot'
import { callName, shownIn, whatIfRange } from '../advice'
import { deepest, type Reading } from '../reading'
import { toRequest } from '../request'
import { YARD } from '../../lib/units'
import { Choice } from '../../ui/Choice'
import { Problem } from '../../ui/Problem'
import { Sheet } from '../../ui/Sheet'
import { useUnits } from '../../lib/use-units'
import { sensitivityQuery, whatIfQuery } from '../api'

/** Points of a curve: at first, and in the end. */
const FEW = 5
const ALL = 17

interface WhatIfSheetProps {
  open: boolean
  reading: Reading
  call: Call
  onOpenChange: (open: boolean) => void
}

/** One reading over its range: where the same stroke would finish, the aim it wants, what it costs. */
export function WhatIfSheet({ open, reading, call, onOpenChange }: WhatIfSheetProps) {
  const units = useUnits()
  const [name, setName] = useState<ReadingName>('fall')
  const request = toRequest({ ...reading, call: '' })
  const readings = useQuery({
    ...sensitivityQuery({ request, call_id: call.id, eye: 'usual' }),
    enabled: open,
  })
  const row = readings.data?.rows.find((r) => r.reading === name) ?? readings.data?.rows[0]
  const varied = row?.reading ?? name
  const [low, high] = whatIfRange(varied, row?.value ?? 0, varied === 'sunk' ? deepest(reading) : Infinity)
  const asked = { request, call_id: call.id, reading: varied, low, high }
  // A few points at once, then all of them: the curve is there while it is still worked out.
  const few = useQuery({ ...whatIfQuery({ ...asked, count: FEW }), enabled: open && row !== undefined })
  const all = useQuery({ ...whatIfQuery({ ...asked, count: ALL }), enabled: open && few.isSuccess })
  const error = readings.error ?? few.error ?? all.error
  const data = all.isPlaceholderData ? few.data : (all.data ?? few.data)
  const scale = data && shownIn(data, units)
  const far = units.distance === 'yd' ? 1 / YARD : 1
  return (
    <Sheet
      open={open}
      wide
      onOpenChange={onOpenChange}
      title="What if"
      about={`${callName(call)}: one reading changes, all others stay as they are. Dashed line: your reading.`}
    >
      {error && <Problem error={error} />}
      {row && readings.data && (
        <p>
          What if{' '}
          <Choice
            label="Reading to vary"
            value={row.reading}
            options={readings.data.rows.map((r) => ({ value: r.reading, words: r.words }))}
            onChange={setName}
          />{' '}
          were different?
        </p>
      )}
      {!data && !error && (
        <div role="status" className="mt-2">
          <p className="text-quiet">Working it out.</p>
          <div className="grid gap-4 lg:grid-cols-3" aria-hidden>
            {[0, 1, 2].map((place) => (
              <EmptyPlot key={place} />
            ))}
          </div>
        </div>
      )}
      {data && scale && (
        <div className="mt-2 grid gap-4 lg:grid-cols-3" aria-busy={all.isFetching}>
          {[
            {
              words: `same stroke finishes, ${units.distance}`,
              least: 1,
              digits: 1,
              of: (p: (typeof data.points)[number]) => p.same_total_m * far,
            },
            {
              words: 'aim needed, degrees right',
              least: 2,
              digits: 1,
              of: (p: (typeof data.points)[number]) => p.aim_deg,
            },
            {
              words: 'expected strokes',
              least: 0.1,
              digits: 2,
              of: (p: (typeof data.points)[number]) => p.strokes,
            },
          ].map((plot) => (
            <Plot
              key={plot.words}
              points={data.points.map((p) => ({ x: p.value * scale.factor, y: plot.of(p) }))}
              now={data.value * scale.factor}
              xWords={`${data.words},${scale.sign}`}
              yWords={plot.words}
              least={plot.least}
              digits={plot.digits}
            />
          ))}
        </div>
      )}
      <p className="mt-3 text-small text-quiet">
        First chart: the same stroke where the reading is different. Second and third: the call worked out for
        it. Where a curve ends, the call is no longer playable.
      </p>
    </Sheet>
  )
}
