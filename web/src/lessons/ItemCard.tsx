import type { LessonItem, Photograph } from '../api/client'
import { frameOf, SmallFlight } from '../drawing/SmallFlight'
import { Section, wayOf } from '../drawing/Section'
import { coverOf } from '../shot/covers'
import { openOnBench } from '../shot/open-on-bench'
import { fromRequest } from '../shot/request'
import { distance, type Units } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { lieWords } from '../shot/words'
import { timeWords } from '../lib/when'

const KIND_WORDS: Record<LessonItem['kind'], string> = {
  shot: 'worked out',
  booking: 'struck',
  fault: 'fault read',
  trial: 'trial',
  drill: 'drill given',
  session: 'practice',
  slope: 'slope measured',
  words: 'words that worked',
}

/** How far a ball ended from where it was meant to, in words. */
function cameWords(booking: NonNullable<LessonItem['booking']>, units: Units): string {
  if (booking.holed) return 'Holed.'
  const { past_m: past, side_m: side } = booking
  const misses = booking.misses.length > 0 ? `${booking.misses.join(', ')}. ` : ''
  if (past == null || side == null) return misses || 'Where it finished was not seen.'
  const length = (metres: number, way: string) =>
    `${distance(Math.abs(metres), units)} ${units.distance} ${way}`
  const along = Math.abs(past) < 0.25 ? 'pin high' : length(past, past > 0 ? 'past' : 'short')
  const across = Math.abs(side) < 0.25 ? '' : `, ${length(side, side > 0 ? 'right' : 'left')}`
  const lost =
    booking.lost == null
      ? ''
      : `: ${Math.abs(booking.lost).toFixed(2)} strokes ${booking.lost > 0 ? 'worse' : 'better'} than average`
  return `${misses}Finished ${along}${across}${lost}.`
}

interface ItemCardProps {
  item: LessonItem
  /** Whose it was, where there is more than one player. */
  name: string | null
  photographs: readonly Photograph[]
  isTaken: boolean
  onTake: () => void
  onDrop: () => void
}

/** Something that was done: what, when, drawn small where it was a shot, and what came of it. */
export function ItemCard({ item, name, photographs, isTaken, onTake, onDrop }: ItemCardProps) {
  const units = useUnits()
  const { call, request, booking } = item
  const reading = request && fromRequest(request, call?.id ?? '')
  const open = () => reading && openOnBench(reading)
  const isStroke = call !== null && call.finish !== 'none'
  return (
    <li className="border-t border-rule py-2" aria-label={item.summary}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <span className="figure text-small text-quiet">{timeWords(item.at)}</span>
        <span className="text-small text-quiet">
          {KIND_WORDS[item.kind]}
          {name && `, ${name}`}
        </span>
        <span className="no-print ml-auto flex gap-3 text-small">
          {reading && (
            <button type="button" className="word" onClick={open}>
              Bench
            </button>
          )}
          <button type="button" className="word" aria-pressed={isTaken} onClick={onTake}>
            {isTaken ? '✓ on the sheet' : 'take home'}
          </button>
          <button type="button" className="word text-quiet" onClick={onDrop}>
            remove{' '}
          </button>
        </span>
      </div>
      <div className="grid gap-x-6 gap-y-1 lg:grid-cols-[minmax(15rem,0.5fr)_minmax(0,1fr)]">
        <div className="min-w-0">
          <p className="font-semibold first-letter:uppercase">{item.summary}</p>
          {item.words && <p>“{item.words}”</p>}
          {reading && (
            <p className="text-small text-quiet first-letter:uppercase">{lieWords(reading, units)}.</p>
          )}
          {item.problem && <p className="text-small text-quiet">{item.problem}</p>}
          {booking && <p className="first-letter:uppercase">{cameWords(booking, units)}</p>}
        </div>
        {(isStroke || photographs.length > 0) && (
          <div className="grid grid-cols-2 items-end gap-3 md:grid-cols-[1fr_1.4fr_1fr]">
            {isStroke && reading && (
              <Section
                id={`section-${item.id}`}
                words="The head's way past the ball, as planned"
                tilt={reading.fall}
                isSand={coverOf(reading.cover).group === 'sand'}
                ways={[{ way: wayOf(call.setup), tone: 'hot' }]}
                window={call.setup.blow === 'face' ? call.odds.early_m : 0}
              />
            )}
            {isStroke && call.detail && (
              <SmallFlight
                words="Flight, run and finish, as planned and as it came"
                frame={frameOf([call.detail], call.target.x_m)}
                target={call.target.x_m}
                tracks={[{ ...call.detail, tone: 'hot' }]}
                came={
                  booking?.past_m != null && booking.side_m != null
                    ? { past: booking.past_m, side: booking.side_m }
                    : null
                }
                withPlan
              />
            )}
            {photographs.map((one) => (
              <figure key={one.id}>
                <img
                  src={`/api/photographs/${one.id}`}
                  alt="The lie"
                  loading="lazy"
                  className="w-full border border-rule"
                  style={{ aspectRatio: `${one.width} / ${one.height}` }}
                />
                {one.measured && (
                  <figcaption className="text-small text-quiet">
                    {one.measured.reading === 'fall' ? 'Fall' : 'Side slope'}{' '}
                    {one.measured.value_deg.toFixed(1)}° ± {one.measured.doubt_deg.toFixed(1)}°
                  </figcaption>
                )}
              </figure>
            ))}
          </div>
        )}
      </div>
    </li>
  )
}
