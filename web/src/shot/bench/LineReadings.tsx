import { FIRMNESSES, firmnessTold, fromLine } from '../day'
import { SURROUNDS, type Reading } from '../reading'
import { shortSide, speedWords } from '../sky-words'
import { useBench } from '../store'
import { show } from '../../lib/units'
import { Choice } from '../../ui/Choice'
import { Value } from '../Value'
import { WordOrNumber } from '../../ui/WordOrNumber'
import { useUnits } from '../../lib/use-units'
import type { NumberKey } from '../numbers'

const SURROUND_WORDS = { fringe: 'fringe', fairway: 'fairway', semi: 'semi-rough', rough: 'rough' }

function tiltWords(shown: string, value: number, positive: string, negative: string, none: string): string {
  return value === 0 ? none : `${shown.replace('-', '')} ${value > 0 ? positive : negative}`
}

function riseWords(shown: string, value: number): string {
  return value === 0 ? 'level' : `${shown.replace('-', '')} ${value > 0 ? 'up' : 'below'}`
}

/** The line in words: flag, green, what it is like there. */
export function LineReadings({ reading }: { reading: Reading }) {
  const units = useUnits()
  const set = useBench.getState().set
  const number = (read: NumberKey, shown: string) => <Value read={read} shown={shown} reading={reading} />
  const metres = (key: 'flag' | 'front' | 'back' | 'width') =>
    number(key, show(reading[key], 'distance', units))
  return (
    <>
      <dt className="text-quiet">flag</dt>
      <dd>
        {metres('flag')};{' '}
        <Value
          read="wind"
          shown={reading.wind === 0 ? 'no wind' : speedWords(reading.wind, units)}
          reading={reading}
          also={{ gust: 0 }}
        />
        {reading.wind > 0 && (
          <>
            {' '}
            <Value read="windFrom" shown={shortSide(fromLine(reading))} reading={reading} />
          </>
        )}
      </dd>
      <dt className="text-quiet">green</dt>
      <dd>
        {metres('front')} to {metres('back')}, {metres('width')} wide,{' '}
        {number('rise', riseWords(show(reading.rise, 'distance', units), reading.rise))}
      </dd>
      <dt className="text-quiet">landing</dt>
      <dd>
        <WordOrNumber
          label="Firmness"
          value={reading.firmness}
          options={FIRMNESSES.map((value) => ({ value, words: value }))}
          told={firmnessTold}
          onChange={(firmness) => set({ firmness })}
        />
        , green {number('speed', show(reading.speed, 'ft', units))};{' '}
        <Choice
          label="Around the green"
          value={reading.surround}
          options={SURROUNDS.map((value) => ({ value, words: SURROUND_WORDS[value] }))}
          onChange={(surround) => set({ surround })}
        />{' '}
        around it
      </dd>
      <dt className="text-quiet">green tilt</dt>
      <dd>
        {number(
          'greenFall',
          tiltWords(
            show(reading.greenFall, 'slope', units),
            reading.greenFall,
            'away',
            'towards you',
            'level along',
          ),
        )}
        {', '}
        {number(
          'greenSide',
          tiltWords(
            show(reading.greenSide, 'slope', units),
            reading.greenSide,
            'to the right',
            'to the left',
            'level across',
          ),
        )}
      </dd>
    </>
  )
}
