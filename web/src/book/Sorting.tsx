import type { BookSort } from '../api/client'
import type { Sorted } from './use-filters'
import { Choice } from '../ui/Choice'

export interface Sorting {
  sorted: Sorted
  onSort: (sorted: Sorted) => void
}

/** The columns that sort, by what the server calls them; what a first press puts on top. */
const COLUMNS: readonly { by: BookSort; words: string; first: 'up' | 'down'; right?: boolean }[] = [
  { by: 'when', words: 'when', first: 'down' },
  { by: 'club', words: 'club and method', first: 'up' },
  { by: 'lie', words: 'lie', first: 'up' },
  { by: 'carry', words: 'carry, planned → actual', first: 'down', right: true },
  { by: 'finish', words: 'finish', first: 'down' },
  { by: 'lost', words: 'strokes lost', first: 'down', right: true },
]

/** The title of a column; a press sorts by it, the next one turns the order. */
export function Heading({ by, sorted, onSort }: { by: BookSort } & Sorting) {
  const column = COLUMNS.find((one) => one.by === by)
  if (!column) return null
  const isOn = sorted.by === by
  return (
    <th
      className={`pr-3 font-normal ${column.right ? 'text-right' : ''}`}
      aria-sort={isOn ? (sorted.ascending ? 'ascending' : 'descending') : 'none'}
    >
      <button
        type="button"
        className={`whitespace-nowrap hover:text-hot ${isOn ? 'font-semibold text-ink' : ''}`}
        onClick={() => onSort({ by, ascending: isOn ? !sorted.ascending : column.first === 'up' })}
      >
        {column.words}
        <span aria-hidden> {isOn ? (sorted.ascending ? '▴' : '▾') : ''}</span>
      </button>
    </th>
  )
}

/** On a phone the columns are no columns: a list to choose from instead. */
export function SortChoice({ sorted, onSort }: Sorting) {
  return (
    <p className="py-1 text-small">
      <span className="text-quiet">sorted by </span>
      <Choice
        label="Sorted by"
        value={sorted.by}
        options={COLUMNS.map(({ by, words }) => ({ value: by, words }))}
        onChange={(by) => onSort({ by, ascending: COLUMNS.find((one) => one.by === by)?.first === 'up' })}
      />
    </p>
  )
}
