import type { BookSummary } from '../api/client'
import { Against, Finishes, Trend } from '../drawing/Against'
import { scaleOf } from '../lib/units'
import { Head } from '../ui/Head'
import { useUnits } from '../lib/use-units'
import { countedThat } from '../lib/counted'

/** Predicted against actual: carry, run, finish, and strokes lost over time. */
export function Charts({ summary }: { summary: BookSummary }) {
  const units = useUnits()
  const scale = scaleOf('distance', units)
  const pairs = (
    expected: (p: BookSummary['points'][number]) => number,
    seen: (p: BookSummary['points'][number]) => number | null | undefined,
  ) =>
    summary.points.flatMap((p) => {
      const value = seen(p)
      return value == null ? [] : [{ id: p.id, expected: expected(p), seen: value }]
    })
  const carries = pairs(
    (p) => p.expected_carry_m,
    (p) => p.carry_m,
  )
  const runs = pairs(
    (p) => p.expected_total_m - p.expected_carry_m,
    (p) => (p.total_m == null || p.carry_m == null ? null : p.total_m - p.carry_m),
  )
  const about = { toShown: scale.toShown, unit: units.distance }
  if (summary.total === 0) return <p className="py-3">Nothing is booked here yet.</p>
  return (
    <>
      <div className="grid gap-6 py-3 lg:grid-cols-3">
        {carries.length > 0 ? (
          <Against title="Carry" pairs={carries} {...about} />
        ) : (
          <p className="text-quiet">No carries are booked yet.</p>
        )}
        {runs.length > 0 ? (
          <Against title="Run" pairs={runs} {...about} />
        ) : (
          <p className="text-quiet">No runs are booked yet: book where the ball landed and finished.</p>
        )}
        <Finishes
          points={summary.points}
          along={summary.along_sd_m ?? null}
          across={summary.across_sd_m ?? null}
          {...about}
        />
      </div>
      <p className="text-small text-quiet">
        Dashed ellipse: where 8 of 10 balls were expected, for a typical one of these shots. The newest{' '}
        {countedThat(summary.points.length, 'shot', 'is', 'are')} drawn.
      </p>
      <Head
        title="Strokes lost against the plan"
        note="the newest 2,400 at most; each point is the same number of shots; below zero is better than planned"
      />
      <Trend stretches={summary.trend} />
    </>
  )
}
