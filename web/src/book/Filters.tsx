import { useState } from 'react'
import type { BookSummary } from '../api/client'
import { Choice } from '../ui/Choice'
import type { Which } from './api'
import { omit } from '../lib/omit'

interface FiltersProps {
  which: Which
  summary: BookSummary | undefined
  onWhich: (which: Which) => void
}

type Key = 'cover' | 'method' | 'club' | 'purpose'

const DAYS = [
  { value: '', words: 'all dates' },
  { value: '7', words: 'last week' },
  { value: '31', words: 'last month' },
  { value: '183', words: 'last half year' },
] as const

const PURPOSES = [
  { id: 'shot', words: 'planned shots' },
  { id: 'stock', words: 'stock shots' },
  { id: 'trial', words: 'trials' },
  { id: 'practice', words: 'practice' },
]

/** Which shots are looked at: by lie, method, club, date. */
export function Filters({ which, summary, onWhich }: FiltersProps) {
  const [days, setDays] = useState('')
  const pick = (key: Key, value: string) => {
    const rest = omit(which, key)
    onWhich(value === '' ? rest : { ...rest, [key]: value })
  }
  const list = (key: Key, any: string, kinds: { id: string; words: string }[]) => (
    <Choice
      look="field"
      className="max-w-[10.5rem] truncate"
      label={`Filter: ${key}`}
      value={which[key] ?? ''}
      options={[{ value: '', words: any }, ...kinds.map(({ id, words }) => ({ value: id, words }))]}
      onChange={(value) => pick(key, value)}
    />
  )
  const holes = summary?.holes ?? []
  const pickHole = (value: string) => {
    const rest = omit(omit(which, 'hole'), 'course')
    const picked = holes.find(({ course, hole }) => `${hole} ${course}` === value)
    onWhich(picked ? { ...rest, ...picked } : rest)
  }
  const since = (value: string) => {
    setDays(value)
    const rest = omit(which, 'since')
    const from = new Date(Date.now() - Number(value) * 86_400_000)
    onWhich(value === '' ? rest : { ...rest, since: from.toISOString() })
  }
  return (
    <div className="flex flex-wrap gap-2 pb-1 sm:ml-auto">
      {list('purpose', 'everything', PURPOSES)}
      {list('cover', 'every lie', summary?.covers ?? [])}
      {list('method', 'every method', summary?.methods ?? [])}
      {list('club', 'every club', summary?.clubs ?? [])}
      {holes.length > 0 && (
        <Choice
          look="field"
          className="max-w-[10.5rem] truncate"
          label="Filter: hole"
          value={which.hole === undefined ? '' : `${which.hole} ${which.course ?? ''}`}
          options={[
            { value: '', words: 'every hole' },
            ...holes.map(({ course, hole }) => ({ value: `${hole} ${course}`, words: `${course}, ${hole}` })),
          ]}
          onChange={pickHole}
        />
      )}
      <Choice look="field" label="Filter: dates" value={days} options={DAYS} onChange={since} />
    </div>
  )
}
