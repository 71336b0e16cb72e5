import type { Call } from '../api/client'
import { coverOf } from '../lib/covers'
import { axisStep, polyline, RAD } from '../lib/geometry'
import { RANGES, snap, type Reading } from '../lib/reading'
import { scaleOf, show, trim, type Units } from '../lib/units'
import { Handle } from './Handle'
import { Hatches } from './hatch'
import type { LineScale } from './line-scale'

const ELEV_H = 214
export const TALLEST = 140
/** How much of the sky a phone leaves out. */
export const LOW_CUT = 50
const BASE = 168

export interface Drawn {
  call: Call
  tone: 'hot' | 'second'
}

interface ElevationProps {
  reading: Reading
  drawn: Drawn[]
  scale: LineScale
  cut: number
  units: Units
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

type Points = [number, number, number][]

const STROKE = {
  hot: { stroke: 'var(--hot)', strokeWidth: 2.4 },
  second: { stroke: 'var(--second)', strokeWidth: 1.8, strokeDasharray: '7 4' },
  ghost: { stroke: 'var(--quiet)', strokeWidth: 1.3, strokeDasharray: '2 4' },
}

function side(points: Points, scale: LineScale): string {
  return polyline(points.map(([x, , z]) => [scale.x(x), BASE - z * scale.k * scale.lift]))
}

function Track(props: { flight: Points; run: Points; tone: keyof typeof STROKE; scale: LineScale }) {
  const style = { fill: 'none', ...STROKE[props.tone] }
  return (
    <g data-track={props.tone}>
      <path d={side(props.flight, props.scale)} {...style} />
      <path d={side(props.run, props.scale)} {...style} strokeWidth={style.strokeWidth * 0.7} />
    </g>
  )
}

function Axis({ scale, units }: { scale: LineScale; units: Units }) {
  const unit = scaleOf('distance', units)
  const end = unit.toShown(scale.end)
  const step = axisStep(end, scale.width / 62)
  const ticks = []
  for (let shown = 0; shown <= end; shown += step) ticks.push(shown)
  return (
    <g>
      {ticks.map((shown) => (
        <g key={shown} transform={`translate(${scale.x(unit.fromShown(shown))} ${BASE + 20})`}>
          <line y2={5} stroke="var(--quiet)" />
          <text className="figure quiet" y={18} textAnchor="middle">
            {trim(shown, 1)}
          </text>
        </g>
      ))}
    </g>
  )
}

function Flag({ x }: { x: number }) {
  return (
    <g transform={`translate(${x} ${BASE})`}>
      <line y2={-46} stroke="var(--ink)" strokeWidth={1.5} />
      <path d="M0 -46 17 -40 0 -34z" fill="var(--paper-lit)" stroke="var(--ink)" strokeWidth={1.3} />
    </g>
  )
}

function Green({ reading, scale }: { reading: Reading; scale: LineScale }) {
  const front = scale.x(reading.front)
  const back = Math.min(scale.x(reading.back), scale.width)
  const drop = Math.tan(reading.greenFall * RAD) * (back - front) * 0.5
  return (
    <path
      d={`M${front} ${BASE - drop}L${back} ${BASE + drop}v5L${front} ${BASE - drop + 5}z`}
      fill="var(--turf)"
      stroke="var(--turf)"
    />
  )
}

/** The lie's own slope, drawn as a short bank through the ball. */
function Bank({ fall, scale }: { fall: number; scale: LineScale }) {
  const half = 22
  const rise = Math.tan(fall * RAD) * half
  const x = scale.x(0)
  return (
    <path
      d={`M${x - half} ${BASE - rise}L${x + half} ${BASE + rise}V${BASE + 18}H${x - half}z`}
      fill="url(#elev-earth)"
      stroke="var(--earth)"
    />
  )
}

/** The lip of a bunker, or a bank, that has to be cleared. */
function Lip({ reading, scale }: { reading: Reading; scale: LineScale }) {
  if (reading.lip === 0 || coverOf(reading.cover).group !== 'sand') return null
  const x = scale.x(reading.lipAt)
  const top = BASE - reading.lip * scale.k * scale.lift
  return (
    <path
      d={`M${scale.x(0) + 22} ${BASE + 2}Q${x - 4} ${BASE} ${x} ${top}h7V${BASE + 4}H${scale.x(0) + 22}z`}
      fill="url(#elev-sand)"
      stroke="var(--earth)"
    />
  )
}

function Mark({ x, label, tone }: { x: number; label: string; tone: 'hot' | 'second' }) {
  return (
    <g transform={`translate(${x} ${BASE})`}>
      <path d="M-4 -4 4 4M-4 4 4 -4" stroke={`var(--${tone})`} strokeWidth={1.6} />
      <title>{label}</title>
    </g>
  )
}

/** From the side, heights true: flights, bounces, run, the green and the flag. */
export function Elevation({ reading, drawn, scale, cut, units, onDrag, onRelease, onStep }: ElevationProps) {
  const first = drawn[0]
  const flagX = scale.x(reading.flag)
  const edge = (key: 'front' | 'back', label: string) => (
    <Handle
      x={Math.max(10, Math.min(scale.width - 10, scale.x(reading[key])))}
      y={BASE + 14}
      along="x"
      label={label}
      value={reading[key]}
      low={RANGES[key].low}
      high={RANGES[key].high}
      step={RANGES[key].step}
      spoken={show(reading[key], 'distance', units)}
      valueAt={(x) => snap(key, (x - scale.x(0)) / scale.k)}
      onDrag={(value) => onDrag({ [key]: value })}
      onRelease={onRelease}
      onStep={(value) => onStep({ [key]: snap(key, value) })}
    />
  )
  return (
    <svg
      viewBox={`0 ${cut} ${scale.width} ${ELEV_H - cut}`}
      className="block w-full"
      role="group"
      aria-label="The line from the side"
    >
      <Hatches id="elev" />
      <rect x={0} y={BASE} width={scale.width} height={20} fill="url(#elev-earth)" />
      <line x1={0} x2={scale.width} y1={BASE} y2={BASE} stroke="var(--earth)" strokeWidth={1.4} />
      <Bank fall={reading.fall} scale={scale} />
      <Lip reading={reading} scale={scale} />
      <Green reading={reading} scale={scale} />
      <Axis scale={scale} units={units} />
      <Flag x={flagX} />
      {first?.call.detail && <Track {...first.call.detail.ghost} tone="ghost" scale={scale} />}
      {[...drawn]
        .reverse()
        .map(({ call, tone }) =>
          call.detail ? <Track key={call.id} {...call.detail} tone={tone} scale={scale} /> : null,
        )}
      {drawn.map(({ call, tone }) => (
        <Mark key={call.id} x={scale.x(call.carry_m)} tone={tone} label="lands" />
      ))}
      <circle cx={scale.x(0)} cy={BASE - 4} r={4} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.4} />
      {first && (
        <circle cx={scale.x(first.call.total_m)} cy={BASE - 4} r={4} fill="var(--hot)" stroke="var(--hot)" />
      )}
      {edge('front', 'Front edge of the green')}
      {edge('back', 'Back edge of the green')}
      <Handle
        x={flagX}
        y={BASE - 58}
        along="x"
        label="Distance to the flag"
        value={reading.flag}
        low={RANGES.flag.low}
        high={RANGES.flag.high}
        step={RANGES.flag.step}
        spoken={show(reading.flag, 'distance', units)}
        valueAt={(x) => snap('flag', (x - scale.x(0)) / scale.k)}
        onDrag={(flag) => onDrag({ flag })}
        onRelease={onRelease}
        onStep={(flag) => onStep({ flag: snap('flag', flag) })}
      />
    </svg>
  )
}
