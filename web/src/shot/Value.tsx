import { type Reading } from './reading'
import { useBench } from './store'
import { EditableNumber } from '../ui/EditableNumber'
import { type NumberKey, NUMBERS } from './numbers'

/** What is above zero and what below, where a reading goes both ways: typed, the side is chosen in words. */
const BOTH_WAYS: Partial<Record<NumberKey, readonly [string, string]>> = {
  fall: ['down', 'up'],
  side: ['above the feet', 'below the feet'],
  rise: ['up', 'below you'],
  greenFall: ['away', 'towards you'],
  greenSide: ['to the right', 'to the left'],
}

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
  const range = NUMBERS[read]
  return (
    <EditableNumber
      shown={shown}
      value={reading[read]}
      sides={BOTH_WAYS[read]}
      range={{ ...range, low: low ?? range.low, high: high ?? range.high }}
      onChange={(value) => useBench.getState().set({ [read]: value, ...also })}
    />
  )
}
