import { useState } from 'react'
import type { Drill, KeptPractice, MissName } from '../api/client'
import { FinishTap } from '../book/FinishTap'
import { aboutMark } from '../book/finish-map'
import { HIT_WORDS, countsWords, lengthWords } from './drill-words'
import { finishWords, type Finish } from '../book/finish'
import { hitBy, strikeBall, type RunBall } from './run'
import { distance } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { say, useSpeech } from '../lib/speech'
import { Live } from '../ui/Live'
import { Measures } from './Measures'
import { SayAndCare } from './SayAndCare'

interface StationPageProps {
  practice: KeptPractice
  place: number
  /** Its words and cautions; none if it isn't in the catalogue any more. */
  drill: Drill | undefined
  balls: readonly RunBall[]
  misses: readonly MissName[]
  onUndo: () => void
}

/** What was struck so far, as marks: a hit is filled. */
function Struck({ balls, count }: { balls: readonly RunBall[]; count: number }) {
  const hits = balls.filter((ball) => ball.hit).length
  return (
    <p className="flex flex-wrap items-center gap-1" aria-label={`${hits} hits of ${balls.length} balls`}>
      {Array.from({ length: Math.max(count, balls.length) }, (_, i) => (
        <span
          key={i}
          className={`inline-block size-4 rounded-full border border-ink ${balls[i]?.hit ? 'bg-ink' : ''} ${balls[i] ? '' : 'border-faint'}`}
        >
          {balls[i] && !balls[i].hit && (
            <span className="block text-center text-small leading-3.5" aria-hidden>
              ×
            </span>
          )}
        </span>
      ))}
      <span className="figure ml-2">
        {hits} of {balls.length}
      </span>
    </p>
  )
}

/** One drill at its station: what to play, what passes, and big places to tap. */
export function StationPage({ practice, place, drill, balls, misses, onUndo }: StationPageProps) {
  const units = useUnits()
  const { isOn, toggle } = useSpeech()
  const [isPlacing, setPlacing] = useState(false)
  const [finish, setFinish] = useState<Finish | null>(null)
  const part = practice.parts[place]
  if (!part) return null
  const station = part.order[balls.length] ?? part.order.at(-1) ?? 0
  const shown = part.stations[station]
  if (!shown?.mark) return <p className="text-quiet">Nothing in this bag can be played from here.</p>
  const isDone = balls.length >= part.order.length
  const score = shown.mark.score ?? part.score
  const [hitWords, missWords] = HIT_WORDS[score]
  const book = (hit: boolean, more: { misses?: readonly MissName[]; finish?: Finish } = {}) => {
    strikeBall(practice, { part: place, station, hit, ...more })
    setFinish(null)
    const next = part.stations[part.order[balls.length + 1] ?? -1]
    if (next) say(`${next.words}. ${next.call_words}`)
  }
  const { limit } = shown.mark
  const placed = finish ? hitBy(score, limit, finish) : null
  return (
    <div className="grid gap-3">
      <div>
        <p className="text-head">
          <b>{shown.words}</b>, {lengthWords(shown.flag_m, units)}
        </p>
        <p>{shown.call_words}.</p>
        <p className="mt-1 text-lg font-bold">{countsWords(shown.mark, part.score, units)}</p>
        {part.mark && (
          <p>
            The drill:{' '}
            <b>
              {part.mark.hits} of {part.mark.balls}
            </b>{' '}
            hits.
          </p>
        )}
      </div>
      <Struck balls={balls} count={part.order.length} />
      <Live as="p" className="font-semibold">
        {isDone
          ? 'All balls are struck.'
          : `Ball ${balls.length + 1} of ${part.order.length}: ${shown.words}`}
      </Live>
      <div className="grid grid-cols-2 gap-2">
        <button
          type="button"
          className="press press-main min-h-20 text-lg"
          disabled={isDone}
          onClick={() => book(true)}
        >
          {hitWords}
        </button>
        <button
          type="button"
          className="press min-h-20 text-lg"
          disabled={isDone}
          onClick={() => book(false)}
        >
          {missWords}
        </button>
      </div>
      <div className="grid grid-cols-3 gap-2">
        {misses.map((miss) => (
          <button
            key={miss}
            type="button"
            className="press min-h-12"
            disabled={isDone}
            onClick={() => book(false, { misses: [miss] })}
          >
            {miss}
          </button>
        ))}
      </div>
      <p className="flex flex-wrap gap-x-5 gap-y-1">
        {limit !== null && (score === 'inside' || score === 'line') && (
          <button type="button" className="word" onClick={() => setPlacing(!isPlacing)}>
            {isPlacing ? 'just inside or outside' : 'tap where it finished'}
          </button>
        )}
        <button type="button" className="word" aria-pressed={isOn} onClick={toggle}>
          {isOn ? 'read out: on' : 'read out the next one'}
        </button>
        <button type="button" className="word" disabled={balls.length === 0} onClick={onUndo}>
          undo the last ball
        </button>
      </p>
      {isPlacing && limit !== null && (
        <div>
          <FinishTap
            finish={finish}
            target={aboutMark(limit)}
            words={
              finish ? finishWords(finish, (m) => `${distance(m, units)} ${units.distance}`) : 'not set yet'
            }
            shown={(metres) => distance(metres, units)}
            onFinish={setFinish}
          />
          <button
            type="button"
            className="press press-main mt-2 min-h-12 w-full"
            disabled={isDone || placed === null}
            onClick={() => finish && placed !== null && book(placed, { finish })}
          >
            {placed === null
              ? 'Tap where it finished'
              : placed
                ? `${hitWords}: book it`
                : `${missWords}: book it`}
          </button>
        </div>
      )}
      {drill && <SayAndCare drill={drill} className="text-small" />}
      {shown.measures.length > 0 && (
        <details>
          <summary className="cursor-pointer font-semibold">How it is laid out</summary>
          <Measures measures={shown.measures} />
        </details>
      )}
    </div>
  )
}
