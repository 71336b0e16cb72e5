import type { Setup } from '../api/client'
import { RAD } from '../lib/geometry'
import { halfDegree, small } from '../lib/units'
import { useUnits } from '../lib/use-units'

const FEET_W = 330
const FEET_H = 196
const K = 250 // pixels per metre
const BALL = { x: 176 }

interface FeetProps {
  setup: Setup
  leftHanded: boolean
  /** Without its words: in a row of small drawings. */
  plain?: boolean
}

function Shoe({ x, y, turn, ghost }: { x: number; y: number; turn: number; ghost: boolean }) {
  return (
    <path
      transform={`translate(${x} ${y}) rotate(${turn})`}
      d="M-8 30C-12 12-13-14-9-28C-6-38 6-38 9-28C13-14 12 12 8 30C5 38-5 38-8 30z"
      fill={ghost ? 'none' : 'var(--earth-fill)'}
      stroke={ghost ? 'var(--faint)' : 'var(--ink)'}
      strokeWidth={1.4}
      strokeDasharray={ghost ? '3 3' : undefined}
    />
  )
}

interface StanceProps {
  width: number
  /** Turn of the stance line, right positive, degrees. */
  stance: number
  /** How far the ball lies back of its stock place, m. */
  back: number
  hand: number
  ghost: boolean
  line: number
}

/** Both feet. The ball is fixed on the page; the feet move around it. */
function Stance({ width, stance, back, hand, ghost, line }: StanceProps) {
  const centre = BALL.x + (back - 0.02) * K
  const feetY = line - hand * 74
  const half = (width / 2) * K
  const swing = Math.tan(stance * RAD) * half
  const toe = hand > 0 ? 180 : 0
  return (
    <g>
      <Shoe x={centre - half} y={feetY - swing} turn={toe - hand * 6} ghost={ghost} />
      <Shoe x={centre + half} y={feetY + swing} turn={toe + hand * 18} ghost={ghost} />
      {!ghost && (
        <line
          x1={centre - half - 34}
          x2={centre + half + 34}
          y1={feetY + hand * 42 - swing * (1 + 34 / half)}
          y2={feetY + hand * 42 + swing * (1 + 34 / half)}
          stroke="var(--hot)"
          strokeWidth={1.2}
        />
      )}
    </g>
  )
}

/** From above, target to the right: feet around the ball, stance line, path and face, stock as a ghost. */
export function FeetView({ setup, leftHanded, plain = false }: FeetProps) {
  // A right-hander stands to the left of the line, which is up on the page.
  const hand = leftHanded ? -1 : 1
  const line = leftHanded ? 60 : FEET_H - 52
  const wider = setup.stance_width_m - setup.stock_width_m
  const back = setup.ball_back_m
  // An open face looks right of the aim for a right-hander, left for a left-hander (about 0.9 of the turn).
  const face = setup.open_deg * 0.9 * hand
  return (
    <svg
      viewBox={plain ? `52 0 248 ${FEET_H}` : `0 0 ${FEET_W} ${FEET_H}`}
      className="block w-full"
      role="img"
      aria-label="Set-up from above"
    >
      <line x1={8} x2={FEET_W - 12} y1={line} y2={line} stroke="var(--quiet)" strokeDasharray="2 4" />
      <path d={`M${FEET_W - 18} ${line - 4}l8 4-8 4`} fill="none" stroke="var(--quiet)" />
      <Stance width={setup.stock_width_m} stance={0} back={0} hand={hand} ghost line={line} />
      <Stance
        width={setup.stance_width_m}
        stance={setup.stance_deg}
        back={back}
        hand={hand}
        ghost={false}
        line={line}
      />
      <g transform={`translate(${BALL.x} ${line})`}>
        <line
          x1={-70}
          x2={70}
          transform={`rotate(${setup.path_deg})`}
          stroke="var(--hot)"
          strokeDasharray="6 4"
        />
        <line
          y1={-15}
          y2={15}
          x1={-8}
          x2={-8}
          transform={`rotate(${face})`}
          stroke="var(--hot)"
          strokeWidth={3}
        />
        <circle r={5.4} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.6} />
      </g>
      {!plain && <Notes setup={setup} hand={hand} y={leftHanded ? 16 : FEET_H - 21} wider={wider} />}
    </svg>
  )
}

function Notes(props: { setup: Setup; hand: number; y: number; wider: number }) {
  const units = useUnits()
  const { setup, wider, y, hand } = props
  const back = setup.ball_back_m
  const ball =
    Math.abs(back) < 0.006
      ? 'ball in its stock place'
      : `ball ${small(Math.abs(back), units)} ${back > 0 ? 'back' : 'forward'}`
  const width =
    `feet ${small(setup.stance_width_m, units)}` +
    (Math.abs(wider) < 0.015 ? ', as stock' : `, stock ${small(setup.stock_width_m, units)}`)
  const open = setup.stance_deg * hand < 0
  const stance =
    Math.abs(setup.stance_deg) < 0.5
      ? 'stance square'
      : `stance ${halfDegree(Math.abs(setup.stance_deg))}° ${open ? 'open' : 'closed'}`
  const path =
    Math.abs(setup.path_deg) < 0.5
      ? ''
      : `, path ${halfDegree(Math.abs(setup.path_deg))}° ${setup.path_deg > 0 ? 'right' : 'left'}`
  return (
    <g>
      <text x={8} y={y} style={{ fill: 'var(--hot)', fontWeight: 600 }}>
        {ball}
      </text>
      <text x={8} y={y + 15} className="quiet">
        {width}
      </text>
      <text x={FEET_W - 8} y={y + 15} textAnchor="end" className="quiet">
        {stance + path}
      </text>
    </g>
  )
}
