import { Choice } from '../ui/Choice'
import { useState } from 'react'
import { type FaultResponse, type MissName, type Player } from '../api/client'
import { Causes } from './FaultCauses'
import { coverOf } from '../shot/covers'
import { frameOf, SmallFlight } from '../drawing/SmallFlight'
import { Section, wayOf } from '../drawing/Section'
import { FaceTap, TurfTap } from '../drawing/StrikeTap'
import { callName } from '../shot/advice'
import { MISSES } from './booking'
import { finishWords, type Finish } from './finish'
import { targetOf } from './finish-map'
import { FinishTap } from './FinishTap'
import { distance } from '../lib/units'
import { useGather } from '../lib/gather'
import { toRequest } from '../shot/request'
import { useReading } from '../shot/store'
import { usePlan } from '../shot/use-plan'
import { lieWords } from '../shot/words'
import { Problem } from '../ui/Problem'
import { Head } from '../ui/Head'
import { Chips } from '../ui/Chips'
import { useUnits } from '../lib/use-units'
import { useReadFault } from './api'

interface Ball {
  misses: MissName[]
  heel: { heel: number; up: number } | null
  turf: number | null
  finish: Finish | null
}

const NEW_BALL: Ball = { misses: [], heel: null, turf: null, finish: null }
const MISS_OPTIONS = MISSES.map((value) => ({ value, words: value }))

/** From the shot on the Bench and what was seen of it, the likely causes with sign and cure. */
export function FaultReader({ player }: { player: Player }) {
  const units = useUnits()
  const reading = useReading()
  const { plan } = usePlan(reading)
  const [callId, setCallId] = useState('')
  const [balls, setBalls] = useState<Ball[]>([NEW_BALL])
  const calls = plan?.calls ?? []
  const call = calls.find((one) => one.id === (callId || reading.call)) ?? calls[0]
  const read = useReadFault()
  const { gather } = useGather(player.id)
  const put = (at: number, patch: Partial<Ball>) =>
    setBalls((before) => before.map((ball, i) => (i === at ? { ...ball, ...patch } : ball)))
  const join = (likely: FaultResponse['causes'][number] | undefined) => {
    if (!likely || !call) return
    gather(`fault ${JSON.stringify(toRequest(reading))} ${call.id}`, {
      kind: 'fault',
      ref: likely.id,
      summary: `Most likely: ${likely.words}`,
      words: `Sign: ${likely.sign} Cure: ${likely.cure}`,
      request: toRequest(reading),
      call_id: call.id,
    })
  }
  const finishSaid = (finish: Finish) => finishWords(finish, (m) => `${distance(m, units)} ${units.distance}`)
  const isEmpty = balls.every(
    (b) => b.misses.length === 0 && b.heel === null && b.turf === null && b.finish === null,
  )
  const isSand = coverOf(reading.cover).group === 'sand'
  if (!call) return <p className="py-3 text-quiet">Working out the shot on the Bench.</p>
  return (
    <div className="grid gap-x-8 gap-y-3 py-3 lg:grid-cols-[minmax(20rem,0.55fr)_minmax(0,1fr)]">
      <section aria-label="What you saw">
        <p>
          <b>{player.name}</b>, {lieWords(reading, units)}.
        </p>
        <label className="my-2 flex items-baseline gap-2">
          <span>The call was</span>
          <Choice
            look="field"
            label="The call was"
            value={call.id}
            options={calls.map((one) => ({ value: one.id, words: callName(one) }))}
            onChange={setCallId}
          />
        </label>
        {balls.map((ball, i) => (
          <fieldset key={i} className="mb-3 border-t border-rule pt-1">
            <legend className="font-semibold">
              {balls.length === 1 ? 'The ball was' : `Ball ${i + 1} was`}
            </legend>
            <Chips
              label={`Misses of ball ${i + 1}`}
              options={MISS_OPTIONS}
              chosen={ball.misses}
              onToggle={(miss) =>
                put(i, {
                  misses: ball.misses.includes(miss)
                    ? ball.misses.filter((one) => one !== miss)
                    : [...ball.misses, miss].slice(-5),
                })
              }
            />
            <div className="mt-2 grid max-w-[22rem] gap-2 min-[360px]:grid-cols-2">
              <FaceTap
                at={ball.heel}
                leftHanded={player.hand === 'left'}
                onTap={(heel) => put(i, { heel })}
              />
              <TurfTap at={ball.turf} onTap={(turf) => put(i, { turf })} />
            </div>
            <details className="mt-1 max-w-[30rem]">
              <summary className="cursor-pointer">
                Where it finished{ball.finish && `: ${finishSaid(ball.finish)}`}
              </summary>
              <FinishTap
                finish={ball.finish}
                target={targetOf(call, reading)}
                words={ball.finish ? finishSaid(ball.finish) : 'not set yet'}
                shown={(metres) => distance(metres, units)}
                onFinish={(finish) => put(i, { finish })}
              />
            </details>
          </fieldset>
        ))}
        <div className="flex flex-wrap gap-2">
          <button
            type="button"
            className="press press-main"
            disabled={isEmpty || read.isPending}
            onClick={() =>
              read.mutate(
                {
                  request: toRequest(reading),
                  call_id: call.id,
                  balls: balls.map((ball) => ({
                    misses: ball.misses,
                    heel_mm: ball.heel?.heel ?? null,
                    turf_cm: ball.turf,
                    past_m: ball.finish?.past ?? null,
                    side_m: ball.finish?.side ?? null,
                  })),
                },
                { onSuccess: ({ causes }) => join(causes[0]) },
              )
            }
          >
            {read.isPending ? 'Reading' : 'Read the fault'}
          </button>
          {balls.length < 6 && (
            <button type="button" className="press" onClick={() => setBalls([...balls, NEW_BALL])}>
              Another ball of the same shot
            </button>
          )}
          <button
            type="button"
            className="press"
            onClick={() => {
              setBalls([NEW_BALL])
              read.reset()
            }}
          >
            Start again
          </button>
        </div>
        <p className="mt-2 max-w-prose text-small text-quiet">
          One ball says little, because a real fault comes back. Two or three balls of the same shot are
          enough in 9 of 10 cases, if you also give the marks on turf and face and where they finished.
        </p>
      </section>
      <section aria-label="Likely causes" aria-live="polite">
        <Head title="Likely causes" note="each set-up error, worked out with the same model" />
        <div className="px-3.5">
          {read.error && <Problem error={read.error} />}
          {read.data ? (
            <Causes
              told={read.data}
              call={call}
              balls={read.variables.balls}
              tilt={reading.fall}
              isSand={isSand}
              leftHanded={player.hand === 'left'}
            />
          ) : (
            <>
              <p className="mb-2 text-quiet">
                This is the planned shot. Enter what you saw, then read the fault: each cause is drawn over
                it.
              </p>
              <div className="grid max-w-[34rem] grid-cols-[1fr_1.2fr] items-end gap-4">
                <Section
                  id="as-planned"
                  words="The head's way past the ball, as planned"
                  tilt={reading.fall}
                  isSand={isSand}
                  ways={[{ way: wayOf(call.setup), tone: 'hot' }]}
                  window={call.setup.blow === 'face' ? call.odds.early_m : 0}
                />
                {call.detail && (
                  <SmallFlight
                    words="Flight and run, as planned"
                    frame={frameOf([call.detail], call.target.x_m)}
                    target={call.target.x_m}
                    tracks={[{ ...call.detail, tone: 'hot' }]}
                    withPlan
                  />
                )}
              </div>
            </>
          )}
        </div>
      </section>
    </div>
  )
}
