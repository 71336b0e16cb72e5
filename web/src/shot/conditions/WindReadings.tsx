import { BEAUFORT, EXPOSURES, exposureWords, fromLine } from '../day'
import type { Reading } from '../reading'
import { compassWords, sideOfWind, speedWords } from '../sky-words'
import { useBench } from '../store'
import { show } from '../../lib/units'
import { Choice } from '../../ui/Choice'
import { Menu } from '../../ui/Menu'
import { Value } from '../Value'
import { WordOrNumber } from '../../ui/WordOrNumber'
import { useUnits } from '../../lib/use-units'
import type { NumberKey } from '../numbers'

const BY = [
  { value: 'line', words: 'measured from the target line' },
  { value: 'compass', words: 'by compass' },
] as const
const AT = [
  { value: 'hand', words: 'at hand or flag height, 2 m' },
  { value: 'mast', words: 'forecast or mast, at 10 m' },
] as const
/** Told by signs, a force spans two or three metres a second. */
const SIGNS_DOUBT = 1.5
/** Nobody plays in more. */
const STRONGEST = 8

interface WindReadingsProps {
  reading: Reading
  isLed: boolean
}

/** The wind in numbers and words, by hand, by signs or by compass. */
export function WindReadings({ reading, isLed }: WindReadingsProps) {
  const units = useUnits()
  const set = useBench.getState().set
  const number = (read: NumberKey, shown: string, more: { low?: number; also?: Partial<Reading> } = {}) =>
    isLed && read !== 'bearing' ? (
      <span>{shown}</span>
    ) : (
      <Value read={read} shown={shown} reading={reading} {...more} />
    )
  const from =
    reading.windBy === 'compass'
      ? `${Math.round(reading.windFrom)}°, ${compassWords(reading.windFrom)}`
      : `${Math.round(reading.windFrom)}° (${sideOfWind(fromLine(reading))})`
  const forces = BEAUFORT.filter((force) => force.number <= STRONGEST)
  return (
    <dl className="mt-1 grid grid-cols-[6.2rem_1fr] gap-y-1">
      <dt className="text-quiet">mean</dt>
      <dd>{number('wind', speedWords(reading.wind, units), { also: { gust: 0 } })}</dd>
      <dt className="text-quiet">gusts</dt>
      <dd>
        {number('gust', reading.gust === 0 ? 'usual here' : speedWords(reading.gust, units), {
          low: reading.wind,
        })}
      </dd>
      <dt className="text-quiet">from</dt>
      <dd>
        {number('windFrom', from)}{' '}
        {!isLed && (
          <Choice
            label="How the direction is given"
            value={reading.windBy}
            options={BY}
            onChange={(windBy) =>
              set({
                windBy,
                windFrom: (fromLine(reading) + (windBy === 'compass' ? reading.bearing : 0)) % 360,
              })
            }
          />
        )}
      </dd>
      {reading.windBy === 'compass' && (
        <>
          <dt className="text-quiet">line points</dt>
          <dd>{number('bearing', `${Math.round(reading.bearing)}°, ${compassWords(reading.bearing)}`)}</dd>
        </>
      )}
      {!isLed && (
        <>
          <dt className="text-quiet">measured at</dt>
          <dd>
            <WordOrNumber
              label="Measured at"
              value={reading.windAt}
              options={AT}
              told={(metres) => `${show(metres, 'distance', units)} up`}
              onChange={(windAt) => set({ windAt })}
            />
          </dd>
        </>
      )}
      <dt className="text-quiet">line</dt>
      <dd>
        <Choice
          label="What stands around the line"
          value={reading.exposure}
          options={EXPOSURES.map((value) => ({ value, words: exposureWords(value) }))}
          onChange={(exposure) => set({ exposure })}
        />
      </dd>
      {!isLed && (
        <>
          <dt className="text-quiet">estimate</dt>
          <dd>
            <Menu
              label="what you see"
              groups={[
                {
                  title: 'Beaufort, at 10 m over open ground',
                  items: forces.map((force) => ({
                    id: `${force.number}`,
                    words: `${force.number}, ${force.words}`,
                    about: force.on_course,
                  })),
                },
              ]}
              onPick={(id) => {
                const force = forces.find((one) => `${one.number}` === id)
                if (!force) return
                const wind = Math.round(2 * force.stands_for_m_s) / 2
                set({ wind, gust: 0, windAt: 'mast', windDoubt: SIGNS_DOUBT })
              }}
            />
          </dd>
        </>
      )}
    </dl>
  )
}
