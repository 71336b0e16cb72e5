import type { Asked, Eye, EyeKind } from '../api/client'

type Kind = EyeKind['kind']

/** What is set first: nothing, or the middle of what there is. */
export function startAt(asked: Asked): number {
  if (asked.kind === 'flag') return 40
  return asked.kind === 'give' ? 0.45 : 0
}

/** How far a slider goes: what nobody stands on needs no room. */
export function rangeOf(asked: Asked): [number, number] {
  const most: Partial<Record<Kind, [number, number]>> = {
    fall: [-15, 15], side: [-15, 15], wind: [-14, 14], cross: [-14, 14], flag: [5, 180],
  } // prettier-ignore
  const [low, high] = most[asked.kind] ?? [asked.low, asked.high]
  return [Math.max(low, asked.low), Math.min(high, asked.high)]
}

const plain = (value: number, digits: number) => Math.abs(value).toFixed(digits)

/** What is read, in words. */
export function readWords(kind: Kind, value: number): string {
  switch (kind) {
    case 'fall':
      return value === 0 ? 'level' : `${plain(value, 1)}° ${value > 0 ? 'downhill' : 'uphill'}`
    case 'side':
      return value === 0 ? 'level' : `${plain(value, 1)}°, ball ${value > 0 ? 'above' : 'below'} the feet`
    case 'sunk':
      return value === 0 ? 'on top' : `${plain(value, 2)} of a ball deep`
    case 'give':
      return `${value < 0.2 ? 'hard' : value < 0.4 ? 'firm' : value < 0.6 ? 'medium' : value < 0.8 ? 'soft' : 'sodden'} (${plain(value, 2)})`
    case 'flag':
      return `${plain(value, 1)} m`
    case 'wind':
      return value === 0 ? 'none along' : `${plain(value, 1)} m/s ${value > 0 ? 'headwind' : 'tailwind'}`
    default:
      return value === 0 ? 'none across' : `${plain(value, 1)} m/s from the ${value < 0 ? 'right' : 'left'}`
  }
}

/** Strokes a scene, and whether that is less than before. */
export function lostWords(eye: Eye): string {
  if (eye.lost === null) return 'Nothing read yet.'
  const now = `${eye.lost.toFixed(2)} strokes a scene over the last ten`
  return eye.lost_before === null ? `${now}.` : `${now}; ${eye.lost_before.toFixed(2)} over the ten before.`
}
