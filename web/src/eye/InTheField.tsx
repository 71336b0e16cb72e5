import { useState } from 'react'
import type { EyeKind, Player } from '../api/client'
import { askForTilt, hasTilt, slopeOf, useTilt } from '../devices/use-tilt'
import { newId } from '../lib/new-id'
import { Choice } from '../ui/Choice'
import { Problem } from '../ui/Problem'
import { useGuess } from './api'
import { readWords } from './eye-words'
import { ReadSlider } from './ReadSlider'

type Kind = EyeKind['kind']

interface Measured {
  kind: Kind
  words: string
  range: readonly [number, number]
  step: number
  start: number
  how: string
}

/** What can be measured where one stands, and by what. */
const KINDS: readonly Measured[] = [
  { kind: 'side', words: 'slope across', range: [-15, 15], step: 0.5, start: 0, how: 'Lay the phone on the ground, its top to the target.' },
  { kind: 'fall', words: 'slope along', range: [-15, 15], step: 0.5, start: 0, how: 'Lay the phone on the ground, its top to the target.' },
  { kind: 'flag', words: 'distance to the flag', range: [2, 180], step: 0.5, start: 40, how: 'Pace it, or ask a rangefinder.' },
  { kind: 'sunk', words: 'how deep the ball sits', range: [0, 1.6], step: 0.05, start: 0, how: 'Stand a tee peg beside a ball: what of the ball is under the grass?' },
] // prettier-ignore

interface LevelProps {
  kind: Kind
  hand: Player['hand']
  onRead: (degrees: number) => void
}

/** The phone as a level: what it says now, taken by a press. */
function Level({ kind, hand, onRead }: LevelProps) {
  const [isOn, setOn] = useState(false)
  const { tilt, silent } = useTilt(isOn)
  if (!hasTilt() || (kind !== 'fall' && kind !== 'side')) return null
  const now = tilt && slopeOf(tilt, hand)[kind]
  return (
    <p>
      {isOn ? (
        <button
          type="button"
          className="press min-h-12"
          disabled={now === null}
          onClick={() => now !== null && onRead(now)}
        >
          {now === null
            ? silent
              ? 'This device has no level'
              : 'Waiting for the level'
            : `Take ${readWords(kind, now)}`}
        </button>
      ) : (
        <button
          type="button"
          className="press min-h-12"
          onClick={() => void askForTilt().then((may) => setOn(may))}
        >
          Use the phone as a level
        </button>
      )}
    </p>
  )
}

interface InTheFieldProps {
  player: Player
  reader: string | null
}

/** Guess first, then measure: real ground calibrates the eye as a drawn scene does. */
export function InTheField({ player, reader }: InTheFieldProps) {
  const [kind, setKind] = useState<Kind>('side')
  const [guessed, setGuessed] = useState<number | null>(null)
  const [isGuessed, setIsGuessed] = useState(false)
  const [measured, setMeasured] = useState<number | null>(null)
  const keep = useGuess()
  const what = KINDS.find((one) => one.kind === kind)
  if (!what) return null
  const slider = { range: what.range, step: what.step, start: what.start }
  const said = (value: number | null) => (value === null ? 'not said' : readWords(kind, value))
  const again = () => {
    setGuessed(null)
    setIsGuessed(false)
    setMeasured(null)
  }
  return (
    <section aria-label="In the field" className="max-w-[34rem]">
      <h2 className="text-head font-bold">Guess first, then measure</h2>
      <p className="mb-2">
        What is guessed:{' '}
        <Choice
          look="field"
          label="What is guessed"
          value={kind}
          options={KINDS.map((one) => ({ value: one.kind, words: one.words }))}
          onChange={(value) => {
            setKind(value)
            again()
            keep.reset()
          }}
        />
      </p>
      <ReadSlider
        {...slider}
        label="Your guess"
        words={said(guessed)}
        value={guessed}
        onChange={(value) => !isGuessed && setGuessed(value)}
      />
      {!isGuessed ? (
        <button
          type="button"
          className="press press-main min-h-12"
          disabled={guessed === null}
          onClick={() => {
            setIsGuessed(true)
            keep.reset()
          }}
        >
          That is my guess
        </button>
      ) : (
        <>
          <p className="mt-2 text-quiet">{what.how}</p>
          <Level kind={kind} hand={player.hand} onRead={setMeasured} />
          <ReadSlider
            {...slider}
            label="Measured"
            words={said(measured)}
            value={measured}
            onChange={setMeasured}
          />
          <button
            type="button"
            className="press press-main min-h-12"
            disabled={measured === null || keep.isPending}
            onClick={() =>
              guessed !== null &&
              measured !== null &&
              keep.mutate({ id: newId(), reader_id: reader, kind, guessed, measured }, { onSuccess: again })
            }
          >
            Save it{' '}
          </button>{' '}
          <button type="button" className="press min-h-12" onClick={again}>
            Start again
          </button>
        </>
      )}
      {keep.error && <Problem error={keep.error} />}
      {keep.data && (
        <p role="status" className="mt-3 border-l-4 border-hot pl-2">
          Saved. {keep.data.says}
        </p>
      )}
    </section>
  )
}
