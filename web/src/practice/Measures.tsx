import type { ReadyStation } from '../api/client'
import { measureWords } from './drill-words'
import { useUnits } from '../lib/use-units'

/** What a station is laid out by, in the coach's units. */
export function Measures({ measures }: { measures: ReadyStation['measures'] }) {
  const units = useUnits()
  if (measures.length === 0) return null
  return (
    <dl className="mt-1 grid max-w-[34rem] grid-cols-[1fr_auto]">
      {measures.map((measure) => (
        <div key={measure.words} className="contents">
          <dt className="border-b border-rule">{measure.words}</dt>
          <dd className="figure border-b border-rule pl-4 text-right">{measureWords(measure, units)}</dd>
        </div>
      ))}
    </dl>
  )
}
