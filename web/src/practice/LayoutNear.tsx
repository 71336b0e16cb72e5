import type { ReadyStation } from '../api/client'
import { measureWords } from './drill-words'
import { useUnits } from '../lib/use-units'

type Item = ReadyStation['items'][number]

const W = 360
const H = 220
/** Pixels a metre. */
const K = 165
const BALL = { x: 190, y: 150 }
/** Where the ball is drawn for a left-hander, who stands below it (px from the top). */
const LEFT_Y = 70

function Thing({ item }: { item: Item }) {
  const points = item.points.map(([x, y]) => [BALL.x + x * K, BALL.y + y * K] as const)
  const [first, last] = [points[0], points.at(-1)]
  if (!first || !last) return null
  const line = { x1: first[0], y1: first[1], x2: last[0], y2: last[1] }
  switch (item.shape) {
    case 'rod':
      return <line {...line} stroke="var(--hot)" strokeWidth={3.4} strokeLinecap="round" />
    case 'towel':
      return <line {...line} stroke="var(--second)" strokeWidth={9} />
    case 'line':
      return <line {...line} stroke="var(--hot)" strokeWidth={2} strokeDasharray="6 3" />
    case 'board':
      return (
        <path
          d={`M${points.map((p) => p.join(' ')).join('L')}z`}
          fill="var(--earth-fill)"
          stroke="var(--earth)"
          strokeWidth={1.6}
        />
      )
    default:
      return <circle cx={first[0]} cy={first[1]} r={4} fill="var(--hot)" stroke="var(--ink)" />
  }
}

function Foot({ x, y, turn }: { x: number; y: number; turn: number }) {
  return (
    <ellipse
      cx={x}
      cy={y}
      rx={8.5}
      ry={22}
      transform={`rotate(${turn} ${x} ${y})`}
      fill="none"
      stroke="var(--quiet)"
      strokeDasharray="3 3"
    />
  )
}

interface LayoutNearProps {
  station: ReadyStation
  leftHanded: boolean
}

/** What is laid out at the ball, from above and to scale, the target to the right. */
export function LayoutNear({ station, leftHanded }: LayoutNearProps) {
  const units = useUnits()
  const items = station.items.filter((item) => item.is_near)
  const { call } = station
  if (items.length === 0 || !call) return null
  // A left-hander stands on the right of the line, which is down on the page.
  const side = leftHanded ? 1 : -1
  const shift = leftHanded ? BALL.y - LEFT_Y : 0
  const centre = BALL.x + (call.setup.ball_back_m - 0.02) * K
  const half = (call.setup.stance_width_m / 2) * K
  const feet = BALL.y + side * 0.62 * K
  const scale = measureWords({ words: '', value: 50, unit: 'cm' }, units)
  return (
    <svg
      viewBox={`0 ${shift} ${W} ${H}`}
      className="block w-full max-w-[34rem]"
      role="img"
      aria-label={`Laid out at the ball: ${items.map(({ words }) => words).join(', ')}`}
    >
      {items
        .filter(({ shape }) => shape === 'board')
        .map((item) => (
          <Thing key={item.words} item={item} />
        ))}
      <Foot x={centre - half} y={feet} turn={side * -6} />
      <Foot x={centre + half} y={feet} turn={side * 14} />
      <line x1={0} x2={W} y1={BALL.y} y2={BALL.y} stroke="var(--quiet)" strokeDasharray="2 4" />
      <path d={`M${W - 9} ${BALL.y - 4}l8 4-8 4`} fill="none" stroke="var(--quiet)" />
      {items
        .filter(({ shape }) => shape !== 'board')
        .map((item, i) => (
          <Thing key={i} item={item} />
        ))}
      <circle cx={BALL.x} cy={BALL.y} r={3.6} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.4} />
      <g transform={`translate(12 ${shift + H - 10})`}>
        <path d={`M0 -4v4h${0.5 * K}v-4`} fill="none" stroke="var(--quiet)" />
        <text x={0.5 * K + 6} className="figure quiet">
          {scale}
        </text>
      </g>
    </svg>
  )
}
