interface HatchesProps {
  id: string
  /** Give of the ground in percent: hard earth is ruled close, soft earth wide. */
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
        <line x1={0} y1={0} x2={0} y2={gap} stroke="var(--earth)" strokeWidth={0.7} opacity={0.5} />
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
