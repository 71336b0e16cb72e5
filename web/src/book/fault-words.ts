import type { FaultRequest, FaultResponse, MissName } from '../api/client'

/** Far enough to leave any drawing (m). */
const FAR = 999

/** The part of the ground that the misses seen name, m past and right of the target; null: they name none. */
export function seenBox(
  balls: FaultRequest['balls'],
  { long_m, wide_m }: Pick<FaultResponse, 'long_m' | 'wide_m'>,
): { past: [number, number]; side: [number, number] } | null {
  const often = (miss: MissName) =>
    balls.filter(({ misses }) => misses?.includes(miss)).length * 2 > balls.length
  const span = (low: MissName, high: MissName, from: number): [number, number] =>
    often(low) && !often(high) ? [-FAR, -from] : often(high) && !often(low) ? [from, FAR] : [-FAR, FAR]
  const past = span('short', 'long', long_m)
  const side = span('left', 'right', wide_m)
  const isNamed = [past, side].some(([low, high]) => low > -FAR || high < FAR)
  return isNamed ? { past, side } : null
}
