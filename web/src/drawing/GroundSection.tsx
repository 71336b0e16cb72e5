import type { Call } from '../api/client'
import { BALL_MM, coverOf, hasGrass } from '../shot/covers'
import { RAD } from '../lib/geometry'
import { deepest, snap, type Reading } from '../shot/reading'
import { giveWords } from '../shot/words'
import { Arcs, lowMarks, type LowMark } from './GroundArcs'
import { CoverBehind, CoverFront } from './GroundCover'
import { Handle } from './Handle'
import { Hatches } from './hatch'
import { useUnits } from '../lib/use-units'
import { type NumberKey, NUMBERS } from '../shot/numbers'

const GROUND_W = 372
const GROUND_H = 284
const MM = 1.05 // pixels per millimetre, everything in this drawing
const BALL = BALL_MM * MM
const ORIGIN = { x: 172, y: 134 }
const REACH = 320
const TIPS_X = 96
const SEAT = { x: 224, top: 86, length: 80 }
const GIVE = { y: GROUND_H - 14, from: 128, to: GROUND_W - 22 }
const LABELS_Y = [208, 240] as const

/** A point of the tilted ground on the page. */
function turned(along: number, down: number, tilt: number) {
  return {
    x: ORIGIN.x + along * Math.cos(tilt * RAD) - down * Math.sin(tilt * RAD),
    y: ORIGIN.y + along * Math.sin(tilt * RAD) + down * Math.cos(tilt * RAD),
  }
}

interface GroundProps {
  reading: Reading
  call: Call | undefined
  fallShown: string
  sunkShown: string
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

/** Half as wide as a letter of a label is high, about: how wide its plate is. */
const LETTER_W = 6.4

/**
 * A level label inside the drawing: the dot before it is the one at its place on the arc. No line leads there: it would
 * cross the label above. A plate keeps the words clear of grass and arcs.
 */
function LowLabel({ at, depth, y, words, hot, tilt }: LowMark & { y: number; tilt: number }) {
  const point = turned(at * 1000 * MM, depth * 1000 * MM, tilt)
  const x = GROUND_W / 2 + 8
  const isInside = point.x > 4 && point.x < GROUND_W - 4 && point.y < LABELS_Y[0] - 14
  const colour = hot ? 'var(--hot)' : 'var(--quiet)'
  const half = (Math.max(...words.map((line) => line.length)) * LETTER_W) / 2
  const dot = { r: 3.4, fill: hot ? colour : 'var(--paper)', stroke: colour, strokeWidth: 1.6 }
  return (
    <g>
      <rect
        x={x - half - 14}
        y={y - 12}
        width={2 * half + 20}
        height={words.length * 15 + 1}
        fill="var(--paper)"
        fillOpacity={0.82}
      />
      {isInside && (
        <>
          <circle cx={point.x} cy={point.y} {...dot} />
          <circle cx={x - half - 6} cy={y - 4} {...dot} />
        </>
      )}
      {words.map((line, i) => (
        <text
          key={line}
          x={x}
          y={y + i * 15}
          textAnchor="middle"
          className="halo"
          style={{ fill: colour, fontWeight: hot && i === 0 ? 600 : 400 }}
        >
          {line}
        </text>
      ))}
    </g>
  )
}

type GripProps = Pick<GroundProps, 'onDrag' | 'onRelease' | 'onStep'> & {
  read: Extract<NumberKey, 'fall' | 'sunk' | 'grass' | 'give'>
  label: string
  reading: Reading
  spoken: string
  x: number
  y: number
  along: 'x' | 'y'
  high?: number
  up?: 1 | -1
  /** What a pointer at this place means. */
  valueAt: (x: number, y: number) => number
}

/** A grip that sets one reading. */
function Grip({ read, reading, high, valueAt, onDrag, onRelease, onStep, ...shape }: GripProps) {
  const range = NUMBERS[read]
  const within = (value: number) => Math.min(high ?? range.high, snap(read, value))
  return (
    <Handle
      {...shape}
      value={reading[read]}
      low={range.low}
      high={high ?? range.high}
      step={range.step}
      valueAt={(x, y) => within(valueAt(x, y))}
      onDrag={(value) => onDrag({ [read]: value })}
      onRelease={onRelease}
      onStep={(value) => onStep({ [read]: within(value) })}
    />
  )
}

/** The four grips: tilt of the ground, seat of the ball, tips of the grass, give of the earth. */
function Grips(props: GroundProps) {
  const { reading, fallShown, sunkShown, onDrag, onRelease, onStep } = props
  const tilt = reading.fall
  const hands = { reading, onDrag, onRelease, onStep }
  const over = reading.sunk * BALL
  const most = deepest(reading)
  const tips = turned(TIPS_X, -over, tilt)
  const end = { x: ORIGIN.x + 168 * Math.cos(tilt * RAD), y: ORIGIN.y + 168 * Math.sin(tilt * RAD) }
  const give = giveWords(reading.give)
  const across = GIVE.to - GIVE.from
  return (
    <>
      <Grip
        {...hands}
        {...end}
        read="fall"
        label="Fall of the ground"
        along="y"
        up={-1}
        spoken={fallShown}
        valueAt={(x, y) => Math.atan2(y - ORIGIN.y, Math.max(20, x - ORIGIN.x)) / RAD}
      />
      {most > 0 && (
        <>
          <line
            x1={SEAT.x}
            y1={SEAT.top}
            x2={SEAT.x}
            y2={SEAT.top + SEAT.length}
            stroke="var(--faint)"
            strokeDasharray="1 4"
          />
          <text x={SEAT.x} y={SEAT.top - 14} textAnchor="middle" className="halo quiet">
            seat
          </text>
          <Grip
            {...hands}
            x={SEAT.x}
            y={SEAT.top + (reading.sunk / most) * SEAT.length}
            read="sunk"
            label="Seat of the ball"
            along="y"
            up={-1}
            high={most}
            spoken={sunkShown}
            valueAt={(_, y) => ((y - SEAT.top) / SEAT.length) * most}
          />
        </>
      )}
      {hasGrass(reading.cover) && (
        <Grip
          {...hands}
          {...tips}
          read="grass"
          label="Tips of the grass"
          along="y"
          spoken={`${reading.grass} mm`}
          valueAt={(x, y) => {
            const up = (x - ORIGIN.x) * Math.sin(tilt * RAD) - (y - ORIGIN.y) * Math.cos(tilt * RAD)
            return reading.grass + (up - over) / MM
          }}
          onDrag={({ grass }) => onDrag(withSeat(reading, grass))}
          onStep={({ grass }) => onStep(withSeat(reading, grass))}
        />
      )}
      {coverOf(reading.cover).group !== 'sand' && (
        <>
          <text x={10} y={GIVE.y + 4} className="halo quiet">
            {`ground ${give}`}
          </text>
          <line
            x1={GIVE.from}
            y1={GIVE.y}
            x2={GIVE.to}
            y2={GIVE.y}
            stroke="var(--faint)"
            strokeDasharray="1 4"
          />
          <Grip
            {...hands}
            x={GIVE.from + (reading.give / 100) * across}
            y={GIVE.y}
            read="give"
            label="Softness of the ground"
            along="x"
            spoken={give}
            valueAt={(x) => (100 * (x - GIVE.from)) / across}
          />
        </>
      )}
    </>
  )
}

/** Longer grass around a ball that stays where it is above the soil: its depth below the tips grows with it. */
function withSeat(reading: Reading, grass: number | undefined): Partial<Reading> {
  const height = grass ?? reading.grass
  const room = Math.max(reading.grass - reading.sunk * BALL_MM, 0)
  return { grass: height, sunk: snap('sunk', Math.max(height - room, 0) / BALL_MM) }
}

/** The ground under the ball in section, to scale, with the head's arc and how far it may be off. */
export function GroundSection(props: GroundProps) {
  const units = useUnits()
  const { reading, call, fallShown } = props
  const tilt = reading.fall
  const cover = coverOf(reading.cover)
  const over = reading.sunk * BALL_MM
  const top = hasGrass(reading.cover) ? reading.grass : cover.mm
  const shape = { ...reading, id: 'ground', mm: MM, top, over, reach: REACH }
  const surface =
    cover.group === 'sand' || cover.group === 'bare' ? over : cover.group === 'divot' ? 0 : over - top
  // The ball is its own ruler: its measure stands clear of the tips, and goes where grass fills the drawing.
  const ruler = Math.max(58, hasGrass(reading.cover) ? over * MM + 12 : 0)
  const isRulerClear = ruler <= ORIGIN.y - 22
  const marks = call ? lowMarks(call.setup, call.odds, units) : []
  return (
    <svg
      viewBox={`0 0 ${GROUND_W} ${GROUND_H}`}
      className="fixed-drawing block w-full"
      role="group"
      aria-label="Ground under the ball, in section"
    >
      <Hatches id="ground" give={reading.give} />
      <g transform={`translate(${ORIGIN.x} ${ORIGIN.y}) rotate(${tilt})`}>
        <CoverBehind {...shape} />
        <circle cx={0} cy={-BALL / 2} r={BALL / 2} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.6} />
        <CoverFront {...shape} />
        {call && <Arcs setup={call.setup} odds={call.odds} mm={MM} surface={surface} ball={BALL} />}
      </g>
      {marks.map((mark, i) => (
        <LowLabel key={mark.words[0]} {...mark} tilt={tilt} y={LABELS_Y[i] ?? 240} />
      ))}
      {isRulerClear && (
        <g transform={`translate(${ORIGIN.x} ${ORIGIN.y - ruler})`}>
          <path
            d={`M${-BALL / 2} 4v-8M${BALL / 2} 4v-8M${-BALL / 2} 0h${BALL}`}
            stroke="var(--quiet)"
            fill="none"
          />
          <text className="figure quiet halo" y={-8} textAnchor="middle">
            42.7 mm
          </text>
        </g>
      )}
      <line
        x1={ORIGIN.x}
        y1={ORIGIN.y}
        x2={GROUND_W}
        y2={ORIGIN.y}
        stroke="var(--quiet)"
        strokeDasharray="2 4"
      />
      <text
        x={GROUND_W - 6}
        y={ORIGIN.y + (tilt >= 0 ? -15 : 24)}
        textAnchor="end"
        className="figure halo"
        style={{ fontWeight: 600 }}
      >
        {fallShown}
      </text>
      <Grips {...props} />
    </svg>
  )
}
