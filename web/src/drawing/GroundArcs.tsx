import type { Odds, Setup } from '../api/client'
import { arcHeight, arcOf, polyline, type ArcShape } from '../lib/geometry'
import { small, type Units } from '../lib/units'
import { offWords } from '../shot/strike-words'

interface ArcsProps {
  setup: Setup
  odds: Odds
  mm: number
  /** Height of the ground proper or the sand's surface above the ball's bottom (mm): where the head first touches. */
  surface: number
  ball: number
}

function arcPath(arc: ArcShape, mm: number): string {
  const points = []
  for (let x = -190; x <= 215; x += 5) points.push([x * mm, -arcHeight(arc, x / 1000) * 1000 * mm] as const)
  return polyline(points)
}

function arcsOf(setup: Setup): { good: ArcShape; bare: ArcShape; differs: boolean } {
  const good = arcOf(setup.low_point_m, setup.arc_m, setup.edge_m)
  const bare = { ...good, low: setup.uncorrected_low_point_m }
  return { good, bare, differs: Math.abs(bare.low - good.low) > 0.015 }
}

/** The ploughed way of a splash: in behind the ball, under it, out again. */
function SplashWay({ setup, mm, surface }: Omit<ArcsProps, 'odds' | 'ball'>) {
  const from = -setup.entry_m * 1000
  const length = Math.min(setup.mark_m * 1000, 330)
  const slope = (4 * setup.mark_depth_m) / Math.max(setup.mark_m, 0.01)
  const points: [number, number][] = [[(from - 120) * mm, -(surface + 120 * slope) * mm]]
  for (let i = 0; i <= 20; i += 1) {
    const share = i / 20
    const depth = 4000 * setup.mark_depth_m * share * (1 - share)
    points.push([(from + share * length) * mm, -(surface - depth) * mm])
  }
  points.push([(from + length + 90) * mm, -(surface + 90 * slope) * mm])
  return <path d={polyline(points)} fill="none" stroke="var(--hot)" strokeWidth={2} />
}

/** How far the edge may pass deeper or higher at the ball: a bracket to scale. */
function Bracket({ setup, odds, mm, ball }: Omit<ArcsProps, 'surface'>) {
  const x = -ball / 2 - 7
  const at = -setup.edge_m * 1000 * mm
  const up = at - odds.high_m * 1000 * mm
  const down = at + odds.deep_m * 1000 * mm
  return (
    <path
      d={`M${x - 4} ${up}h8M${x - 4} ${down}h8M${x} ${up}V${down}M${x - 2.5} ${at}h5`}
      stroke="var(--hot)"
      strokeWidth={1.4}
      fill="none"
    />
  )
}

/** The head's arc as set up and as the player would stand upright, with the band in which it may touch early. */
export function Arcs(props: ArcsProps) {
  const { setup, odds, mm, surface } = props
  const { good, bare, differs } = arcsOf(setup)
  const early = Math.min(odds.early_m * 1000, 120) * mm
  const from = setup.blow === 'splash' ? -setup.entry_m * 1000 * mm : 0
  const y = -surface * mm
  return (
    <g>
      {setup.blow !== 'edge' && early > 1 && (
        <path
          d={`M${from - early} ${y}v5h${early}v-5z`}
          fill="var(--hot)"
          fillOpacity={0.22}
          stroke="var(--hot)"
          strokeWidth={0.8}
        />
      )}
      <Bracket {...props} />
      {setup.blow === 'splash' ? (
        <SplashWay setup={setup} mm={mm} surface={surface} />
      ) : (
        <>
          {differs && (
            <path
              d={arcPath(bare, mm)}
              fill="none"
              stroke="var(--quiet)"
              strokeWidth={1.6}
              strokeDasharray="6 4"
            />
          )}
          <path d={arcPath(good, mm)} fill="none" stroke="var(--hot)" strokeWidth={2} />
        </>
      )}
    </g>
  )
}

export interface LowMark {
  /** Where it is, ahead of the ball and below the ball's bottom (m). */
  at: number
  depth: number
  words: string[]
  hot: boolean
}

/** What standing upright would do. */
function uprightWords(setup: Setup, units: Units): string[] {
  const low = setup.uncorrected_low_point_m
  const where = `${small(Math.abs(low), units)} ${low < 0 ? 'behind the ball' : 'ahead of the ball'}`
  const early = setup.upright_early_m
  const strike = early > 0.004 ? `${small(early, units)} fat` : setup.upright_thin ? 'thin' : 'still clean'
  return [`standing upright: low point ${where}`, strike]
}

/** The marks to label on the section: where the arc bottoms out, or where a splash goes in. */
export function lowMarks(setup: Setup, odds: Odds, units: Units): LowMark[] {
  const { good, bare, differs } = arcsOf(setup)
  const window = `room for error: ${offWords(setup, odds, units)}`
  if (setup.blow === 'splash') {
    const mark = `in ${small(setup.entry_m, units)} behind the ball, mark ${small(setup.mark_m, units)}`
    const at = -setup.entry_m + setup.mark_m / 2
    return [{ at, depth: setup.mark_depth_m, words: [mark, window], hot: true }]
  }
  const lowest =
    setup.blow === 'edge'
      ? 'edge laid on the ball, no ground'
      : `low point ${small(Math.abs(good.low), units)} ${good.low < 0 ? 'behind' : 'ahead of'} the ball`
  const first = { at: good.low, depth: good.depth, words: [lowest, window], hot: true }
  if (!differs || setup.blow === 'edge') return [first]
  return [first, { at: bare.low, depth: bare.depth, words: uprightWords(setup, units), hot: false }]
}
