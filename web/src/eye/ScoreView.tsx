import type { Score } from '../api/client'
import { frameOf, SmallFlight, type FlightTrack } from '../drawing/SmallFlight'
import { readWords } from './eye-words'

interface ScoreViewProps {
  score: Score
  hasNext: boolean
  onNext: () => void
}

const W = 150
const H = 46
/** A slope is drawn as steep as it is. */
const HALF = 62

/** The ground as it was read (dashed) and as it lies, in section. */
function SlopeSection({ truth, read, words }: { truth: number; read: number; words: string }) {
  const line = (degrees: number) => {
    const rise = Math.tan((degrees * Math.PI) / 180) * HALF
    return { x1: W / 2 - HALF, x2: W / 2 + HALF, y1: H / 2 - rise, y2: H / 2 + rise }
  }
  return (
    <svg viewBox={`0 0 ${W} ${H}`} className="inline-block w-36 align-middle" role="img" aria-label={words}>
      <line {...line(truth)} stroke="var(--earth)" strokeWidth={3} />
      <line {...line(read)} stroke="var(--hot)" strokeWidth={1.8} strokeDasharray="5 3" />
      <circle cx={W / 2} cy={H / 2 - 4} r={3.4} fill="var(--ball)" stroke="var(--ink)" />
    </svg>
  )
}

/** Between which values the middle eight tenths lie. */
function middle(values: readonly number[]): [number, number] {
  const sorted = [...values].sort((a, b) => a - b)
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? 0
  return [at(0.1), at(0.9)]
}

/** What a reading came to: each thing against the truth, and what it cost in strokes. */
export function ScoreView({ score, hasNext, onNext }: ScoreViewProps) {
  const cut = (points: Score['read_way'], tone: FlightTrack['tone']): FlightTrack => ({
    flight: points,
    run: [],
    tone,
  })
  const tracks = [cut(score.best_way, 'second'), cut(score.read_way, 'hot')]
  const past = score.ends.map(([x]) => x - score.flag_m)
  const side = score.ends.map(([, y]) => y)
  const seen =
    score.ends.length > 0
      ? {
          past: middle(past),
          side: middle(side),
        }
      : null
  return (
    <div aria-label="Your result">
      <p className="text-lg font-bold" role="status">
        {score.lost < 0.02 ? 'Nothing lost' : `${score.lost.toFixed(2)} strokes lost`}
      </p>
      <p className="text-small text-quiet">{score.words}</p>
      <table className="mt-2 w-full">
        <thead className="text-left text-small text-quiet">
          <tr>
            <th className="font-normal">what</th>
            <th className="pl-2 font-normal">you read</th>
            <th className="pl-2 font-normal">it is</th>
            <th className="pl-2 font-normal">off</th>
          </tr>
        </thead>
        <tbody>
          {score.readings.map((one) => (
            <tr key={one.kind} className="border-t border-rule align-baseline">
              <th scope="row" className="py-0.5 text-left font-normal">
                {one.words}
                {(one.kind === 'fall' || one.kind === 'side') && (
                  <span className="block">
                    <SlopeSection truth={one.truth} read={one.read} words={`${one.words}, read and true`} />
                  </span>
                )}
              </th>
              <td className="pl-2 text-hot">{readWords(one.kind, one.read)}</td>
              <td className="pl-2">{readWords(one.kind, one.truth)}</td>
              <td className="pl-2 text-small">{one.off_words}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 text-small">
        <span className="text-hot">Yours</span>: {score.read_call_words} ({score.read_strokes.toFixed(2)}).{' '}
        <span className="text-[var(--second)]">Best</span>: {score.best_call_words} (
        {score.best_strokes.toFixed(2)}).
      </p>
      <div className="max-w-[26rem]">
        <SmallFlight
          words="Planned flights, yours and the best. Shaded: where 8 of 10 of your balls really finish"
          frame={frameOf(tracks, score.flag_m)}
          target={score.flag_m}
          tracks={tracks}
          seen={seen}
          withPlan
        />
      </div>
      <button type="button" className="press press-main mt-2 min-h-12 w-full sm:w-auto" onClick={onNext}>
        {hasNext ? 'Next scene' : 'Done for today'}
      </button>
    </div>
  )
}
