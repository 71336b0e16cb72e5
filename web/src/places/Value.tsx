import { RANGES, type NumberKey, type Reading } from '../lib/reading'
import { useBench } from '../lib/store'
import { EditableNumber } from '../ui/EditableNumber'

interface ValueProps {
  read: NumberKey
  /** Words it is shown in while it isn't being edited. */
  shown: string
  reading: Reading
  /** Closer bounds than the reading's own. */
  low?: number
  high?: number
  /** What changes with it. */
  also?: Partial<Reading>
}

/** One number of the reading, in words that turn into a field. */
export function Value({ read, shown, reading, low, high, also }: ValueProps) {
  const range = RANGES[read]
  return (
    <EditableNumber
      shown={shown}
      value={reading[read]}
      range={{ ...range, low: low ?? range.low, high: high ?? range.high }}
      onChange={(value) => useBench.getState().set({ [read]: value, ...also })}
    />
  )
}
