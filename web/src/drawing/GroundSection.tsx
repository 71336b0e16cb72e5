import type { Setup } from '../api/client'
import { arcHeight, entry, polyline, RAD, type ArcShape } from '../lib/geometry'
import { COVERS, deepest, RANGES, snap, type Reading } from '../lib/reading'
import { small, type Units } from '../lib/units'
import { Handle } from './Handle'
import { Hatches } from './hatch'

const GROUND_W = 372
const GROUND_H = 312
const MM = 1.05 // pixels per millimetre, everything in this drawing
const BALL = 42.67 * MM
const ORIGIN = { x: 172, y: 146 }
const REACH = 320
const TIPS_X = 96

/** A point of the tilted ground on the page. */
function turned(along: number, down: number, tilt: number) {
  return {
    x: ORIGIN.x + along * Math.cos(tilt * RAD) - down * Math.sin(tilt * RAD),
    y: ORIGIN.y + along * Math.sin(tilt * RAD) + down * Math.cos(tilt * RAD),
  }
}

interface GroundProps {
  reading: Reading
  setup: Setup | null
  units: Units
  fallShown: string
  sunkShown: string
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

function arcPath(arc: ArcShape): string {
  const points = []
  for (let mm = -190; mm <= 215; mm += 5)
    points.push([mm * MM, -arcHeight(arc, mm / 1000) * 1000 * MM] as const)
  return polyline(points)
}

/** Grass from the soil to its tips; taller covers stand denser. */
function Blades({ soil, tips }: { soil: number; tips: number }) {
  const tall = soil - tips
  const count = tall > 30 ? 120 : 62
  const blades = []
  for (let i = 0; i < count; i += 1) {
    const x = -REACH + (i * 2 * REACH) / count + ((i * 7) % 5)
    const height = tall * (0.72 + ((i * 13) % 29) / 100)
    if (Math.abs(x) < BALL * 0.3 && tips > -6) continue
    blades.push(`M${x} ${soil}q${((i * 5) % 7) - 3} ${-height * 0.6} ${((i * 3) % 9) - 4} ${-height}`)
  }
  return <path d={blades.join('')} stroke="var(--turf)" strokeWidth={1} fill="none" opacity={0.7} />
}

interface LowMark {
  /** Lowest point ahead of the ball and below the ground line (m). */
  at: number
  depth: number
  y: number
  words: string[]
  hot: boolean
}

/** A level label inside the drawing, tied to its lowest point by a thin line. */
function LowLabel({ at, depth, y, words, hot, tilt }: LowMark & { tilt: number }) {
  const point = turned(at * 1000 * MM, depth * 1000 * MM, tilt)
  const x = Math.max(108, Math.min(GROUND_W - 96, point.x))
  const isInside = point.x > 4 && point.x < GROUND_W - 4
  const colour = hot ? 'var(--hot)' : 'var(--quiet)'
  return (
    <g>
      {isInside && (
        <>
          <circle cx={point.x} cy={point.y} r={3} fill={colour} />
          <line x1={point.x} y1={point.y + 5} x2={x} y2={y - 13} stroke={colour} strokeWidth={0.8} />
        </>
      )}
      {words.map((line, i) => (
        <text
          key={line}
          x={x}
          y={y + i * 15}
          textAnchor="middle"
          className="halo"
          style={{ fill: colour, fontWeight: hot ? 600 : 400 }}
        >
          {line}
        </text>
      ))}
    </g>
  )
}

function arcsOf(setup: Setup): { good: ArcShape; bare: ArcShape; differs: boolean } {
  const radius = setup.arc_m
  const depth = setup.low_point_m ** 2 / (2 * radius)
  const good = { low: setup.low_point_m, radius, depth }
  const bare = { low: setup.uncorrected_low_point_m, radius, depth }
  return { good, bare, differs: Math.abs(bare.low - good.low) > 0.015 }
}

/** What standing upright would do: how far behind the ball the club would be in the ground already. */
function uprightWords(bare: ArcShape, units: Units): string[] {
  const where = `${small(Math.abs(bare.low), units)} ${bare.low < 0 ? 'behind the ball' : 'past the ball'}`
  const early = entry(bare)
  const strike =
    early < -0.005
      ? [`comes down ${small(-early, units)} too early`]
      : early > 0.015
        ? ['thin, then digs in']
        : []
  return [`upright: lowest ${where}`, ...strike]
}

function Labels({ setup, units, tilt }: { setup: Setup; units: Units; tilt: number }) {
  const { good, bare, differs } = arcsOf(setup)
  return (
    <g>
      <LowLabel
        tilt={tilt}
        at={good.low}
        depth={good.depth}
        y={ORIGIN.y + 92}
        hot
        words={['set up so: lowest', `${small(good.low, units)} past the ball`]}
      />
      {differs && (
        <LowLabel
          tilt={tilt}
          at={bare.low}
          depth={bare.depth}
          y={ORIGIN.y + 134}
          hot={false}
          words={uprightWords(bare, units)}
        />
      )}
    </g>
  )
}

function Arcs({ setup }: { setup: Setup }) {
  const { good, bare, differs } = arcsOf(setup)
  return (
    <g>
      {differs && (
        <path d={arcPath(bare)} fill="none" stroke="var(--quiet)" strokeWidth={1.6} strokeDasharray="6 4" />
      )}
      <path d={arcPath(good)} fill="none" stroke="var(--hot)" strokeWidth={2} />
    </g>
  )
}

/** The ground under the ball in section, to scale: tilt it by its end. */
export function GroundSection(props: GroundProps) {
  const { reading, setup, units, fallShown, sunkShown, onDrag, onRelease, onStep } = props
  const tilt = reading.fall
  const end = 168
  const over = reading.sunk * BALL
  const soil = COVERS[reading.cover].mm * MM - over
  const tipsAt = turned(TIPS_X, -over, tilt)
  const handle = { x: ORIGIN.x + end * Math.cos(tilt * RAD), y: ORIGIN.y + end * Math.sin(tilt * RAD) }
  return (
    <svg
      viewBox={`0 0 ${GROUND_W} ${GROUND_H}`}
      className="block w-full"
      role="group"
      aria-label="Ground under the ball, in section"
    >
      <Hatches id="ground" />
      <g transform={`translate(${ORIGIN.x} ${ORIGIN.y}) rotate(${tilt})`}>
        <rect x={-REACH} y={soil} width={2 * REACH} height={360} fill="url(#ground-earth)" />
        <line x1={-REACH} y1={soil} x2={REACH} y2={soil} stroke="var(--earth)" strokeWidth={1.6} />
        <circle cx={0} cy={-BALL / 2} r={BALL / 2} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.6} />
        <Blades soil={soil} tips={-over} />
        {setup && <Arcs setup={setup} />}
      </g>
      {setup && <Labels setup={setup} units={units} tilt={tilt} />}
      <g transform={`translate(${ORIGIN.x + 46} 86)`}>
        <path
          d={`M${-BALL / 2} 4v-8M${BALL / 2} 4v-8M${-BALL / 2} 0h${BALL}`}
          stroke="var(--quiet)"
          fill="none"
        />
        <text className="figure quiet" y={-8} textAnchor="middle">
          42.7 mm
        </text>
      </g>
      <line
        x1={ORIGIN.x}
        y1={ORIGIN.y}
        x2={GROUND_W}
        y2={ORIGIN.y}
        stroke="var(--faint)"
        strokeDasharray="2 4"
      />
      <text
        x={GROUND_W - 8}
        y={handle.y + 28}
        textAnchor="end"
        className="figure halo"
        style={{ fontWeight: 600 }}
      >
        {fallShown}
      </text>
      <Handle
        x={handle.x}
        y={handle.y}
        along="y"
        label="Fall of the ground"
        value={tilt}
        low={RANGES.fall.low}
        high={RANGES.fall.high}
        step={RANGES.fall.step}
        spoken={fallShown}
        up={-1}
        valueAt={(x, y) => snap('fall', Math.atan2(y - ORIGIN.y, Math.max(20, x - ORIGIN.x)) / RAD)}
        onDrag={(fall) => onDrag({ fall })}
        onRelease={onRelease}
        onStep={(fall) => onStep({ fall: snap('fall', fall) })}
      />
      <Handle
        x={tipsAt.x}
        y={tipsAt.y}
        along="y"
        label="Tips of the grass: depth of the ball"
        value={reading.sunk}
        low={RANGES.sunk.low}
        high={deepest(reading.cover)}
        step={RANGES.sunk.step}
        spoken={sunkShown}
        valueAt={(x, y) => {
          const up = (x - ORIGIN.x) * Math.sin(tilt * RAD) - (y - ORIGIN.y) * Math.cos(tilt * RAD)
          return snap('sunk', up / BALL)
        }}
        onDrag={(sunk) => onDrag({ sunk })}
        onRelease={onRelease}
        onStep={(sunk) => onStep({ sunk: snap('sunk', sunk) })}
      />
    </svg>
  )
}
