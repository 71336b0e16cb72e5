import type { Setup } from '../api/client'
import { RAD } from '../lib/geometry'
import { halfDegree } from '../lib/units'
import { Hatches } from './hatch'

const FACE_W = 300
const FACE_H = 196
const FOOT = { x: 150, y: 140 }
const K = 78 // pixels per metre

interface FaceOnProps {
  setup: Setup
  fall: number
}

interface BodyProps {
  tilt: number
  shoulders: number
  width: number
  lead: number
  lean: number
  ball: number
  ghost: boolean
}

/** A stick figure on its feet, target to the right. The body stands square to `tilt`, shoulders at `shoulders`. */
function Body({ tilt, shoulders, width, lead, lean, ball, ghost }: BodyProps) {
  const half = (width / 2) * K
  const hipX = (lead - 0.5) * half * 1.2
  const hip = { x: hipX, y: -0.86 * K }
  const up = { x: Math.sin(tilt * RAD), y: -Math.cos(tilt * RAD) }
  const chest = { x: hip.x + up.x * 0.5 * K, y: hip.y + up.y * 0.5 * K }
  const s = { x: Math.cos(shoulders * RAD) * 19, y: Math.sin(shoulders * RAD) * 19 }
  const hands = { x: ball + Math.tan(lean * RAD) * 0.82 * K, y: -0.8 * K }
  const tone = ghost ? 'var(--faint)' : 'var(--ink)'
  return (
    <g
      stroke={tone}
      strokeWidth={ghost ? 1.3 : 2.2}
      fill="none"
      strokeLinecap="round"
      strokeDasharray={ghost ? '4 3' : undefined}
    >
      <path d={`M${-half} 0L${hip.x} ${hip.y}L${half} 0`} />
      <path d={`M${hip.x} ${hip.y}L${chest.x} ${chest.y}`} />
      <path d={`M${chest.x - s.x} ${chest.y - s.y}L${chest.x + s.x} ${chest.y + s.y}`} />
      <path
        d={`M${chest.x - s.x} ${chest.y - s.y}L${hands.x} ${hands.y}L${chest.x + s.x} ${chest.y + s.y}`}
        strokeWidth={ghost ? 1 : 1.4}
      />
      <circle cx={chest.x + up.x * 22} cy={chest.y + up.y * 22} r={9} />
      <path
        d={`M${hands.x} ${hands.y}L${ball - 3} -1`}
        stroke={ghost ? tone : 'var(--hot)'}
        strokeWidth={ghost ? 1.2 : 2}
      />
    </g>
  )
}

function Pressure({ lead, stock }: { lead: number; stock: number }) {
  const width = 150
  const x = FACE_W / 2 - width / 2
  return (
    <g transform={`translate(${x} ${FACE_H - 22})`}>
      <rect width={width} height={9} fill="var(--paper-lit)" stroke="var(--ink)" />
      <rect
        x={width * (1 - lead / 100)}
        width={(width * lead) / 100}
        height={9}
        fill="var(--hot)"
        opacity={0.85}
      />
      <line
        x1={width * (1 - stock / 100)}
        x2={width * (1 - stock / 100)}
        y1={-4}
        y2={13}
        stroke="var(--ink)"
        strokeDasharray="2 2"
      />
      <text x={-6} y={9} textAnchor="end" className="figure">
        {Math.round(100 - lead)}
      </text>
      <text x={width + 6} y={9} className="figure" style={{ fill: 'var(--hot)', fontWeight: 600 }}>
        {`${Math.round(lead)} lead`}
      </text>
    </g>
  )
}

/** Notes on the side that the body leans away from. */
function Notes({ setup, isLeft }: { setup: Setup; isLeft: boolean }) {
  const tilt = setup.shoulder_tilt_deg
  const place = { x: isLeft ? 8 : FACE_W - 8, textAnchor: isLeft ? 'start' : 'end' } as const
  const hot = { fill: 'var(--hot)', fontWeight: 600 }
  return (
    <g>
      <text {...place} y={16} style={hot}>
        {Math.abs(tilt) < 0.75
          ? 'shoulders level'
          : `shoulders ${halfDegree(Math.abs(tilt))}° ${tilt > 0 ? 'down' : 'up'}`}
      </text>
      <text {...place} y={31} style={hot}>
        {`shaft leans ${halfDegree(setup.lean_deg)}°`}
      </text>
      <text {...place} y={46} className="quiet">
        {`stock ${halfDegree(setup.stock_lean_deg)}° (dashed)`}
      </text>
    </g>
  )
}

/** Across the line, target to the right: shoulders against the slope, shaft lean, pressure; stock as a ghost. */
export function FaceOnView({ setup, fall }: FaceOnProps) {
  const tilt = setup.shoulder_tilt_deg
  return (
    <svg
      viewBox={`0 0 ${FACE_W} ${FACE_H}`}
      className="block w-full"
      role="img"
      aria-label="Set-up across the line"
    >
      <Hatches id="face" />
      <clipPath id="face-clip">
        <rect width={FACE_W} height={FACE_H - 34} />
      </clipPath>
      <g clipPath="url(#face-clip)">
        <g transform={`translate(${FOOT.x} ${FOOT.y})`}>
          <g transform={`rotate(${fall})`}>
            <rect x={-220} y={0} width={440} height={160} fill="url(#face-earth)" />
            <line x1={-220} x2={220} stroke="var(--earth)" strokeWidth={1.4} />
            <Body
              tilt={-fall}
              shoulders={-fall}
              width={setup.stock_width_m}
              lead={setup.stock_lead_pct / 100}
              lean={setup.stock_lean_deg}
              ball={0.04 * K}
              ghost
            />
            <Body
              tilt={tilt - fall}
              shoulders={tilt - fall}
              width={setup.stance_width_m}
              lead={setup.lead_pct / 100}
              lean={setup.lean_deg}
              ball={(0.04 - setup.ball_back_m) * K}
              ghost={false}
            />
            <circle
              cx={(0.04 - setup.ball_back_m) * K}
              cy={-3}
              r={3}
              fill="var(--ball)"
              stroke="var(--ink)"
            />
          </g>
        </g>
      </g>
      <Notes setup={setup} isLeft={fall > 0} />
      <Pressure lead={setup.lead_pct} stock={setup.stock_lead_pct} />
    </svg>
  )
}
