import { fromLine, type DayReading } from '../shot/day'
import { snap, type Reading } from '../shot/reading'
import { sideOfWind, speedWords } from '../shot/sky-words'
import { Grip } from './Grip'
import { useUnits } from '../lib/use-units'
import { NUMBERS } from '../shot/numbers'

const SIZE = 300
const MID = SIZE / 2
const PER_M_S = 8.5
const RINGS = [4, 8, 12]

/** Where a wind's tail stands: `from` clockwise from the line, which points up. */
export function tailOf(day: DayReading, perMetre: number): [number, number] {
  const turn = (fromLine(day) * Math.PI) / 180
  return [day.wind * perMetre * Math.sin(turn), -day.wind * perMetre * Math.cos(turn)]
}

/** Speed and direction of a wind whose tail stands at (x, y) from the middle, the line pointing up. */
export function windAt(x: number, y: number, perMetre: number, day: DayReading): Partial<Reading> {
  const wind = snap('wind', Math.hypot(x, y) / perMetre)
  // Without any speed there is no direction to read off.
  if (wind === 0) return { wind, gust: 0 }
  const turned = (Math.atan2(x, -y) * 180) / Math.PI + (day.windBy === 'compass' ? day.bearing : 0)
  const from = (Math.round(turned / 5) * 5 + 720) % 360
  return { wind, windFrom: from, ...(day.gust > 0 && day.gust < wind ? { gust: 0 } : {}) }
}

/** The wind after steps of the arrow keys: along turns it, up strengthens it. */
export function windStep(reading: Reading, along: number, up: number): Partial<Reading> {
  return {
    ...(along === 0 ? {} : { windFrom: (reading.windFrom + 5 * along + 360) % 360 }),
    ...(up === 0 ? {} : { wind: snap('wind', reading.wind + NUMBERS.wind.step * up) }),
  }
}

interface WindProps {
  reading: Reading
  /** Driven by the mast: not to be dragged. */
  isLed: boolean
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

function North({ bearing }: { bearing: number }) {
  const turn = (-bearing * Math.PI) / 180
  const [x, y] = [MID + 122 * Math.sin(turn), MID - 122 * Math.cos(turn)]
  return (
    <text x={x} y={y + 4} textAnchor="middle" className="halo" fontWeight={700}>
      N
    </text>
  )
}

/** The wind over the shot line from above: its tail is dragged to where it comes from, the further out the stronger. */
export function WindFromAbove({ reading, isLed, onDrag, onRelease, onStep }: WindProps) {
  const units = useUnits()
  const [dx, dy] = tailOf(reading, PER_M_S)
  const [x, y] = [MID + dx, MID + dy]
  const spoken = `${speedWords(reading.wind, units)} ${sideOfWind(fromLine(reading))}`
  const angle = (Math.atan2(-dy, -dx) * 180) / Math.PI
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="block w-full max-w-[340px]"
      role="group"
      aria-label="The wind from above"
    >
      {RINGS.map((speed) => (
        <g key={speed}>
          <circle cx={MID} cy={MID} r={speed * PER_M_S} fill="none" stroke="var(--rule)" />
          <text
            x={MID + speed * PER_M_S * 0.71 + 3}
            y={MID + speed * PER_M_S * 0.71 + 9}
            className="quiet halo"
          >
            {speedWords(speed, units)}
          </text>
        </g>
      ))}
      <line x1={MID} y1={SIZE - 20} x2={MID} y2={24} stroke="var(--hot)" strokeDasharray="5 4" />
      <path d={`M${MID} 14v-12l10 4-10 4`} fill="var(--paper-lit)" stroke="var(--ink)" strokeWidth={1.3} />
      <circle cx={MID} cy={SIZE - 14} r={5} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.5} />
      <text x={MID + 10} y={SIZE - 8} className="quiet">
        ball
      </text>
      {reading.windBy === 'compass' && <North bearing={reading.bearing} />}
      {reading.wind > 0 && (
        <g stroke="var(--second)" strokeWidth={3} fill="none">
          <line x1={x} y1={y} x2={MID} y2={MID} />
          <path d="M-9 -6 0 0 -9 6" transform={`translate(${MID} ${MID}) rotate(${angle})`} />
        </g>
      )}
      {!isLed && (
        <Grip
          x={x}
          y={y}
          label="Wind"
          value={reading.wind}
          high={NUMBERS.wind.high}
          spoken={spoken}
          onMove={(px, py) => onDrag(windAt(px - MID, py - MID, PER_M_S, reading))}
          onRelease={onRelease}
          onStep={(along, up) => onStep(windStep(reading, along, up))}
        />
      )}
    </svg>
  )
}
