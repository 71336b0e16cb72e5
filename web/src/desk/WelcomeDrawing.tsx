import { useDrawnWidth } from '../lib/use-drawn-width'

const WIDE = 720
const HIGH = 214
/** Room for the three steps under the drawing (px). */
const FOOT = 30
/** Where the ball lies and where the flag is, on the drawing. */
const BALL = { x: 120, y: 118 }
const FLAG = { x: 590, y: 176 }
const STEPS = [
  { x: BALL.x, words: 'Read the lie' },
  { x: 345, words: 'Take the call' },
  { x: FLAG.x, words: 'Book the finish' },
]

/** What Veltrin does, in one drawing: a ball on a slope, the call for it, and where the balls finish. */
export function WelcomeDrawing() {
  const [drawing, W] = useDrawnWidth(WIDE)
  const k = W / WIDE
  const label = W < 520 ? '54 wedge, ball back' : '54 wedge, ball back, shoulders with the slope'
  return (
    <svg
      ref={drawing}
      viewBox={`0 0 ${W} ${HIGH * k + FOOT}`}
      className="block w-full"
      role="img"
      aria-label="A ball on a down slope. Grey: the flight from a flat lie, which runs over the green. Red: the flight of the call for this slope, which finishes by the flag."
    >
      <g transform={`scale(${k})`}>
        <path
          d={`M0 92 L60 100 L${BALL.x} ${BALL.y + 8} L210 148 Q300 180 380 180 L480 180 Q500 176 520 176 L650 176 Q680 178 ${WIDE} 190 V${HIGH}H0z`}
          fill="var(--turf-fill)"
          stroke="var(--earth)"
          strokeWidth={1.4}
        />
        <path d="M500 176 H655" stroke="var(--turf)" strokeWidth={4} />
        <path
          d={`M${FLAG.x} ${FLAG.y}V118l26 8 -26 8`}
          fill="var(--hot)"
          stroke="var(--ink)"
          strokeWidth={1.4}
        />
        <path
          d={`M${BALL.x} ${BALL.y} Q330 -20 560 176 L690 178`}
          fill="none"
          stroke="var(--quiet)"
          strokeWidth={1.6}
          strokeDasharray="6 5"
        />
        <path
          d={`M${BALL.x} ${BALL.y} Q330 -52 540 175 Q560 168 ${FLAG.x - 12} 174`}
          fill="none"
          stroke="var(--hot)"
          strokeWidth={2.4}
        />
        {[-26, -9, 4, 12, 25].map((at, i) => (
          <circle key={at} cx={FLAG.x - 12 + at} cy={173 - (i % 2)} r={2.6} fill="var(--hot)" />
        ))}
        <circle cx={BALL.x} cy={BALL.y} r={8} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.6} />
      </g>
      <text x={(BALL.x - 16) * k} y={84 * k} textAnchor="end" className="halo">
        7° down
      </text>
      <text x={338 * k} y={Math.max(14, 22 * k)} textAnchor="middle" className="halo" fill="var(--hot)">
        {label}
      </text>
      <text x={W - 4} y={104 * k} textAnchor="end" className="halo quiet">
        dashed: from a flat lie
      </text>
      {STEPS.map(({ x, words }, i) => (
        <text key={words} x={x * k} y={HIGH * k + 22} textAnchor="middle">
          <tspan className="figure" fill="var(--hot)">
            {i + 1}
          </tspan>{' '}
          <tspan>{words}</tspan>
        </text>
      ))}
    </svg>
  )
}
