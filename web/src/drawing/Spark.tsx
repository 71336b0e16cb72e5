import { scaleLinear } from 'd3-scale'

interface SparkProps {
  /** Where it was meant to land and to end, where it did; metres, null: not seen. */
  meant: { carry: number; total: number }
  seen: { carry: number | null; total: number | null }
}

const W = 110
const H = 18
const FLOOR = 14

/** A shot in a line: as it was meant, thin; where it landed (cross) and ended (dot), hot. */
export function Spark({ meant, seen }: SparkProps) {
  const far = Math.max(meant.carry, meant.total, seen.carry ?? 0, seen.total ?? 0, 1)
  const x = scaleLinear([0, far], [4, W - 5]).clamp(true)
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-[7.9rem]" aria-hidden>
      <path
        d={`M4 ${FLOOR}Q${x(meant.carry / 2)} ${-FLOOR + 6} ${x(meant.carry)} ${FLOOR}H${x(meant.total)}`}
        fill="none"
        stroke="var(--quiet)"
        strokeDasharray="2 2"
      />
      {seen.carry !== null && (
        <path
          d={`M${x(seen.carry) - 2.5} ${FLOOR - 2.5}l5 5m0 -5l-5 5`}
          stroke="var(--hot)"
          strokeWidth={1.3}
        />
      )}
      {seen.total !== null && <circle cx={x(seen.total)} cy={FLOOR} r={2.6} fill="var(--hot)" />}
    </svg>
  )
}
