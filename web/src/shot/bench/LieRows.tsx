import { coverOf, hasGrass } from '../covers'
import { knownHere } from '../known-ground'
import { deepest, GROWTHS, WET_NAMES, type Reading } from '../reading'
import { useBench } from '../store'
import { counted } from '../../lib/counted'
import { show } from '../../lib/units'
import { dayWords } from '../../lib/when'
import { seatWords } from '../words'
import { Choice } from '../../ui/Choice'
import { Value } from '../Value'
import { CoverPicker } from './CoverPicker'
import { WordOrNumber } from '../../ui/WordOrNumber'
import { useUnits } from '../../lib/use-units'

interface RowProps {
  reading: Reading
}

const GROWTH_WORDS = {
  with: 'grain with the shot',
  across: 'grain across',
  against: 'grain against it',
} as const

function GrassRow(props: RowProps) {
  const { reading } = props
  return (
    <>
      <dt className="text-quiet">grass</dt>
      <dd>
        <Value {...props} read="grass" shown={`${reading.grass} mm`} />
        {coverOf(reading.cover).group === 'grass' && <GrassKind {...props} />}
      </dd>
    </>
  )
}

function GrassKind(props: RowProps) {
  const { reading } = props
  return (
    <>
      {', '}
      <Value {...props} read="density" shown={`${reading.density} % dense`} />
      {', '}
      <Choice
        label="Growth"
        value={reading.growth}
        options={GROWTHS.map((value) => ({ value, words: GROWTH_WORDS[value] }))}
        onChange={(growth) => useBench.getState().set({ growth })}
      />
    </>
  )
}

function SandRow(props: RowProps) {
  const units = useUnits()
  const { reading } = props
  return (
    <>
      <dt className="text-quiet">sand</dt>
      <dd>
        <Value {...props} read="sand" shown={`${reading.sand} mm deep`} />
        {', '}
        <Value
          {...props}
          read="lip"
          shown={reading.lip === 0 ? 'no lip' : `lip ${show(reading.lip, 'distance', units)} high`}
        />
        {reading.lip > 0 && (
          <>
            {', at '}
            <Value {...props} read="lipAt" shown={show(reading.lipAt, 'distance', units)} />
          </>
        )}
      </dd>
    </>
  )
}

/** What was measured of this ground on the course that is played. */
function MeasuredRow({ reading }: RowProps) {
  const here = knownHere(reading)
  if (!here) return null
  return (
    <>
      <dt className="text-quiet">measured</dt>
      <dd>
        by {counted(here.balls, 'ball')}, {dayWords(here.on)}{' '}
        <button
          type="button"
          className="word"
          onClick={() => useBench.getState().set({ known: reading.known.filter((one) => one !== here) })}
        >
          take it as usual
        </button>
      </dd>
    </>
  )
}

/** What the ball lies in, how deep, how wet; the grass, the sand, the give of the ground. */
export function LieRows(props: RowProps) {
  const units = useUnits()
  const { reading } = props
  const { group } = coverOf(reading.cover)
  const set = useBench.getState().set
  return (
    <>
      <dt className="text-quiet">lies</dt>
      <dd>
        <Value {...props} read="sunk" shown={seatWords(reading.sunk, group, units)} high={deepest(reading)} />
        {reading.sunk < 0.03 ? ' of ' : ' in '}
        <CoverPicker cover={reading.cover} onPick={(cover) => set({ cover })} />
        {', '}
        <WordOrNumber
          label="Wet"
          value={reading.wet}
          options={WET_NAMES.map((value) => ({ value, words: value }))}
          told={(wet) => `${Math.round(100 * wet)} % wet`}
          onChange={(wet) => set({ wet })}
        />
      </dd>
      <MeasuredRow {...props} />
      {hasGrass(reading.cover) && <GrassRow {...props} />}
      {group === 'sand' && <SandRow {...props} />}
    </>
  )
}
