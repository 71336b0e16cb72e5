import { useQuery } from '@tanstack/react-query'
import type { Drill, LessonSheetData, Thing } from '../api/client'
import { FaceOnView } from '../drawing/FaceOnView'
import { FeetView } from '../drawing/FeetView'
import { LayoutFar } from '../practice/LayoutFar'
import { LayoutNear } from '../practice/LayoutNear'
import { frameOf, SmallFlight } from '../drawing/SmallFlight'
import { callName } from '../shot/advice'
import { fromRequest } from '../shot/request'
import { markWords, measureWords } from '../practice/drill-words'
import { distance, show, type Units } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { aimWords, lieWords } from '../shot/words'
import type { PaperSize } from '../ui/Paper'
import { drillsQuery } from '../api/drills'

interface ThingOnSheetProps {
  thing: Thing
  place: number
  hand: 'left' | 'right'
  size: PaperSize
}

/** What passes of a drill, in words that a fourteen-year-old reads. */
function passWords(thing: Thing, drill: Drill | undefined, units: Units): string | null {
  const mark = thing.station?.mark
  if (!mark) return null
  const well = drill ? markWords(mark, mark.score ?? drill.score, units) : `${mark.hits} of ${mark.balls}`
  const next = mark.aim_hits > mark.hits ? ` Then go for ${mark.aim_hits}.` : ''
  return `Well done: ${well}.${next}`
}

/** What is laid out, in metres and centimetres: nobody looks it up at home. */
const laidWords = (station: NonNullable<Thing['station']>, units: Units) =>
  station.measures.map((one) => `${one.words} ${measureWords(one, units)}`).join('; ')

function Drawings({ thing, hand }: Pick<ThingOnSheetProps, 'thing' | 'hand'>) {
  const { call, request } = thing
  if (!call || !request || call.finish === 'none') return null
  const reading = fromRequest(request, call.id)
  return (
    <div className="thing-drawings">
      <figure>
        <FeetView setup={call.setup} leftHanded={hand === 'left'} />
        <figcaption className="fine">From above. Grey: your usual.</figcaption>
      </figure>
      <figure>
        <FaceOnView setup={call.setup} fall={reading.fall} />
        <figcaption className="fine">From the front. Grey: your usual.</figcaption>
      </figure>
      {call.detail && (
        <figure>
          <SmallFlight
            words="How it flies and runs"
            frame={frameOf([call.detail, call.detail.ghost], call.target.x_m)}
            target={call.target.x_m}
            tracks={[
              { ...call.detail.ghost, tone: 'ghost' },
              { ...call.detail, tone: 'hot' },
            ]}
          />
          <figcaption className="fine">How it flies. Grey: from a flat lie.</figcaption>
        </figure>
      )}
    </div>
  )
}

/** What is laid out for the drill: at the feet where something lies there, else down the line. */
function Layout({ thing, hand }: Pick<ThingOnSheetProps, 'thing' | 'hand'>) {
  const { station } = thing
  if (!station) return null
  const isNear = station.items.some((item) => item.is_near)
  return (
    <figure>
      {isNear ? (
        <LayoutNear station={station} leftHanded={hand === 'left'} />
      ) : (
        <LayoutFar station={station} />
      )}
      <figcaption className="fine">{isNear ? 'At your feet.' : 'Down the line.'}</figcaption>
    </figure>
  )
}

function ThingOnSheet({ thing, place, hand, size }: ThingOnSheetProps) {
  const units = useUnits()
  const { call, request, station } = thing
  const reading = call && request ? fromRequest(request, call.id) : null
  const drill = useQuery(drillsQuery).data?.drills.find((one) => one.id === thing.drill_id)
  const passes = passWords(thing, drill, units)
  const isSmall = size !== 'a4'
  const text = (
    <div className="min-w-0">
      {(thing.words ?? []).length > 0 && (
        <ul className="list-disc pl-[1.2em]">
          {(thing.words ?? []).map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {thing.drill_id && (
        <p className="mt-[0.3em]">
          <b>Practise: {thing.drill_name}.</b>
          {drill && !isSmall && ` ${drill.how}`}
          {station && station.measures.length > 0 && !isSmall && ` Lay out: ${laidWords(station, units)}.`}
          {station && ` From ${show(station.flag_m, 'distance', units)}, ${station.balls} balls. `}
          {passes}
        </p>
      )}
      {thing.fault && (
        <p className="mt-[0.3em]">
          <b>If it goes wrong:</b> {thing.fault}. <b>Then:</b> {thing.cure}.
        </p>
      )}
    </div>
  )
  return (
    <section className="thing" aria-label={thing.title}>
      <h3>
        {place + 1}. {thing.title}
      </h3>
      {isSmall ? (
        text
      ) : (
        <>
          {call && reading && (
            <p className="fine first-letter:uppercase">
              {lieWords(reading, units)}; flag at {show(reading.flag, 'distance', units)}. {callName(call)}:{' '}
              {aimWords(call, units)}, lands at {distance(call.carry_m, units)}, stops at{' '}
              {distance(call.total_m, units)} {units.distance}.
            </p>
          )}
          <Drawings thing={thing} hand={hand} />
          <div className="thing-text">
            {text}
            <Layout thing={thing} hand={hand} />
          </div>
        </>
      )}
    </section>
  )
}

interface LessonSheetProps {
  sheet: LessonSheetData
  when: string
  place: string
  size: PaperSize
}

/** What a player takes home from a lesson: two or three things, in their own hand and units. */
export function LessonSheet({ sheet, when, place, size }: LessonSheetProps) {
  const head = (
    <header className="mb-[0.4em]">
      <h2>{sheet.player_name}</h2>
      <p className="fine">
        {when}
        {place && `, ${place}`}
      </p>
    </header>
  )
  const things = sheet.things.map((thing, place_) => (
    <ThingOnSheet key={place_} thing={thing} place={place_} hand={sheet.hand} size={size} />
  ))
  const isFull = sheet.things.length > 2
  if (size === 'pocket') {
    const [first, ...rest] = things
    return (
      <>
        <div className="fold">
          {head}
          {first}
        </div>
        <div className="fold">{rest}</div>
      </>
    )
  }
  return (
    <>
      {head}
      <div className={isFull ? 'things-three' : ''}>{things}</div>
      <p className="fine border-t border-ink pt-[0.4em]">
        This sheet is for practice. In a round, rule 4.3a limits what you may consult; the committee decides.
        Nobody should stand near the line of a lofted shot. If it hurts, stop and see a licensed professional.
      </p>
    </>
  )
}
