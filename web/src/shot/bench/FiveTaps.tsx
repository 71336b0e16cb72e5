import { useEffect, useRef, useState, type ReactNode } from 'react'
import { HillView } from '../../drawing/HillView'
import { turnOff } from '../../lib/offers'
import { scaleOf, show } from '../../lib/units'
import { useUnits } from '../../lib/use-units'
import { COVER_LIST, coverOf } from '../covers'
import { newArea, newObstacle } from '../line'
import { QUICK_STARTS } from '../quick-starts'
import { deepest, snap, type Reading } from '../reading'
import { useBench } from '../store'
import { CoverTile } from './CoverTile'
import { fallWords, seatWords, sideWords } from '../words'

interface StepProps {
  reading: Reading
  leftHanded: boolean
  /** Set it, and go on to the next step. */
  onTap: (patch: Partial<Reading>) => void
}

const TILE =
  'border text-left text-small leading-tight hover:border-hot aria-pressed:border-hot aria-pressed:font-semibold'

function Under({ reading, onTap }: StepProps) {
  return (
    <div className="flex flex-wrap gap-2">
      {COVER_LIST.map((one) => (
        <CoverTile
          key={one.name}
          cover={one.name}
          words={one.words}
          isChosen={one.name === reading.cover}
          size="text-small"
          onPick={() => onTap({ cover: one.name })}
        />
      ))}
    </div>
  )
}

const DEPTHS = [0, 1 / 3, 2 / 3, 1]
/** A ball a little deeper than its own width is as deep as these pictures go. */
const DEEPEST = 1.05

function Deep({ reading, onTap }: StepProps) {
  const units = useUnits()
  const most = Math.min(DEEPEST, deepest(reading))
  const values = DEPTHS.map((share) => Math.min(most, snap('sunk', share * most)))
  return (
    <div className="flex flex-wrap gap-2">
      {values.map((sunk, i) => (
        <CoverTile
          key={DEPTHS[i]}
          cover={reading.cover}
          sunk={sunk}
          words={seatWords(sunk, coverOf(reading.cover).group, units)}
          isChosen={Math.abs(sunk - reading.sunk) < 0.02}
          size="text-small"
          onPick={() => onTap({ sunk })}
        />
      ))}
    </div>
  )
}

const half = (value: number) => Math.round(2 * value) / 2

function Slopes({ reading, leftHanded, onTap }: StepProps) {
  const units = useUnits()
  const { drag, release, set } = useBench.getState()
  const fall = fallWords(reading.fall, show(reading.fall, 'slope', units))
  const side = sideWords(reading.side, show(reading.side, 'slope', units))
  const patch = (f: number, s: number) => ({ fall: snap('fall', half(f)), side: snap('side', half(s)) })
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <HillView
        fall={reading.fall}
        side={reading.side}
        leftHanded={leftHanded}
        spoken={`${fall}, ${side}`}
        onDrag={(f, s) => drag(patch(f, s))}
        onRelease={release}
        onStep={(f, s) => set(patch(f, s))}
      />
      <div className="min-w-44 flex-1">
        <p className="font-semibold first-letter:uppercase">{fall}</p>
        <p className="font-semibold first-letter:uppercase">{side}</p>
        <p className="mt-1 text-small text-quiet">
          Drag the red arrow down the hill. A longer arrow is a steeper hill.
        </p>
        <p className="mt-2 flex flex-wrap gap-2">
          <button type="button" className="press" onClick={() => onTap({ fall: 0, side: 0 })}>
            It is level
          </button>
          <button type="button" className="press press-main" onClick={() => onTap({})}>
            Next
          </button>
        </p>
      </div>
    </div>
  )
}

const DISTANCES = [8, 15, 25, 40, 60, 80, 100, 120, 140, 160, 180]

function Far({ reading, onTap }: StepProps) {
  const units = useUnits()
  const scale = scaleOf('distance', units)
  const { set } = useBench.getState()
  const by = (shown: number) => set({ flag: snap('flag', reading.flag + scale.fromShown(shown)) })
  return (
    <>
      <div className="flex flex-wrap gap-1.5">
        {DISTANCES.map((shown) => {
          const metres = snap('flag', scale.fromShown(shown))
          return (
            <button
              key={shown}
              type="button"
              aria-pressed={Math.abs(metres - reading.flag) < 0.3}
              className={`${TILE} figure min-h-11 min-w-14 border-ink px-2 text-center text-base`}
              onClick={() => onTap({ flag: metres })}
            >
              {shown}
            </button>
          )
        })}
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <b className="figure min-w-20">{show(reading.flag, 'distance', units)}</b>
        {[-5, -1, 1, 5].map((step) => (
          <button key={step} type="button" className="press figure min-w-11" onClick={() => by(step)}>
            {step > 0 ? `+${step}` : `−${-step}`}
          </button>
        ))}
        <button type="button" className="press press-main" onClick={() => onTap({})}>
          Next
        </button>
      </p>
    </>
  )
}

/** What may be between the ball and the flag, by the words for it. */
const BETWEENS: { words: string; about: string; make: (reading: Reading) => Partial<Reading> }[] = [
  { words: 'nothing', about: 'short grass to the green', make: () => ({ areas: [], obstacles: [] }) },
  ...QUICK_STARTS,
  {
    words: 'water',
    about: 'in front of the green',
    make: ({ front, flag }) => {
      const to = Math.max(front > 3 ? front - 1 : 0.6 * flag, 2)
      return { areas: [newArea('water', { x0: 0.45 * to, x1: to, y0: -14, y1: 14 })] }
    },
  },
  {
    words: 'a tree',
    about: 'on the line',
    make: ({ flag }) => ({ obstacles: [newObstacle('tree', flag)] }),
  },
]

function Between({ reading, onTap }: StepProps) {
  return (
    <div className="flex flex-wrap gap-1.5">
      {BETWEENS.map(({ words, about, make }) => (
        <button
          key={words}
          type="button"
          className={`${TILE} min-h-11 border-ink px-2.5 py-1`}
          onClick={() => onTap(make(reading))}
        >
          <b className="block">{words}</b>
          <span className="text-quiet">{about}</span>
        </button>
      ))}
    </div>
  )
}

const STEPS: { title: string; View: (props: StepProps) => ReactNode }[] = [
  { title: 'What does the ball lie on?', View: Under },
  { title: 'How deep does it sit?', View: Deep },
  { title: 'Which way does the ground slope?', View: Slopes },
  { title: 'How far is the flag?', View: Far },
  { title: 'What is between?', View: Between },
]

/** A lie in five taps: each sets the reading at once, so the drawings and the answer follow from the first. */
export function FiveTaps({ leftHanded, onClose }: { leftHanded: boolean; onClose: () => void }) {
  const [step, setStep] = useState(0)
  const reading = useBench((state) => state.history.present)
  const panel = useRef<HTMLElement>(null)
  // What was tapped is gone with its step: the focus stays in the panel, where Escape closes it.
  useEffect(() => panel.current?.focus(), [step])
  const found = STEPS[step]
  if (!found) return null
  const next = () => (step + 1 < STEPS.length ? setStep(step + 1) : onClose())
  return (
    <section
      ref={panel}
      tabIndex={-1}
      role="dialog"
      aria-label="A lie in five taps"
      className="no-print outline-none fixed inset-x-0 bottom-14 z-40 max-h-[58vh] overflow-y-auto border-t-2 border-ink bg-paper p-3 lg:right-auto lg:bottom-0 lg:left-3 lg:max-h-[23rem] lg:w-[46rem] lg:border-2"
      onKeyDown={(event) => event.key === 'Escape' && onClose()}
    >
      <header className="mb-2 flex flex-wrap items-baseline gap-x-3">
        <h2 className="font-bold">
          <span className="figure text-hot">
            {step + 1} of {STEPS.length}
          </span>{' '}
          {found.title}
        </h2>
        <span className="ml-auto flex gap-3">
          {step > 0 && (
            <button type="button" className="word" onClick={() => setStep(step - 1)}>
              back
            </button>
          )}
          <button
            type="button"
            className="text-quiet hover:text-hot"
            onClick={() => {
              turnOff('taps')
              onClose()
            }}
          >
            don’t offer this
          </button>
          <button type="button" className="word" onClick={onClose}>
            close
          </button>
        </span>
      </header>
      <found.View
        reading={reading}
        leftHanded={leftHanded}
        onTap={(patch) => {
          if (Object.keys(patch).length > 0) useBench.getState().set(patch)
          next()
        }}
      />
    </section>
  )
}
