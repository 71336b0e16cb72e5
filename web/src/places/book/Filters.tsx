import type { BookSummary } from '../../api/client'
import type { Which } from '../../api/queries'
import { omit } from '../../lib/omit'

interface FiltersProps {
  which: Which
  summary: BookSummary | undefined
  onWhich: (which: Which) => void
}

type Key = 'cover' | 'method' | 'club' | 'purpose'

const DAYS = [
  ['', 'all dates'],
  ['7', 'last week'],
  ['31', 'last month'],
  ['183', 'last half year'],
] as const

const PURPOSES = [
  { id: 'shot', words: 'planned shots' },
  { id: 'stock', words: 'stock shots' },
  { id: 'trial', words: 'trials' },
]

/** Which shots are looked at: by lie, method, club, date. */
export function Filters({ which, summary, onWhich }: FiltersProps) {
  const pick = (key: Key, value: string) => {
    const rest = omit(which, key)
    onWhich(value === '' ? rest : { ...rest, [key]: value })
  }
  const list = (key: Key, any: string, kinds: { id: string; words: string }[]) => (
    <select
      className="field max-w-[10.5rem]"
      aria-label={`Filter: ${key}`}
      value={which[key] ?? ''}
      onChange={(event) => pick(key, event.target.value)}
    >
      <option value="">{any}</option>
      {kinds.map((kind) => (
        <option key={kind.id} value={kind.id}>
          {kind.words}
        </option>
      ))}
    </select>
  )
  return (
    <div className="flex flex-wrap gap-2 pb-1 sm:ml-auto">
      {list('purpose', 'everything', PURPOSES)}
      {list('cover', 'every lie', summary?.covers ?? [])}
      {list('method', 'every method', summary?.methods ?? [])}
      {list('club', 'every club', summary?.clubs ?? [])}
      <select
        className="field"
        aria-label="Filter: dates"
        onChange={(event) => {
          const rest = omit(which, 'since')
          const days = Number(event.target.value)
          const since = new Date(Date.now() - days * 86_400_000)
          onWhich(event.target.value === '' ? rest : { ...rest, since: since.toISOString() })
        }}
      >
        {DAYS.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </div>
  )
}
