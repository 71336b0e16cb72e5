import { useState } from 'react'
import type { Photograph, Player, SlopeLines } from '../../api/client'
import { useDropPhotograph, useKeepPhotograph, useMeasurePhotograph } from '../../api/lesson'
import { PhotoLines } from '../../drawing/PhotoLines'
import { newId } from '../../lib/new-id'
import { holdPhotograph, letGoOfPhotograph } from '../../lib/desk'
import { useMeasured } from '../measured'
import { Choice } from '../../ui/Choice'
import { Live } from '../../ui/Live'
import { Problem } from '../../ui/Problem'
import { NUMBERS } from '../numbers'

const MOST_BYTES = 12_000_000

const VIEWS = [
  { value: 'behind', words: 'behind the ball, to the target' },
  { value: 'target-right', words: 'beside it, target to the right' },
  { value: 'target-left', words: 'beside it, target to the left' },
] as const

/** Where the lines lie before anybody has laid them, in shares of the width. */
const linesOf = ({ width, height }: Photograph): Pick<SlopeLines, 'horizon' | 'ground'> => {
  const tall = height / width
  return {
    horizon: [
      [0.08, 0.3 * tall],
      [0.92, 0.3 * tall],
    ],
    ground: [
      [0.15, 0.7 * tall],
      [0.85, 0.7 * tall],
    ],
  }
}

interface LinesProps {
  photograph: Photograph
  player: Player
  onGone: () => void
}

function Lines({ photograph, player, onGone }: LinesProps) {
  const [lines, setLines] = useState(() => linesOf(photograph))
  const [view, setView] = useState<SlopeLines['view']>('behind')
  const [isHorizon, setHorizon] = useState(true)
  const measure = useMeasurePhotograph()
  const drop = useDropPhotograph()
  const measured = useMeasured(player.id)
  const found = measure.data?.measured
  const tooSteep = found != null && Math.abs(found.value_deg) > NUMBERS.fall.high
  const take = () =>
    measure.mutate(
      { id: photograph.id, lines: { ...lines, view, is_horizon: isHorizon } },
      {
        onSuccess: ({ measured: told }) => {
          if (!told || Math.abs(told.value_deg) > NUMBERS.fall.high) return
          const value = Math.round(2 * told.value_deg) / 2 + 0
          measured({ [told.reading]: value }, Math.round(10 * told.doubt_deg) / 10, 'photograph')
        },
      },
    )
  return (
    <div className="mt-2">
      <PhotoLines
        src={`/api/photographs/${photograph.id}`}
        width={photograph.width}
        height={photograph.height}
        lines={lines}
        onLines={setLines}
      />
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
        <label>
          <span className="block text-small text-quiet">taken from</span>
          <Choice look="field" label="taken from" value={view} options={VIEWS} onChange={setView} />
        </label>
        <label className="flex items-center gap-1.5 pb-1">
          <input type="checkbox" checked={isHorizon} onChange={(e) => setHorizon(e.target.checked)} />
          the dashed line is the horizon itself
        </label>
        <button type="button" className="press" disabled={measure.isPending} onClick={take}>
          Measure and set
        </button>
        <button
          type="button"
          className="word text-small text-quiet"
          onClick={() =>
            drop.mutate(photograph.id, {
              onSuccess: () => {
                letGoOfPhotograph(photograph.id)
                onGone()
              },
            })
          }
        >
          delete it
        </button>
      </div>
      {(measure.error ?? drop.error) && <Problem error={(measure.error ?? drop.error) as Error} />}
      <Live as="p" className="mt-1 text-small">
        {found &&
          `${found.reading === 'fall' ? 'Fall' : 'Side slope'} ${found.value_deg.toFixed(1)}°, give or take ${found.doubt_deg.toFixed(1)}° (drawing the lines ${found.hand_deg.toFixed(1)}°, lens ${found.lens_deg.toFixed(1)}°, camera not square ${found.stand_deg.toFixed(1)}°). ${
            tooSteep
              ? `That is steeper than the ${NUMBERS.fall.high}° that Veltrin can work out a swing for. Nothing was set.`
              : 'Set on the Bench.'
          }`}
      </Live>
    </div>
  )
}

/** A photograph of the lie: kept with the next booked shot, and a slope measured on it with two lines. */
export function PhotographBlock({ player }: { player: Player }) {
  const keep = useKeepPhotograph()
  const [problem, setProblem] = useState('')
  const [photograph, setPhotograph] = useState<Photograph | null>(null)
  const choose = (file: File | undefined) => {
    if (!file) return
    if (file.size > MOST_BYTES) {
      setProblem(`The picture is ${(file.size / 1_000_000).toFixed(0)} MB; the limit is 12 MB.`)
      return
    }
    setProblem('')
    keep.mutate(
      { id: newId(), player_id: player.id, file },
      {
        onSuccess: (kept) => {
          setPhotograph(kept)
          holdPhotograph(kept.id, player.id)
        },
      },
    )
  }
  return (
    <section aria-label="Photograph" className="border-t border-rule py-2">
      <h3 className="font-semibold">Photograph of the lie</h3>
      <p className="text-small text-quiet">
        Hold the phone low and square to the slope, so that the ground shows as an edge, with the horizon in
        the picture. Lay the dashed line on the horizon and the red line along the ground. The place is not
        saved with it. The picture goes with the next booked shot.
      </p>
      <label className="press mt-1.5 inline-block cursor-pointer">
        {keep.isPending ? 'Saving it' : photograph ? 'Another photograph' : 'Take or choose a photograph'}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp"
          className="sr-only"
          disabled={keep.isPending}
          onChange={(event) => {
            choose(event.target.files?.[0])
            event.target.value = ''
          }}
        />
      </label>
      {problem && (
        <p role="alert" className="mt-1 border-l-4 border-hot px-2">
          {problem}
        </p>
      )}
      {keep.error && <Problem error={keep.error} />}
      {photograph && (
        <Lines
          key={photograph.id}
          photograph={photograph}
          player={player}
          onGone={() => setPhotograph(null)}
        />
      )}
    </section>
  )
}
