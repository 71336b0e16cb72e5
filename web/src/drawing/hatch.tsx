/** Hatches: earth is ruled, turf is tufted, so that no ground is told by colour alone. */
export function Hatches({ id }: { id: string }) {
  return (
    <defs>
      <pattern
        id={`${id}-earth`}
        width={9}
        height={9}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <rect width={9} height={9} fill="var(--earth-fill)" />
        <line x1={0} y1={0} x2={0} y2={9} stroke="var(--earth)" strokeWidth={0.7} opacity={0.4} />
      </pattern>
      <pattern id={`${id}-turf`} width={12} height={10} patternUnits="userSpaceOnUse">
        <rect width={12} height={10} fill="var(--turf-fill)" />
        <path d="M2 8l1-3 1 3M8 4l1-3 1 3" stroke="var(--turf)" strokeWidth={0.8} fill="none" opacity={0.5} />
      </pattern>
    </defs>
  )
}
