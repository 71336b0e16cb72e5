import { OBSTACLE_WORDS, withEntry, type Obstacle } from '../shot/line'
import { show } from '../lib/units'
import { Grip } from './Grip'
import type { LineScale } from './line-scale'
import { useUnits } from '../lib/use-units'

interface ObstaclesProps {
  obstacles: readonly Obstacle[]
  scale: LineScale
  onChange: (obstacles: readonly Obstacle[], isDrag: boolean) => void
  onRelease: () => void
}

const half = (value: number) => Math.round(value * 2) / 2
const held = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/** A changed place and height, on their steps and inside what the server takes. */
export function placed(obstacle: Obstacle, at: number, high: number): Obstacle {
  return {
    ...obstacle,
    at: held(half(at), 0.5, 250),
    high: held(Math.round(high * 4) / 4, Math.max(0.25, obstacle.low + 0.25), 45),
  }
}

function Shape({ obstacle, scale }: { obstacle: Obstacle; scale: LineScale }) {
  const x0 = scale.x(obstacle.at)
  const x1 = scale.x(obstacle.at + obstacle.deep)
  const ground = scale.ground(obstacle.at)
  const [top, low] = [scale.y(ground + obstacle.high), scale.y(ground + Math.max(0, obstacle.low))]
  if (obstacle.kind === 'mound')
    return (
      <path
        d={`M${x0 - 4} ${low}Q${(x0 + x1) / 2} ${2 * top - low} ${x1 + 4} ${low}z`}
        fill="url(#elev-earth)"
        stroke="var(--earth)"
      />
    )
  const isTree = obstacle.kind === 'tree' || obstacle.kind === 'branch'
  return (
    <rect
      x={x0}
      y={top}
      width={Math.max(2, x1 - x0)}
      height={Math.max(1, low - top)}
      rx={isTree ? 6 : 0}
      fill={isTree ? 'url(#elev-trees)' : 'url(#elev-earth)'}
      stroke={isTree ? 'var(--turf)' : 'var(--earth)'}
      strokeWidth={1.3}
    />
  )
}

/** Things in the way from the side, each with a grip at its top: along moves it, up makes it higher. */
export function Obstacles({ obstacles, scale, onChange, onRelease }: ObstaclesProps) {
  const units = useUnits()

  return (
    <>
      {obstacles.map((obstacle, i) => {
        const put = (next: Obstacle, isDrag: boolean) => onChange(withEntry(obstacles, i, next), isDrag)
        return (
          <g key={i}>
            <Shape obstacle={obstacle} scale={scale} />
            <Grip
              x={scale.x(obstacle.at)}
              y={scale.y(scale.ground(obstacle.at) + obstacle.high)}
              label={OBSTACLE_WORDS[obstacle.kind]}
              value={obstacle.at}
              high={scale.end}
              spoken={`${show(obstacle.at, 'distance', units)} away, ${show(obstacle.high, 'distance', units)} high`}
              onMove={(x, y) =>
                put(
                  placed(
                    obstacle,
                    (x - scale.x(0)) / scale.k,
                    (scale.y(scale.ground(obstacle.at)) - y) / (scale.k * scale.lift),
                  ),
                  true,
                )
              }
              onRelease={onRelease}
              onStep={(along, up) =>
                put(placed(obstacle, obstacle.at + 0.5 * along, obstacle.high + 0.25 * up), false)
              }
              onDelete={() => onChange(withEntry(obstacles, i, null), false)}
            />
          </g>
        )
      })}
    </>
  )
}
