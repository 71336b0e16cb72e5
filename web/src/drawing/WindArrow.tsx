import { fromLine } from '../shot/day'
import { type Reading } from '../shot/reading'
import { sideOfWind, speedWords } from '../shot/sky-words'
import { Grip } from './Grip'
import { tailOf, windAt, windStep } from './WindFromAbove'
import { useUnits } from '../lib/use-units'
import { NUMBERS } from '../shot/numbers'

const PER_M_S = 2.6

interface WindArrowProps {
  reading: Reading
  x: number
  y: number
  /** Driven by the mast: not to be dragged. */
  isLed: boolean
  onDrag: (patch: Partial<Reading>) => void
  onRelease: () => void
  onStep: (patch: Partial<Reading>) => void
}

/** The wind beside the line from above; the line runs to the right. Its tail is dragged to where it comes from. */
export function WindArrow({ reading, x, y, isLed, onDrag, onRelease, onStep }: WindArrowProps) {
  const units = useUnits()

  // The drawing of the Conditions has the line pointing up: a quarter turn.
  const [ax, ay] = tailOf(reading, PER_M_S)
  const [dx, dy] = [-ay, ax]
  const angle = (Math.atan2(-dy, -dx) * 180) / Math.PI
  const words = reading.wind === 0 ? 'calm' : speedWords(reading.wind, units)
  return (
    <g aria-label="Wind" role="group">
      <circle cx={x} cy={y} r={14} fill="none" stroke="var(--rule)" />
      <circle cx={x} cy={y} r={1.5} fill="var(--second)" />
      {reading.wind > 0 && (
        <g stroke="var(--second)" strokeWidth={2.2} fill="none">
          <line x1={x + dx} y1={y + dy} x2={x} y2={y} />
          <path d="M-6 -4 0 0 -6 4" transform={`translate(${x} ${y}) rotate(${angle})`} />
        </g>
      )}
      <text x={x + 22} y={y - 12} className="halo quiet">
        {words}
      </text>
      {!isLed && (
        <Grip
          small
          gear={0.35}
          x={x + dx}
          y={y + dy}
          label="Wind"
          value={reading.wind}
          high={NUMBERS.wind.high}
          spoken={reading.wind === 0 ? 'calm' : `${words} ${sideOfWind(fromLine(reading))}`}
          onMove={(px, py) => onDrag(windAt(py - y, -(px - x), PER_M_S, reading))}
          onRelease={onRelease}
          onStep={(along, up) => onStep(windStep(reading, along, up))}
        />
      )}
    </g>
  )
}
