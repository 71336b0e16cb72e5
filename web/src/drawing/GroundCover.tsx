import { BALL_MM, coverOf, looksOf, type CoverName } from '../shot/covers'

interface CoverProps {
  id: string
  cover: CoverName
  /** Pixels per millimetre. */
  mm: number
  /** Height of the tips, rim or surface above the deepest a ball can lie, and above the ball's bottom (mm). */
  top: number
  over: number
  density: number
  growth: 'with' | 'across' | 'against'
  /** Depth of the sand (mm). */
  sand: number
  /** How far the drawing reaches to both sides of the ball (pixels). */
  reach: number
}

const LEAN = { with: 9, across: 0, against: -9 }

interface BladesProps {
  from: number
  to: number
  soil: number
  tips: number
  density: number
  lean: number
}

/** Grass from the soil to its tips; dense grass stands close, grown with the shot it leans to the target. */
function Blades({ from, to, soil, tips, density, lean }: BladesProps) {
  const tall = soil - tips
  const gap = 9 - 5.5 * Math.min(density / 100, 1.2)
  const blades = []
  for (let i = 0; i < (to - from) / gap; i += 1) {
    const x = from + i * gap + ((i * 7) % 5) * 0.6
    const height = tall * (0.72 + ((i * 13) % 29) / 100)
    const drift = (((i * 3) % 9) - 4) * Math.min(tall / 30, 1) + lean * Math.min(tall / 40, 1)
    blades.push(
      `M${x.toFixed(1)} ${soil.toFixed(1)}q${(drift * 0.3).toFixed(1)} ${(-height * 0.6).toFixed(1)} ${drift.toFixed(1)} ${(-height).toFixed(1)}`,
    )
  }
  return <path d={blades.join('')} stroke="var(--turf)" strokeWidth={1} fill="none" opacity={0.75} />
}

function Earth({ id, top, reach }: { id: string; top: number; reach: number }) {
  return (
    <>
      <rect x={-reach} y={top} width={2 * reach} height={400} fill={`url(#${id}-earth)`} />
      <line x1={-reach} y1={top} x2={reach} y2={top} stroke="var(--earth)" strokeWidth={1.6} />
    </>
  )
}

/** What lies behind the ball in the section: soil, sand, mud, the hole of a divot. */
export function CoverBehind(props: CoverProps) {
  const { id, cover, mm, top, over, sand, reach } = props
  const { group } = coverOf(cover)
  const { isCracked, isFilled, isSludge } = looksOf(coverOf(cover))
  if (group === 'sand') {
    const surface = -over * mm
    return (
      <>
        <Earth id={id} top={surface + sand * mm} reach={reach} />
        <rect x={-reach} y={surface} width={2 * reach} height={sand * mm} fill="var(--paper)" />
        <rect x={-reach} y={surface} width={2 * reach} height={sand * mm} fill={`url(#${id}-sand)`} />
        <line x1={-reach} y1={surface} x2={reach} y2={surface} stroke="var(--earth)" strokeWidth={1.2} />
      </>
    )
  }
  if (group === 'divot') {
    const rim = -over * mm
    const wall = 55 * mm
    const hole = `M${-reach} ${rim}H${-wall}Q${-wall + 6} 0 ${-wall + 22} 0H${wall - 10}Q${wall + 18} 0 ${wall + 26} ${rim}H${reach}`
    return (
      <>
        <path d={`${hole}V400H${-reach}z`} fill={`url(#${id}-earth)`} />
        {isFilled && (
          <rect x={-wall + 16} y={-3 * mm} width={2 * wall - 30} height={9 * mm} fill={`url(#${id}-sand)`} />
        )}
        <path d={hole} stroke="var(--earth)" strokeWidth={1.6} fill="none" />
        <Blades from={-reach} to={-wall} soil={rim + 2} tips={rim - 10 * mm} density={30} lean={0} />
        <Blades from={wall + 28} to={reach} soil={rim + 2} tips={rim - 10 * mm} density={30} lean={0} />
      </>
    )
  }
  const soil = (group === 'bare' ? -over : top - over) * mm
  return (
    <>
      <Earth id={id} top={soil} reach={reach} />
      {isSludge && <rect x={-reach} y={soil} width={2 * reach} height={26 * mm} fill={`url(#${id}-mud)`} />}
      {isCracked && (
        <path
          d={`M${-reach} ${soil}l60 0 8 14 M-40 ${soil}l-6 18 10 12 M70 ${soil}l8 22`}
          stroke="var(--earth)"
          fill="none"
        />
      )}
    </>
  )
}

/** What stands in front of the ball in the section: the blades. */
export function CoverFront({ cover, mm, top, over, density, growth, reach }: CoverProps) {
  const { group } = coverOf(cover)
  if (group !== 'grass' && group !== 'collar') return null
  const soil = (top - over) * mm
  const tips = -over * mm
  const lean = LEAN[growth]
  if (group === 'grass') {
    return <Blades from={-reach} to={reach} soil={soil} tips={tips} density={density} lean={lean} />
  }
  const side = 0.42 * BALL_MM * mm
  const { isBehind } = looksOf(coverOf(cover))
  const short = soil - Math.min(9 * mm, Math.max(top * mm, 4))
  const tall = isBehind ? { from: -reach, to: -side } : { from: side, to: reach }
  const mown = isBehind ? { from: side, to: reach } : { from: -reach, to: -side }
  return (
    <>
      <Blades {...tall} soil={soil} tips={tips} density={Math.max(density, 70)} lean={lean} />
      <Blades {...mown} soil={soil} tips={short} density={60} lean={0} />
    </>
  )
}
