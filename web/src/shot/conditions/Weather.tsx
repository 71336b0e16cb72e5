import { type Player } from '../../api/client'
import { COVER_LIST } from '../covers'
import { FIRMNESSES, firmnessTold, GROWNS, RAINS, SANDS } from '../day'
import { type Reading } from '../reading'
import { type Range } from '../../lib/range'
import { RAIN_WORDS } from '../sky-words'
import { useBench } from '../store'
import { show, trim } from '../../lib/units'
import { Choice } from '../../ui/Choice'
import { EditableNumber } from '../../ui/EditableNumber'
import { Problem } from '../../ui/Problem'
import { Value } from '../Value'
import { WordOrNumber } from '../../ui/WordOrNumber'
import { useUnits } from '../../lib/use-units'
import { usePatchPlayer } from '../../players/api'
import { type NumberKey, NUMBERS } from '../numbers'

const plain = <T extends string>(values: readonly T[]) => values.map((value) => ({ value, words: value }))

const GROWN_WORDS = { lean: 'lean, winter', usual: 'normal', lush: 'lush, after rain' } as const
const PREFERRED = [
  { value: 'no', words: 'not in force' },
  { value: 'yes', words: 'in force' },
] as const
const BALL = [
  { value: 'air', words: 'as cold as the air' },
  { value: 'own', words: 'its own' },
] as const
const PRESSURE = [
  { value: 'by', words: 'standard for the altitude' },
  { value: 'read', words: 'as read' },
] as const
const LAYERS = ['a shirt', 'one layer over it', 'two layers', 'three layers', 'four layers'] as const
const COUNTS = ['0', '1', '2', '3', '4'] as const

const LAYER_RANGE: Range = { low: 0, high: 10, step: 0.5, unit: 'pct', name: 'Share a layer takes' }
/** Where a pressure to be typed in starts from: about a hectopascal in 8.5 m. */
const roughPressure = (altitude: number) => Math.round(1013 - altitude / 8.5)

/** What each layer takes from this player's full swing. */
function LayerShare({ player }: { player: Player }) {
  const patch = usePatchPlayer(player.id)
  return (
    <>
      <EditableNumber
        shown={`${trim(player.layer_pct, 1)} % each`}
        value={player.layer_pct}
        range={LAYER_RANGE}
        onChange={(value) => patch.mutate({ layer_pct: value, forget: false })}
      />{' '}
      <span className="text-quiet">off {player.name.split(' ')[0]}’s full swing</span>
      {patch.error && <Problem error={patch.error} />}
    </>
  )
}

interface WeatherProps {
  reading: Reading
  player: Player
}

/** Air, ball, clothes, rain, ground, greens, grass and sand, in words that can be changed. */
export function Weather({ reading, player }: WeatherProps) {
  const units = useUnits()
  const set = useBench.getState().set
  const number = (read: NumberKey, shown = show(reading[read], NUMBERS[read].unit, units)) => (
    <Value read={read} shown={shown} reading={reading} />
  )
  const sands = COVER_LIST.filter((cover) => SANDS.includes(cover.name))
  return (
    <dl className="mt-1 grid grid-cols-[7.4rem_1fr] gap-y-1.5">
      <dt className="text-quiet">air</dt>
      <dd>
        {number('temperature')}, {number('humidity', `humidity ${trim(reading.humidity, 0)} %`)}
      </dd>
      <dt className="text-quiet">altitude</dt>
      <dd>{number('altitude')}</dd>
      <dt className="text-quiet">pressure</dt>
      <dd>
        <Choice
          label="Pressure"
          value={reading.pressure === 0 ? 'by' : 'read'}
          options={PRESSURE}
          onChange={(how) => set({ pressure: how === 'by' ? 0 : roughPressure(reading.altitude) })}
        />
        {reading.pressure > 0 && <>, {number('pressure')} at the ball, not at sea level</>}
      </dd>
      <dt className="text-quiet">ball</dt>
      <dd>
        <Choice
          label="Temperature of the ball"
          value={reading.ballBy}
          options={BALL}
          onChange={(ballBy) => set({ ballBy })}
        />
        {reading.ballBy === 'own' && <>, {number('ball')}</>}
      </dd>
      <dt className="text-quiet">clothes</dt>
      <dd>
        <Choice
          label="Clothes"
          value={COUNTS[reading.layers] ?? '0'}
          options={COUNTS.map((value) => ({ value, words: LAYERS[Number(value)] ?? value }))}
          onChange={(layers) => set({ layers: Number(layers) })}
        />
        {reading.layers > 0 && (
          <>
            , <LayerShare player={player} />
          </>
        )}
      </dd>
      <dt className="text-quiet">rain</dt>
      <dd>
        <Choice
          label="Rain"
          value={reading.rain}
          options={RAINS.map((value) => ({ value, words: RAIN_WORDS[value] }))}
          onChange={(rain) => set({ rain })}
        />
      </dd>
      <dt className="mt-2 text-quiet">ground</dt>
      <dd className="mt-2">
        <WordOrNumber
          label="Ground"
          value={reading.ground}
          options={plain(FIRMNESSES)}
          told={firmnessTold}
          onChange={(ground) => set({ ground })}
        />
      </dd>
      <dt className="text-quiet">greens</dt>
      <dd>
        <WordOrNumber
          label="Greens"
          value={reading.firmness}
          options={plain(FIRMNESSES)}
          told={firmnessTold}
          onChange={(firmness) => set({ firmness })}
        />
        , {number('speed')} when dry
      </dd>
      <dt className="text-quiet">rough</dt>
      <dd>
        <Choice
          label="Rough"
          value={reading.grown}
          options={GROWNS.map((value) => ({ value, words: GROWN_WORDS[value] }))}
          onChange={(grown) => set({ grown })}
        />
      </dd>
      <dt className="text-quiet">bunkers</dt>
      <dd>
        <Choice
          label="Bunkers"
          value={reading.sandState}
          options={sands.map((cover) => ({ value: cover.name, words: cover.words }))}
          onChange={(sandState) => set({ sandState })}
        />
      </dd>
      <dt className="text-quiet">preferred lies</dt>
      <dd>
        <Choice
          label="Preferred lies"
          value={reading.preferred}
          options={PREFERRED}
          onChange={(preferred) => set({ preferred })}
        />
      </dd>
      <dd className="col-span-2 mt-1 text-small text-quiet">
        Ground, grass, sand and rain set the lie on the Bench. Read it again there if it differs.
      </dd>
    </dl>
  )
}
