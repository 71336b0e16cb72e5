import type { Call } from '../../api/client'
import { help } from '../../lib/desk'
import { useUnits } from '../../lib/use-units'
import { FIGURES, figureWords, type FigureName } from '../figure-words'
import type { LedgerName } from '../ledger'

interface FigureTextProps {
  name: FigureName
  call: Call
  onLedger: (ledger: LedgerName) => void
}

/** What a figure is, how sure, what changes it; and the ways to its ledger and to how it is worked out. */
export function FigureText({ name, call, onLedger }: FigureTextProps) {
  const units = useUnits()
  const { ledger, section } = FIGURES[name]
  return (
    <>
      {figureWords(name, call, units).map((words) => (
        <p key={words} className="mb-1">
          {words}
        </p>
      ))}
      <p className="flex flex-wrap gap-x-3">
        {ledger && (
          <button type="button" className="word" onClick={() => onLedger(ledger)}>
            {ledger} ledger
          </button>
        )}
        <button type="button" className="word" onClick={() => help('model', section)}>
          why does it say that?
        </button>
      </p>
    </>
  )
}
