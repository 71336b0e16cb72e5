import { polyline } from '../lib/geometry'
import { AREA_WORDS, boxOf, moveArea, stretchArea, withEntry, type Area } from '../shot/line'
import { show } from '../lib/units'
import { Grip } from './Grip'
import { areaFill } from './hatch'
import type { LineScale } from './line-scale'
import { useUnits } from '../lib/use-units'

interface PlanAreasProps {
  areas: readonly Area[]
  scale: LineScale
  mid: number
  onChange: (areas: readonly Area[], isDrag: boolean) => void
  onRelease: () => void
}

/** The drawn areas: outline and hatch. */
export function AreaShapes({ areas, scale, mid }: Pick<PlanAreasProps, 'areas' | 'scale' | 'mid'>) {
  return (
    <>
      {areas.map((area, i) => (
        <path
          key={i}
          d={`${polyline(area.points.map(([x, y]) => [scale.x(x), mid + y * scale.k]))}z`}
          fill={areaFill('plan', area.kind)}
          stroke={
            area.kind === 'water' ? 'var(--water)' : area.kind === 'out' ? 'var(--quiet)' : 'var(--earth)'
          }
          strokeWidth={1.1}
        >
          <title>{AREA_WORDS[area.kind]}</title>
        </path>
      ))}
    </>
  )
}

/** Their grips: the middle moves an area, its far right corner stretches it, Delete takes it away. */
export function AreaGrips({ areas, scale, mid, onChange, onRelease }: PlanAreasProps) {
  const units = useUnits()
  const metres = (x: number, y: number) => [(x - scale.x(0)) / scale.k, (y - mid) / scale.k] as const
  return (
    <>
      {areas.map((area, i) => {
        const box = boxOf(area.points)
        const [cx, cy] = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
        const put = (next: Area, isDrag: boolean) => onChange(withEntry(areas, i, next), isDrag)
        const words = AREA_WORDS[area.kind]
        const place = `${show(cx, 'distance', units)} on, ${show(Math.abs(cy), 'distance', units)} ${cy < 0 ? 'left' : 'right'}`
        const name = areas.length > 1 ? `${words} ${i + 1}` : words
        return (
          <g key={i}>
            <Grip
              x={scale.x(cx)}
              y={mid + cy * scale.k}
              label={`Move the ${name}`}
              value={cx}
              high={scale.end}
              spoken={place}
              onMove={(x, y) => {
                const [mx, my] = metres(x, y)
                put(moveArea(area, mx - cx, my - cy), true)
              }}
              onRelease={onRelease}
              onStep={(along, up) => put(moveArea(area, 0.5 * along, -0.5 * up), false)}
              onDelete={() => onChange(withEntry(areas, i, null), false)}
            />
            <Grip
              small
              x={scale.x(box.x1)}
              y={mid + box.y1 * scale.k}
              label={`Stretch the ${name}`}
              value={box.x1 - box.x0}
              high={scale.end}
              spoken={`${show(box.x1 - box.x0, 'distance', units)} by ${show(box.y1 - box.y0, 'distance', units)}`}
              onMove={(x, y) => put(stretchArea(area, ...metres(x, y)), true)}
              onRelease={onRelease}
              onStep={(along, up) => put(stretchArea(area, box.x1 + 0.5 * along, box.y1 - 0.5 * up), false)}
            />
          </g>
        )
      })}
    </>
  )
}
