import type { Call, FaultRequest, FaultResponse } from '../api/client'
import { frameOf, SmallFlight, type FlightFrame } from '../drawing/SmallFlight'
import { FaceMark } from '../drawing/StrikeTap'
import { Section, wayOfShape } from '../drawing/Section'
import { DrillLinks } from '../ui/DrillLinks'
import { seenBox } from './fault-words'

/** A ball met so far off the middle of the face: the face tells it, not the ground. */
const OFF_THE_MIDDLE_M = 0.01

type Balls = FaultRequest['balls']
type Shape = FaultResponse['planned']

interface CausesProps {
  told: FaultResponse
  call: Call
  balls: Balls
  tilt: number
  isSand: boolean
  leftHanded: boolean
}

interface PicturesProps extends Omit<CausesProps, 'told'> {
  id: string
  words: string
  shape: Shape
  told: FaultResponse
  frame: FlightFrame
}

/** The section and the flight a cause makes, hot, over the stroke as planned, thin; shaded: what was seen. */
function Pictures(props: PicturesProps) {
  const { id, words, shape, told, call, balls, tilt, isSand, leftHanded, frame } = props
  const marks = balls.flatMap(({ turf_cm }) => (turf_cm == null ? [] : [turf_cm / 100]))
  return (
    <div className="grid max-w-[26rem] grid-cols-[1fr_1.2fr] items-end gap-3">
      {Math.abs(shape.heel_m) > OFF_THE_MIDDLE_M ? (
        <FaceMark
          heel={shape.heel_m * 1000}
          leftHanded={leftHanded}
          words={`${words}: where the ball meets the face`}
        />
      ) : (
        <Section
          id={`cause-${id}`}
          words={`${words}: the head's way past the ball`}
          tilt={tilt}
          isSand={isSand}
          ways={[
            { way: wayOfShape(told.planned, call.setup.arc_m), tone: 'ghost' },
            { way: wayOfShape(shape, call.setup.arc_m), tone: 'hot' },
          ]}
          seen={marks}
        />
      )}
      <SmallFlight
        words={`${words}: flight and finish against the plan`}
        frame={frame}
        target={told.meant_m}
        tracks={[
          { ...told.planned, tone: 'ghost' },
          { ...shape, tone: 'hot' },
        ]}
        seen={seenBox(balls, told)}
        withPlan
      />
    </div>
  )
}

/** The likely causes, each with what to look for, its cure, and what it does, all drawn to one scale. */
export function Causes(props: CausesProps) {
  const { told } = props
  const frame = frameOf([told.planned, ...told.causes.map(({ shape }) => shape)], told.meant_m)
  return (
    <>
      <p className="mb-2 text-small text-quiet">
        Dashed: as planned; <b className="text-hot">solid</b>: with this error only, from the side and from
        above. Shaded: where such misses finish. A cup: a mark that you reported.
      </p>
      <ol className="grid gap-3">
        {told.causes.map((cause, i) => (
          <li key={cause.id} className="grid grid-cols-[3.2rem_1fr] gap-2 border-b border-rule pb-2">
            <span className="text-right">
              <span className="figure">{Math.round(cause.share_pct)}</span> %
            </span>
            <div className="grid gap-x-6 gap-y-1 xl:grid-cols-[1fr_minmax(0,26rem)]">
              <div>
                <p className={i === 0 ? 'text-head font-bold' : 'font-semibold'}>
                  {cause.words.charAt(0).toUpperCase() + cause.words.slice(1)}
                </p>
                <p>
                  <span className="text-quiet">Look for: </span>
                  {cause.sign}
                </p>
                <p>
                  <span className="text-quiet">Cure: </span>
                  {cause.cure}
                </p>
                <DrillLinks serves={(drill) => drill.cures.includes(cause.id)} />
              </div>
              <Pictures {...props} id={cause.id} words={cause.words} shape={cause.shape} frame={frame} />
            </div>
          </li>
        ))}
        <li className="text-quiet">
          {Math.round(told.chance_pct)} % that it was an ordinary miss, with nothing to cure.
        </li>
      </ol>
    </>
  )
}
