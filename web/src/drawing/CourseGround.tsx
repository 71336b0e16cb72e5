import { polyline } from '../lib/geometry'
import type { AreaKind } from '../shot/line'
import type { Place } from '../shot/mapped'
import { areaFill, AreaHatches, Hatches } from './hatch'

interface CourseGroundProps {
  /** From the bottom to the top. */
  lies: readonly { ground: string; kind: AreaKind; words: string; ring: readonly Place[] }[]
  trees: readonly { at: Place; crown_m: number }[]
  ways: readonly { number: string; way: readonly Place[] }[]
  /** Where a place is on the sheet, and pixels a metre. */
  at: (place: Place) => [number, number]
  k: number
  /** Over a picture: outlines say what it is, their filling lets it through. */
  isThin?: boolean
}

/** Pieces of ground, trees and the ways of holes of a course from above. */
export function CourseGround({ lies, trees, ways, at, k, isThin = false }: CourseGroundProps) {
  return (
    <>
      <Hatches id="course" />
      <AreaHatches id="course" />
      {lies.map((one, i) => (
        <path
          key={i}
          d={`${polyline(one.ring.map(at))}z`}
          fill={one.ground === 'rough' ? 'none' : areaFill('course', one.kind)}
          fillOpacity={isThin ? 0.45 : 1}
          stroke={one.ground === 'water' ? 'var(--water)' : 'var(--earth)'}
          strokeWidth={one.ground === 'green' || isThin ? 1.6 : 0.9}
        >
          <title>{one.words}</title>
        </path>
      ))}
      {trees.map((tree, i) => {
        const [x, y] = at(tree.at)
        return (
          <circle
            key={i}
            cx={x}
            cy={y}
            r={0.5 * tree.crown_m * k}
            fill="var(--turf)"
            fillOpacity={0.3}
            stroke="var(--turf)"
          />
        )
      })}
      {ways.map((hole) => (
        <g key={hole.number} stroke="var(--quiet)" strokeDasharray="2 5" fill="none" aria-hidden>
          <path d={polyline(hole.way.map(at))} />
        </g>
      ))}
    </>
  )
}

/** The numbers of holes, where their ways begin. */
export function HoleNumbers({ ways, at }: Pick<CourseGroundProps, 'ways' | 'at'>) {
  return ways.map((hole) => {
    const [x, y] = at(hole.way[0] ?? [0, 0])
    return (
      <text key={hole.number} x={x} y={y + 4} textAnchor="middle" className="figure halo" aria-hidden>
        {hole.number}
      </text>
    )
  })
}

/** A length on the sheet, at its lower right corner. */
export function ScaleBar({ long, words, x, y }: { long: number; words: string; x: number; y: number }) {
  return (
    <g transform={`translate(${x - long} ${y})`} aria-hidden>
      <path d={`M0 -5V0H${long}V-5`} fill="none" stroke="var(--ink)" />
      <text x={long * 0.5} y={-8} textAnchor="middle" className="figure halo">
        {words}
      </text>
    </g>
  )
}

/** A flag that stands. */
export function FlagMark({ at: [x, y] }: { at: [number, number] }) {
  return (
    <path d={`M${x} ${y}v-14l9 4-9 4`} fill="var(--hot)" stroke="var(--ink)" strokeWidth={1} aria-hidden>
      <title>flag</title>
    </path>
  )
}
