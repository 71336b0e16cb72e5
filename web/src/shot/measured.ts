import { useGather } from '../lib/gather'
import { useBench } from './store'

export interface Slopes {
  fall?: number
  side?: number
}

function slopeWords(reading: keyof Slopes, value: number): string {
  if (value === 0) return reading === 'fall' ? 'level along' : 'level across'
  const way =
    reading === 'fall' ? (value < 0 ? 'uphill' : 'downhill') : value < 0 ? 'below the feet' : 'above the feet'
  return `${Math.abs(value)}° ${way}`
}

/** A slope that was measured: it is set on the Bench with its doubt, and joins the lesson that is open. */
export function useMeasured(player_id: string) {
  const { gather } = useGather(player_id)
  return ({ fall, side }: Slopes, doubt: number, by: string) => {
    useBench.getState().set({
      ...(fall === undefined ? {} : { fall, doubtFall: doubt }),
      ...(side === undefined ? {} : { side, doubtSide: doubt }),
    })
    const told = Object.entries({ fall, side }).flatMap(([reading, value]) =>
      value === undefined ? [] : [slopeWords(reading as keyof Slopes, value)],
    )
    gather(`slope ${by}`, {
      kind: 'slope',
      ref: '',
      summary: `${told.join(', ')}, ± ${doubt}°, by ${by}`,
      words: '',
    })
  }
}
