import type { Call, Share } from '../api/client'
import { areaFill, AreaHatches, Hatches } from './hatch'

const W = 120
const H = 13

/** The hatches that all strips share, once on the page. */
export function StripHatches() {
  return (
    <svg width={0} height={0} className="absolute" aria-hidden>
      <Hatches id="strip" />
      <AreaHatches id="strip" />
    </svg>
  )
}

interface Piece {
  pct: number
  fill: string
  stroke?: string
}

function Strip({ pieces, words }: { pieces: Piece[]; words: string }) {
  const whole = Math.max(
    1,
    pieces.reduce((sum, { pct }) => sum + pct, 0),
  )
  const from = pieces.map((_, i) => pieces.slice(0, i).reduce((sum, { pct }) => sum + pct, 0))
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="img" aria-label={words}>
      {pieces.map(({ pct, fill, stroke }, i) => (
        <rect
          key={i}
          x={((from[i] ?? 0) / whole) * W}
          width={(pct / whole) * W}
          y={0.5}
          height={H - 1}
          fill={fill}
          stroke={stroke ?? 'var(--ink)'}
          strokeWidth={0.8}
        />
      ))}
    </svg>
  )
}

/** Where strikes end, in the hatches of the ground. */
export function EndsStrip({ shares, words }: { shares: readonly Share[]; words: string }) {
  return (
    <Strip words={words} pieces={shares.map(({ pct, kind }) => ({ pct, fill: areaFill('strip', kind) }))} />
  )
}

/** How often it is struck well, heavy, thin. */
export function OddsStrip({ odds, words }: { odds: Call['odds']; words: string }) {
  return (
    <Strip
      words={words}
      pieces={[
        { pct: odds.clean_pct, fill: 'none' },
        { pct: odds.heavy_pct, fill: 'var(--earth)' },
        { pct: odds.thin_pct, fill: 'var(--hot)' },
      ]}
    />
  )
}

/** Metres short of and past the flag that a bar reaches: common to all the calls that stand together. */
export type Reach = readonly [number, number]

export function reachOf(calls: readonly Call[]): Reach {
  const ends = calls.flatMap(({ spread }) =>
    spread ? [spread.short_m, spread.long_m, spread.worst_along_m] : [],
  )
  // One hopeless call must not press all others into a hair.
  const limit = (value: number) => Math.min(60, Math.max(-60, value))
  return [Math.min(-2, ...ends.map(limit)), Math.max(2, ...ends.map(limit))]
}

/** The middle eight in ten along the line, about the flag, and where the worst twentieth ends. */
export function SpreadBar(props: { spread: NonNullable<Call['spread']>; reach: Reach; words: string }) {
  const { spread, reach, words } = props
  const [from, to] = reach
  const x = (metres: number) => 4 + ((W - 8) * (Math.min(to, Math.max(from, metres)) - from)) / (to - from)
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="block w-full" role="img" aria-label={words}>
      <line x1={0} x2={W} y1={H / 2} y2={H / 2} stroke="var(--rule)" />
      <line
        x1={x(spread.short_m)}
        x2={x(spread.long_m)}
        y1={H / 2}
        y2={H / 2}
        stroke="var(--second)"
        strokeWidth={5}
      />
      <circle cx={x(spread.worst_along_m)} cy={H / 2} r={2.6} fill="var(--paper)" stroke="var(--hot)" />
      <path d={`M${x(0)} ${H}V1l5 2-5 2`} fill="var(--paper)" stroke="var(--ink)" strokeWidth={0.9} />
    </svg>
  )
}
