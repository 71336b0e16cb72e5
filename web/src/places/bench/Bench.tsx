import { useState } from 'react'
import type { Call, Player, PlanResponse, Swap } from '../../api/client'
import type { Drawn } from '../../drawing/Elevation'
import { harderWords } from '../../lib/blow-words'
import { useBench, useReading } from '../../lib/store'
import { mark, tell, useDesk } from '../../lib/desk'
import { useUnits } from '../../lib/use-units'
import type { LedgerName } from '../../lib/ledger'
import { useKeys } from '../../lib/use-keys'
import { usePlan } from '../../lib/use-plan'
import { Problem } from '../../ui/Problem'
import { BookSheet } from '../book/BookSheet'
import { CallsPanel } from './CallsPanel'
import { CompareSheet } from './CompareSheet'
import { GroundPanel } from './GroundPanel'
import { HelpsSheet } from './HelpsSheet'
import { KeepSheet } from './KeepSheet'
import { LinePanel } from './LinePanel'
import { LineSheet } from './LineSheet'
import { SetupStrip } from './SetupStrip'
import { WhatIfSheet } from './WhatIfSheet'

/** First the call looked at, then the one it is held against. */
function drawnCalls(plan: PlanResponse | undefined, chosenId: string, againstId: string): Drawn[] {
  if (!plan) return []
  const find = (id: string | null) => plan.calls.find((call) => call.id === id)
  const chosen = find(chosenId) ?? find(plan.first_id)
  if (!chosen) return []
  const picked = find(againstId)
  const usual = find(chosen.id === plan.first_id ? plan.second_id : plan.first_id)
  const other = picked && picked.id !== chosen.id ? picked : usual
  return [{ call: chosen, tone: 'hot' }, ...(other ? [{ call: other, tone: 'second' } as const] : [])]
}

/** The swap note where it is about this call: the stock stroke with the club swapped to. */
function swapOf(call: Call, plan: PlanResponse | undefined): Swap | null {
  const swap = plan?.swap ?? null
  return call.method_id === 'stock-swing' && call.club_name === swap?.to_club ? swap : null
}

type SheetName = 'book' | 'keep' | 'helps' | 'lines' | 'compare' | 'what-if'

/** Work out one shot: ground, line, calls, set-up, reasons. */
export function Bench({ player }: { player: Player }) {
  const units = useUnits()
  const note = useDesk((state) => state.note)
  const reading = useReading()
  const { plan, error, retry, isSettling } = usePlan(reading)
  const [ledger, setLedger] = useState<LedgerName>('loft')
  const [sheet, setSheet] = useState<SheetName | null>(null)
  const opens = (name: SheetName) => ({
    open: sheet === name,
    onOpenChange: (open: boolean) => setSheet(open ? name : null),
  })
  const drawn = drawnCalls(plan, reading.call, reading.against)
  const chosen = drawn[0]?.call
  // Relief is a call without a stroke: there is nothing of it to draw.
  const struck = drawn.filter(({ call }) => call.finish !== 'none')
  const { set } = useBench.getState()
  const choose = (id: string) => set({ call: id === plan?.first_id ? '' : id })

  useKeys({
    '1': () => set({ call: '' }),
    '2': () => plan?.second_id && set({ call: plan.second_id }),
    L: () => setLedger('loft'),
    B: () => setLedger('bounce'),
    D: () => setLedger('distance'),
    S: () => setLedger('spin'),
    A: () => setLedger('aim'),
    H: () => setSheet('helps'),
    N: () => setSheet('lines'),
    C: () => drawn.length > 1 && setSheet('compare'),
    W: () => chosen && setSheet('what-if'),
    K: () => chosen && setSheet('keep'),
    E: () => chosen && setSheet('book'),
  })

  return (
    <main className="mx-auto max-w-[480px] lg:max-w-[1400px]">
      {error && (
        <div className="p-3">
          <Problem error={error} onRetry={retry} />
        </div>
      )}
      <div className="grid lg:grid-cols-[360px_1fr_348px]">
        <GroundPanel
          reading={reading}
          call={struck.find(({ call }) => call === chosen)?.call}
          player={player}
          keptClubId={plan?.kept_club_id ?? null}
          onHelps={() => setSheet('helps')}
        />
        <LinePanel reading={reading} drawn={struck} onLines={() => setSheet('lines')} />
        {plan ? (
          <CallsPanel
            plan={plan}
            chosen={chosen?.id}
            reading={reading}
            isSettling={isSettling}
            onCompare={() => setSheet('compare')}
            onWhatIf={() => setSheet('what-if')}
            onChoose={choose}
            onLedger={(id, name) => {
              choose(id)
              setLedger(name)
            }}
          />
        ) : (
          <p className="p-4 text-quiet">{error ? '' : 'Working out the calls.'}</p>
        )}
      </div>
      <HelpsSheet {...opens('helps')} reading={reading} hand={player.hand} />
      <LineSheet {...opens('lines')} reading={reading} />
      {chosen && (
        <>
          <SetupStrip
            call={chosen}
            reading={reading}
            player={player}
            swap={swapOf(chosen, plan)}
            harder={plan ? harderWords(plan, units) : null}
            ledger={ledger}
            onLedger={setLedger}
            onKeep={() => setSheet('keep')}
            onBook={() => {
              if (chosen.finish === 'none') tell('No stroke was played: book the next one.')
              else setSheet('book')
            }}
          />
          <BookSheet
            key={`${sheet === 'book'}`}
            {...opens('book')}
            reading={reading}
            call={chosen}
            player={player}
            note={note}
            onBooked={(words) => {
              setSheet(null)
              mark('')
              tell(words)
            }}
          />
          <KeepSheet
            {...opens('keep')}
            reading={reading}
            call={chosen}
            onKept={() => {
              setSheet(null)
              tell('Kept. Press O to see it.')
            }}
          />
          <WhatIfSheet {...opens('what-if')} reading={reading} call={chosen} />
          {plan && (
            <CompareSheet
              {...opens('compare')}
              plan={plan}
              drawn={drawn}
              reading={reading}
              player={player}
              onPair={(call, against) => set({ call, against })}
            />
          )}
        </>
      )}
    </main>
  )
}
