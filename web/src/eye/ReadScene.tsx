import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Asked, Player, Scene, Score } from '../api/client'
import { sceneQuery, useOfferCalls, useScore } from './api'
import { SceneView } from '../drawing/SceneView'
import { newId } from '../lib/new-id'
import { rangeOf, readWords, startAt } from './eye-words'
import { Problem } from '../ui/Problem'
import { filled, ReadSlider } from './ReadSlider'
import { ScoreView } from './ScoreView'

const VIEW_WORDS: Record<Scene['pictures'][number]['view'], string> = {
  behind: 'from behind the ball',
  beside: 'from beside it, the target on the far side of the player’s lead foot',
  flag: 'the flag through a glass',
  close: 'the ball from above',
}
const VIEW_NAMES = { behind: 'behind', beside: 'beside', flag: 'flag', close: 'lie' } as const

interface PicturesProps {
  scene: Scene
}

/** The views: one large, the others to press. */
function Pictures({ scene }: PicturesProps) {
  const [large, setLarge] = useState(0)
  const shown = scene.pictures[large] ?? scene.pictures[0]
  if (!shown) return null
  return (
    <div>
      <SceneView
        picture={shown}
        words={`The scene ${VIEW_WORDS[shown.view]}`}
        className="border border-rule"
      />
      <div className="mt-1 grid grid-cols-4 gap-1" role="group" aria-label="Views">
        {scene.pictures.map((picture, i) => (
          <button
            key={picture.view}
            type="button"
            aria-pressed={i === large}
            className={`border p-0.5 text-small ${i === large ? 'border-hot font-semibold' : 'border-rule'}`}
            onClick={() => setLarge(i)}
          >
            <SceneView picture={picture} words="" className="pointer-events-none" />
            {VIEW_NAMES[picture.view]}
          </button>
        ))}
      </div>
    </div>
  )
}

type Read = Partial<Record<Asked['kind'], number>>

/** A flag that is never asked for stands no further. */
const FAR_M = 180

interface LandingProps {
  flag: number
  land: number | null
  onChange: (land: number | null) => void
}

/** Where the ball is to land, if the coach wants it somewhere. */
function Landing({ flag, land, onChange }: LandingProps) {
  const words = land === null ? 'automatic' : `${land.toFixed(1)} m`
  return (
    <div className="border-t border-rule py-1">
      <label>
        <span className="flex items-baseline justify-between gap-3">
          <span>where it is to land</span>
          <b className="figure">{words}</b>
        </span>
        <input
          type="range"
          className="block h-8 w-full"
          style={filled(1, flag, land ?? flag)}
          min={1}
          max={flag}
          step={0.5}
          value={land ?? flag}
          aria-valuetext={words}
          onChange={(event) => onChange(Number(event.target.value))}
        />
      </label>
      {land !== null && (
        <button type="button" className="word" onClick={() => onChange(null)}>
          automatic, to finish at the flag
        </button>
      )}
    </div>
  )
}

interface ReadSceneProps {
  name: string
  player: Player
  reader: string | null
  hasNext: boolean
  onNext: () => void
}

/** A scene to read: what is seen, what is set, the call chosen for it, and what it cost. */
export function ReadScene({ name, player, reader, hasNext, onNext }: ReadSceneProps) {
  const scene = useQuery(sceneQuery(name, player.id))
  const [read, setRead] = useState<Read>({})
  const [land, setLand] = useState<number | null>(null)
  const [chosen, setChosen] = useState<string | null>(null)
  const [score, setScore] = useState<Score | null>(null)
  const [id] = useState(newId)
  const offer = useOfferCalls()
  const strike = useScore()
  if (scene.error) return <Problem error={scene.error} onRetry={() => void scene.refetch()} />
  const told = scene.data
  if (!told) return <p className="text-quiet">Drawing the scene.</p>
  const readOf = ({ kind }: Asked) => {
    const value = read[kind]
    return value === undefined ? 'not read' : readWords(kind, value)
  }
  const isBlind = Object.keys(read).length === 0
  const calls = offer.data?.calls
  const first = calls?.[0]?.id
  const flag = read.flag ?? FAR_M
  const body = { player_id: player.id, read, land_m: land === null ? null : Math.min(land, flag) }
  const again = () => {
    offer.reset()
    setChosen(null)
  }
  return (
    <section
      aria-label="Scene to read"
      className="grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]"
    >
      <Pictures key={name} scene={told} />
      <div className="min-w-0">
        {score ? (
          <ScoreView score={score} hasNext={hasNext} onNext={onNext} />
        ) : (
          <>
            <p>
              The ball lies in <b>{told.cover_words}</b>. What do you read?
              <span className="block text-small text-quiet">
                What you don’t set is given to the plan and isn’t scored.
              </span>
            </p>
            {told.asked.map((one) => (
              <ReadSlider
                key={one.kind}
                className="border-t border-rule"
                label={one.words}
                words={readOf(one)}
                range={rangeOf(one)}
                step={one.step}
                start={startAt(one)}
                value={read[one.kind] ?? null}
                onChange={(value) => {
                  setRead({ ...read, [one.kind]: value })
                  again()
                }}
              />
            ))}
            <Landing
              flag={flag}
              land={body.land_m}
              onChange={(spot) => {
                setLand(spot)
                again()
              }}
            />
            {calls?.length === 0 && (
              <p role="status">Nothing in this bag lands there and holds. Choose another spot.</p>
            )}
            {calls && calls.length > 0 && (
              <fieldset className="mt-2">
                <legend className="font-bold">For that lie</legend>
                {calls.map((call, i) => (
                  <label key={call.id} className="block border-t border-rule py-1">
                    <input
                      type="radio"
                      name="call"
                      checked={(chosen ?? first) === call.id}
                      onChange={() => setChosen(call.id)}
                    />{' '}
                    {call.words}, lands at <span className="figure">{call.carry_m.toFixed(1)} m</span>
                    {i === 0 && <span className="text-quiet"> (best for what you read)</span>}
                  </label>
                ))}
              </fieldset>
            )}
            <button
              type="button"
              className="press press-main mt-3 min-h-12 w-full sm:w-auto"
              disabled={isBlind || offer.isPending || strike.isPending}
              onClick={() =>
                first
                  ? strike.mutate(
                      {
                        scene: name,
                        body: { ...body, id, reader_id: reader, call_id: chosen ?? first },
                      },
                      { onSuccess: setScore },
                    )
                  : offer.mutate({ scene: name, body })
              }
            >
              {isBlind
                ? 'Read something first'
                : offer.isPending
                  ? 'Planning'
                  : strike.isPending
                    ? 'Striking'
                    : first
                      ? 'Strike it'
                      : 'Choose a call for it'}
            </button>
            {offer.error && <Problem error={offer.error} />}
            {strike.error && <Problem error={strike.error} />}
          </>
        )}
      </div>
    </section>
  )
}
