import type { Call, PlanResponse } from '../../api/client'
import { callName } from '../advice'
import { blowWords, harderWords } from '../blow-words'
import { useUnits } from '../../lib/use-units'

/** What this wind does to the first call of the shot on the Bench. */
export function BlowCall({ call, plan }: { call: Call; plan: PlanResponse }) {
  const units = useUnits()
  const harder = harderWords(plan, units)
  return (
    <div className="mt-1 border-t border-rule pt-1 text-small">
      <p>
        <b className="font-semibold">{callName(call)}</b>, the first call on the Bench:{' '}
        {blowWords(call, units)}.
      </p>
      {harder && <p className="mt-0.5 text-quiet">{harder}</p>}
    </div>
  )
}
