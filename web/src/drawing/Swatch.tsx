import { BALL_MM, coverOf, type CoverName } from '../shot/covers'
import { CoverBehind, CoverFront } from './GroundCover'
import { Hatches } from './hatch'

const W = 84
const H = 50
const MM = 0.36

/** A cover drawn small, with the ball as it usually lies in it. */
export function Swatch({ cover, sunk }: { cover: CoverName; sunk?: number }) {
  const usual = coverOf(cover)
  const ball = BALL_MM * MM
  const shape = {
    id: `swatch-${cover}`,
    cover,
    mm: MM,
    top: usual.mm,
    over: (sunk ?? usual.usual_sunk) * BALL_MM,
    density: usual.density * 100,
    growth: 'across' as const,
    sand: 100,
    reach: W,
  }
  return (
    <svg width={W} height={H} viewBox={`${-W / 2} ${-H + 16} ${W} ${H}`} aria-hidden className="block">
      <Hatches id={shape.id} give={usual.give * 100} />
      <CoverBehind {...shape} />
      <circle cy={-ball / 2} r={ball / 2} fill="var(--ball)" stroke="var(--ink)" strokeWidth={1.2} />
      <CoverFront {...shape} />
    </svg>
  )
}
