import type { Trial } from '../api/client'
import { rings } from '../lib/geometry'
import { distance } from '../lib/units'
import { useDrawnWidth } from '../lib/use-drawn-width'
import { useUnits } from '../lib/use-units'
import { counted } from '../lib/counted'

const WIDEST = 520
const H = 300
const TONE = { a: 'var(--hot)', b: 'var(--second)' }

/** Both ways' finishes about the target, the player below; each mean with the nine-in-ten interval along and across. */
export function Clouds({ trial }: { trial: Trial }) {
  const units = useUnits()
  const [drawing, W] = useDrawnWidth(WIDEST)
  if (trial.balls.length === 0)
    return <p className="text-quiet">This chart shows where the balls finish, from the first one on.</p>
  // The intervals of few balls reach further than the balls.
  const along = Math.max(
    2,
    ...trial.balls.map((ball) => Math.abs(ball.past_m)),
    ...trial.clouds.map((cloud) => Math.abs(cloud.past_m) + cloud.past_within_m),
  )
  const across = Math.max(
    2,
    ...trial.balls.map((ball) => Math.abs(ball.side_m)),
    ...trial.clouds.map((cloud) => Math.abs(cloud.side_m) + cloud.side_within_m),
  )
  const k = Math.min((H / 2 - 22) / along, (W / 2 - 22) / across)
  const [cx, cy] = [W / 2, H / 2]
  const place = (past: number, side: number) => `translate(${cx + side * k} ${cy - past * k})`
  return (
    <figure aria-label="Where the balls finished">
      <svg
        ref={drawing}
        viewBox={`0 0 ${W} ${H}`}
        className="block w-full max-w-[56rem] border border-rule bg-lit"
        role="img"
        aria-label={`Finishes of ${counted(trial.balls.length, 'ball')} about the target, A and B`}
      >
        <line x1={cx} x2={cx} y1={0} y2={H} stroke="var(--rule)" />
        <line x1={0} x2={W} y1={cy} y2={cy} stroke="var(--rule)" />
        {rings(W / 2 / k, 5).map((ring) => (
          <g key={ring}>
            <circle cx={cx} cy={cy} r={ring * k} fill="none" stroke="var(--faint)" strokeDasharray="2 4" />
            {ring * k < W / 2 - 30 && (
              <text x={cx + ring * k + 3} y={cy + 14} className="figure quiet halo">
                {distance(ring, units)}
              </text>
            )}
          </g>
        ))}
        {trial.balls.map((ball, i) => (
          <g key={i} transform={place(ball.past_m, ball.side_m)}>
            {ball.arm === 'a' ? (
              <circle r={4.5} fill={TONE.a} fillOpacity={0.6} />
            ) : (
              <path d="M-4 -4h8v8h-8z" fill={TONE.b} fillOpacity={0.6} />
            )}
          </g>
        ))}
        {trial.clouds.map((cloud) => {
          const [side, past] = [cloud.side_within_m * k, cloud.past_within_m * k]
          return (
            <g key={cloud.arm} transform={place(cloud.past_m, cloud.side_m)} stroke={TONE[cloud.arm]}>
              <ellipse rx={side} ry={past} fill="none" strokeWidth={1.4} strokeDasharray="5 3" />
              <path d={`M${-side} 0H${side}M0 ${-past}V${past}`} strokeWidth={2.4} />
            </g>
          )
        })}
        <text x={8} y={16} className="quiet">
          past
        </text>
        <text x={8} y={H - 8} className="quiet">
          short, towards the player
        </text>
        <text x={W - 8} y={16} textAnchor="end" className="quiet">
          {units.distance}
        </text>
      </svg>
      <figcaption className="text-small text-quiet">
        <b className="text-hot">A</b> dots, <b className="text-second">B</b> squares; crosses: the averages,
        with the range that holds the true average 9 times in 10.
      </figcaption>
    </figure>
  )
}
