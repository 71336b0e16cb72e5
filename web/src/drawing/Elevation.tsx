import type { Call } from '../api/client'
import { coverOf } from '../shot/covers'
import { ticks } from 'd3-array'
import { polyline, RAD } from '../lib/geometry'
import { boxOf } from '../shot/line'
import { snap, type Reading } from '../shot/reading'
import { scaleOf, show, trim } from '../lib/units'
import { Handle } from './Handle'
import { areaFill, AreaHatches, Hatches } from './hatch'
import type { LineScale } from './line-scale'
import { Obstacles } from './Obstacles'
import { useUnits } from '../lib/use-units'
import { type NumberKey, NUMBERS } from '../shot/numbers'

const ELEV_H = 214
export const TALLEST = 140
/** How much of the sky a phone leaves out. */
export const LOW_CUT = 50
/** And how much the Bench does, for the row of words above. */
export const WIDE_CUT = 19
const FLOOR = 188

export interface Drawn {
  call: Call
  tone: 'hot' | 'second'
}

interface ElevationProps {
  reading: Reading
  drawn: Drawn[]
  scale: LineScale
  cut: number
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
  return polyline(points.map(([x, , z]) => [scale.x(x), scale.y(z)]))
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

function Axis({ scale }: { scale: LineScale }) {
  const units = useUnits()
  const unit = scaleOf('distance', units)
  const end = unit.toShown(scale.end)
  return (
    <g>
      {ticks(0, end, scale.width / 62).map((shown) => (
        <g key={shown} transform={`translate(${scale.x(unit.fromShown(shown))} ${FLOOR})`}>
          <line y2={5} stroke="var(--quiet)" />
          <text className="figure quiet" y={18} textAnchor="middle">
            {trim(shown, 1)}
          </text>
        </g>
      ))}
    </g>
  )
}

function Flag({ x, y }: { x: number; y: number }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <line y2={-46} stroke="var(--ink)" strokeWidth={1.5} />
      <path d="M0 -46 17 -40 0 -34z" fill="var(--paper-lit)" stroke="var(--ink)" strokeWidth={1.3} />
    </g>
  )
}

/** The ground along the line: level at the ball, climbing or falling to the green, tilted there, level beyond. */
function Ground({ reading, scale }: { reading: Reading; scale: LineScale }) {
  const bends = [0, Math.max(reading.front, 1), Math.max(reading.back, 1)]
  const profile = `M0 ${scale.y(0)}${bends.map((x) => `L${scale.x(x)} ${scale.y(scale.ground(x))}`).join('')}H${scale.width}`
  return (
    <>
      <path d={`${profile}V${FLOOR}H0z`} fill="url(#elev-earth)" />
      <path d={profile} fill="none" stroke="var(--earth)" strokeWidth={1.4} />
    </>
  )
}

/** What lies on the line itself, as bands in the ground. */
function Bands({ reading, scale }: { reading: Reading; scale: LineScale }) {
  return (
    <>
      {reading.areas.map((area, i) => {
        const box = boxOf(area.points)
        if (box.y0 > 0 || box.y1 < 0 || box.x1 < 0) return null
        const x0 = Math.max(box.x0, 0)
        const [a, b] = [scale.x(x0), Math.min(scale.x(box.x1), scale.width)]
        const [ya, yb] = [scale.y(scale.ground(x0)), scale.y(scale.ground(box.x1))]
        return (
          <path
            key={i}
            d={`M${a} ${ya}L${b} ${yb}v9L${a} ${ya + 9}z`}
            fill={areaFill('elev', area.kind)}
            stroke="var(--earth)"
            strokeWidth={0.8}
          />
        )
      })}
    </>
  )
}

function Green({ reading, scale }: { reading: Reading; scale: LineScale }) {
  const front = scale.x(reading.front)
  const back = Math.min(scale.x(reading.back), scale.width)
  const near = scale.y(scale.ground(reading.front))
  const far = scale.y(scale.ground(reading.back))
  return (
    <path
      d={`M${front} ${near}L${back} ${far}v5L${front} ${near + 5}z`}
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
  const y = scale.y(0)
  return (
    <path
      d={`M${x - half} ${y - rise}L${x + half} ${y + rise}V${y + 18}H${x - half}z`}
      fill="url(#elev-earth)"
      stroke="var(--earth)"
    />
  )
}

/** The lip of a bunker, or a bank, that has to be cleared. */
function Lip({ reading, scale }: { reading: Reading; scale: LineScale }) {
  if (reading.lip === 0 || coverOf(reading.cover).group !== 'sand') return null
  const x = scale.x(reading.lipAt)
  const y = scale.y(0)
  return (
    <path
      d={`M${scale.x(0) + 22} ${y + 2}Q${x - 4} ${y} ${x} ${scale.y(reading.lip)}h7V${y + 4}H${scale.x(0) + 22}z`}
      fill="url(#elev-sand)"
      stroke="var(--earth)"
    />
  )
}

function Mark({ x, y, label, tone }: { x: number; y: number; label: string; tone: 'hot' | 'second' }) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <path d="M-4 -4 4 4M-4 4 4 -4" stroke={`var(--${tone})`} strokeWidth={1.6} />
      <title>{label}</title>
    </g>
  )
}

/** From the side, heights true: flights, bounces, run, the green, the flag and what stands in the way. */
export function Elevation({ reading, drawn, scale, cut, onDrag, onRelease, onStep }: ElevationProps) {
  const units = useUnits()
  const first = drawn[0]
  const flagX = scale.x(reading.flag)
  const level = (x: number) => scale.y(scale.ground(x))
  const grip = (
    key: NumberKey & ('front' | 'back' | 'flag' | 'land'),
    at: number,
    y: number,
    label: string,
    spoken = show(at, 'distance', units),
  ) => (
    <Handle
      x={Math.max(10, Math.min(scale.width - 10, scale.x(at)))}
      y={y}
      along="x"
      label={label}
      value={at}
      low={NUMBERS[key].low}
      high={NUMBERS[key].high}
      step={NUMBERS[key].step}
      spoken={spoken}
      valueAt={(x) => snap(key, (x - scale.x(0)) / scale.k)}
      onDrag={(value) => onDrag({ [key]: value })}
      onRelease={onRelease}
      onStep={(value) => onStep({ [key]: snap(key, value) })}
    />
  )
  const riseX = Math.min(scale.x(reading.back) + 24, scale.width - 12)
  const lands = reading.land || first?.call.carry_m
  return (
    <svg
      viewBox={`0 ${cut} ${scale.width} ${ELEV_H - cut}`}
      className="block w-full"
      role="group"
      aria-label="The line from the side"
    >
      <Hatches id="elev" />
      <AreaHatches id="elev" />
      <Ground reading={reading} scale={scale} />
      <Bands reading={reading} scale={scale} />
      <Bank fall={reading.fall} scale={scale} />
      <Lip reading={reading} scale={scale} />
      <Green reading={reading} scale={scale} />
      <Axis scale={scale} />
      <Flag x={flagX} y={level(reading.flag)} />
      {first?.call.detail && <Track {...first.call.detail.ghost} tone="ghost" scale={scale} />}
      {[...drawn]
        .reverse()
        .map(({ call, tone }) =>
          call.detail ? <Track key={call.id} {...call.detail} tone={tone} scale={scale} /> : null,
        )}
      {drawn
        .filter(({ call }) => call.target.name === 'flag')
        .map(({ call, tone }) => (
          <Mark key={call.id} x={scale.x(call.carry_m)} y={level(call.carry_m)} tone={tone} label="lands" />
        ))}
      <circle
        cx={scale.x(0)}
        cy={scale.y(0) - 4}
        r={4}
        fill="var(--ball)"
        stroke="var(--ink)"
        strokeWidth={1.4}
      />
      {first?.call.target.name === 'flag' && (
        <circle
          cx={scale.x(first.call.total_m)}
          cy={level(first.call.total_m) - 4}
          r={4}
          fill="var(--hot)"
          stroke="var(--hot)"
        />
      )}
      <Obstacles
        obstacles={reading.obstacles}
        scale={scale}
        onChange={(obstacles, isDrag) => (isDrag ? onDrag : onStep)({ obstacles })}
        onRelease={onRelease}
      />
      {grip('front', reading.front, level(reading.front) + 14, 'Front edge of the green')}
      {grip('back', reading.back, level(reading.back) + 14, 'Back edge of the green')}
      {grip('flag', reading.flag, level(reading.flag) - 58, 'Distance to the flag')}
      {first?.call.target.name === 'flag' && lands !== undefined && lands > 0.5 && (
        <>
          <line
            x1={scale.x(lands)}
            x2={scale.x(lands)}
            y1={level(lands) - 18}
            y2={level(lands)}
            stroke="var(--hot)"
            strokeDasharray={reading.land ? undefined : '2 3'}
          />
          {grip(
            'land',
            lands,
            level(lands) - 24,
            'Landing place',
            `${show(lands, 'distance', units)}${reading.land ? ', fixed' : ', automatic'}`,
          )}
        </>
      )}
      <Handle
        x={riseX}
        y={scale.y(reading.rise)}
        along="y"
        label="Height of the green"
        value={reading.rise}
        low={NUMBERS.rise.low}
        high={NUMBERS.rise.high}
        step={NUMBERS.rise.step}
        spoken={show(reading.rise, 'distance', units)}
        valueAt={(_, y) => snap('rise', (scale.y(0) - y) / (scale.k * scale.lift))}
        onDrag={(rise) => onDrag({ rise })}
        onRelease={onRelease}
        onStep={(rise) => onStep({ rise: snap('rise', rise) })}
      />
    </svg>
  )
}
