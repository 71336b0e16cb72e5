import { useQuery } from '@tanstack/react-query'
import type { EyeKind, Sensitive, Settings } from '../api/client'
import { eyeQuery } from './api'
import { tell } from '../lib/desk'
import { readWords } from './eye-words'
import { usePlace } from '../lib/place'
import type { Reading } from '../shot/reading'
import { useBench } from '../shot/store'
import { Choice } from '../ui/Choice'
import { settingsQuery, useSaveSettings } from '../shot/api'

const USES: readonly { value: Settings['eye']; words: string }[] = [
  { value: 'usual', words: 'usual doubts' },
  { value: 'doubts', words: 'doubts of your own eye' },
  { value: 'corrected', words: 'your own eye, corrected' },
]

/** Readings of the Bench by the names that the eye has for them; winds are set by hand. */
const ON_BENCH: Partial<Record<Sensitive['reading'], (value: number) => Partial<Reading>>> = {
  fall: (fall) => ({ fall: Math.round(2 * fall) / 2 }),
  side: (side) => ({ side: Math.round(2 * side) / 2 }),
  sunk: (sunk) => ({ sunk: Math.round(100 * sunk) / 100 }),
  give: (give) => ({ give: Math.round(100 * give) }),
  flag: (flag) => ({ flag: Math.round(2 * flag) / 2 }),
}

/** Whose doubts the call is held against, and what the coach's own eye says of what was read. */
export function EyeDoubts({ rows }: { rows: readonly Sensitive[] }) {
  const use = useQuery(settingsQuery).data?.eye ?? 'usual'
  const eye = useQuery(eyeQuery(null))
  const save = useSaveSettings()
  if (!eye.data?.kinds.some((kind) => kind.is_known)) return null
  const byEye = rows.filter((row) => row.by_eye)
  const corrected = byEye.filter((row) => row.corrected_to !== null)
  const apply = () => {
    const changes = corrected.map((row) => ON_BENCH[row.reading]?.(row.corrected_to ?? row.value) ?? {})
    useBench.getState().set(Object.assign({}, ...changes) as Partial<Reading>)
    tell('The readings are corrected by your own bias. U undoes it.')
  }
  const unit = (row: Sensitive) => (row.unit === 'deg' ? '°' : row.unit && ` ${row.unit}`)
  return (
    <div className="mt-1">
      <p>
        Held against the{' '}
        <Choice label="Whose doubts" value={use} options={USES} onChange={(value) => save({ eye: value })} />{' '}
        <button type="button" className="word" onClick={() => usePlace.getState().go('practice', 'part=eye')}>
          how you read
        </button>
      </p>
      {byEye.length > 0 && (
        <ul>
          {byEye.map((row) => (
            <li key={row.reading}>
              {row.words}: yours is off by{' '}
              <b className="figure">
                {row.doubt.toFixed(row.doubt < 1 ? 2 : 1)}
                {unit(row)}
              </b>
              {row.corrected_to !== null && isEyeKind(row.reading) && (
                <>; taken as {readWords(row.reading, row.corrected_to)}</>
              )}
            </li>
          ))}
        </ul>
      )}
      {corrected.length > 0 && (
        <button type="button" className="press py-0.5" onClick={apply}>
          Plan with the corrected readings
        </button>
      )}
    </div>
  )
}

type Kind = EyeKind['kind']

function isEyeKind(name: Sensitive['reading']): name is Kind {
  const kinds: readonly string[] = ['fall', 'side', 'sunk', 'give', 'flag', 'wind', 'cross'] satisfies Kind[]
  return kinds.includes(name)
}
