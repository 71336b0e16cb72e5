import type { AreaKind } from '../shot/line'

interface HatchesProps {
  id: string
  /** Softness of the ground in percent: hard earth is ruled close, soft earth wide. */
  give?: number
}

/** Hatches: earth is ruled, turf tufted, sand dotted, so that no ground is told by colour alone. */
export function Hatches({ id, give = 45 }: HatchesProps) {
  const gap = 4 + give / 9
  return (
    <defs>
      <pattern
        id={`${id}-earth`}
        width={gap}
        height={gap}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width={gap} height={gap} fill="var(--earth-fill)" />
        <line
          x1={gap / 2}
          y1={0}
          x2={gap / 2}
          y2={gap}
          stroke="var(--earth)"
          strokeWidth={0.7}
          opacity={0.5}
        />
      </pattern>
      <pattern id={`${id}-turf`} width={12} height={10} patternUnits="userSpaceOnUse">
        <rect width={12} height={10} fill="var(--turf-fill)" />
        <path d="M2 8l1-3 1 3M8 4l1-3 1 3" stroke="var(--turf)" strokeWidth={0.8} fill="none" opacity={0.5} />
      </pattern>
      <pattern id={`${id}-sand`} width={9} height={8} patternUnits="userSpaceOnUse">
        <rect width={9} height={8} fill="var(--sand)" opacity={0.42} />
        <path d="M1.5 2h.9M6 5.5h.9M3.8 7h.7" stroke="var(--earth)" strokeWidth={1} opacity={0.75} />
      </pattern>
      <pattern id={`${id}-mud`} width={22} height={9} patternUnits="userSpaceOnUse">
        <rect width={22} height={9} fill="var(--earth)" opacity={0.4} />
        <path d="M0 5q5.5-4 11 0t11 0" stroke="var(--earth)" strokeWidth={1} fill="none" />
      </pattern>
    </defs>
  )
}

/** Hatches of things drawn on the plan: each kind of ground has a mark of its own. */
export function AreaHatches({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-water`} width={16} height={8} patternUnits="userSpaceOnUse">
        <rect width={16} height={8} fill="var(--water)" opacity={0.28} />
        <path d="M0 4q4-3 8 0t8 0" stroke="var(--water)" strokeWidth={1.1} fill="none" />
      </pattern>
      <pattern id={`${id}-out`} width={9} height={9} patternUnits="userSpaceOnUse">
        <path d="M0 0 9 9M9 0 0 9" stroke="var(--quiet)" strokeWidth={0.8} opacity={0.7} />
      </pattern>
      <pattern id={`${id}-trees`} width={16} height={14} patternUnits="userSpaceOnUse">
        <rect width={16} height={14} fill="var(--turf)" opacity={0.16} />
        <path d="M5 10V7M5 8q-4-1-2-4 2-3 4 0 2 3-2 4z" stroke="var(--turf)" strokeWidth={1} fill="none" />
        <path d="M13 6V3M13 4q-2-1-1-2" stroke="var(--turf)" strokeWidth={1} fill="none" />
      </pattern>
      <pattern id={`${id}-rough`} width={10} height={9} patternUnits="userSpaceOnUse">
        <path d="M2 8l1-5 1 5M7 5l1-4 1 4" stroke="var(--turf)" strokeWidth={1} fill="none" opacity={0.8} />
      </pattern>
      <pattern id={`${id}-deep`} width={8} height={9} patternUnits="userSpaceOnUse">
        <rect width={8} height={9} fill="var(--turf)" opacity={0.14} />
        <path d="M1 9l1-8 1 8M4 9l2-8 1 8" stroke="var(--turf)" strokeWidth={1.1} fill="none" />
      </pattern>
      <pattern id={`${id}-heather`} width={12} height={10} patternUnits="userSpaceOnUse">
        <path d="M3 9q0-5-2-6M3 9q0-6 2-7M9 7q0-4-2-5M9 7q0-4 2-5" stroke="var(--earth)" fill="none" />
      </pattern>
      <pattern id={`${id}-bank`} width={10} height={7} patternUnits="userSpaceOnUse">
        <rect width={10} height={7} fill="var(--earth-fill)" />
        <path d="M0 1h10M2 1v4M6 1v2" stroke="var(--earth)" strokeWidth={0.9} opacity={0.8} />
      </pattern>
      <pattern id={`${id}-mown`} width={10} height={10} patternUnits="userSpaceOnUse">
        <rect width={10} height={10} fill="var(--turf-fill)" opacity={0.8} />
        <path d="M0 10 10 0" stroke="var(--turf)" strokeWidth={0.6} opacity={0.4} />
      </pattern>
      <pattern id={`${id}-path`} width={8} height={8} patternUnits="userSpaceOnUse">
        <rect width={8} height={8} fill="var(--faint)" opacity={0.35} />
      </pattern>
    </defs>
  )
}

const HATCH_OF: Record<AreaKind, string> = {
  green: 'mown',
  fringe: 'mown',
  fairway: 'mown',
  semi: 'rough',
  rough: 'rough',
  deep: 'deep',
  heather: 'heather',
  sand: 'sand',
  bank: 'bank',
  path: 'path',
  trees: 'trees',
  water: 'water',
  out: 'out',
}

export function areaFill(id: string, kind: AreaKind): string {
  return `url(#${id}-${HATCH_OF[kind]})`
}
