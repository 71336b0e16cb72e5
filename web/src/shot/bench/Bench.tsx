import { useRef, useState } from 'react'
import { RefusedError, type Call, type Player, type PlanResponse, type Swap } from '../../api/client'
import { callName } from '../advice'
import { Live } from '../../ui/Live'
import { AnswerBar } from './AnswerBar'
import type { Drawn } from '../../drawing/Elevation'
import { harderWords } from '../blow-words'
import { useBench, useReading } from '../store'
import { holdNoteSlot, tell } from '../../lib/desk'
import { conditionWords } from '../sky-words'
import { show } from '../../lib/units'
import { useUnits } from '../../lib/use-units'
import { lieWords } from '../words'
import type { LedgerName } from '../ledger'
import { useKeys } from '../../lib/use-keys'
import { usePlan } from '../use-plan'
import { Problem } from '../../ui/Problem'
import { CallsPanel } from './CallsPanel'
import { GroundPanel } from './GroundPanel'
import { LinePanel } from './LinePanel'
import { SetupStrip } from './SetupStrip'
import type { SheetName } from './BenchSheets'
import { part } from '../../lib/part'
import { Once } from '../../ui/Once'

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

// Not what a coach sees first: fetched when one is laid, or when there is time.
const fiveTaps = part(async () => (await import('./FiveTaps')).FiveTaps)
export const benchSheets = part(async () => (await import('./BenchSheets')).BenchSheets)

/** Work out one shot: ground, line, calls, set-up, reasons. */
export function Bench({ player }: { player: Player }) {
  const units = useUnits()
  const reading = useReading()
  const { plan, error, retry, isSettling, isCurrent, isOld, isForFormer } = usePlan(reading)
  const calls = useRef<HTMLDivElement>(null)
  const [ledger, setLedger] = useState<LedgerName>('loft')
  const [sheet, setSheet] = useState<SheetName | null>(null)
  const [isTapping, setTapping] = useState(false)
  const drawn = drawnCalls(plan, reading.call, reading.against)
  const chosen = drawn[0]?.call
  const first = plan?.calls.find((call) => call.id === plan.first_id)
  // Relief is a call without a stroke: there is nothing of it to draw.
  const struck = drawn.filter(({ call }) => call.finish !== 'none')
  const { set } = useBench.getState()
  const choose = (id: string) => set({ call: id === plan?.first_id ? '' : id })

  const mayBook = isCurrent || isForFormer
  const book = () => {
    if (chosen?.finish === 'none') tell('Relief is not a stroke. Book the next shot.')
    else if (!mayBook) tell('Please wait: the call for this reading is still being worked out.')
    else setSheet('book')
  }

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
    Y: () => setSheet('course'),
    C: () => drawn.length > 1 && setSheet('compare'),
    W: () => chosen && setSheet('what-if'),
    K: () => chosen && isCurrent && setSheet('keep'),
    E: () => chosen && book(),
  })

  return (
    <main className="pb-20 lg:pb-0">
      <p className="only-print mb-2 text-head">
        <b>{player.name}</b>: {lieWords(reading, units)}; flag at {show(reading.flag, 'distance', units)};{' '}
        {conditionWords(reading, units)}.
      </p>
      {error && (
        <div className="p-3">
          {plan && !(error instanceof RefusedError) ? (
            <p role="alert" className="border-l-4 border-hot bg-lit px-3 py-2">
              <b>Veltrin can’t be reached.</b> The calls below are for your last reading. Veltrin tries again
              by itself.{' '}
              <button type="button" className="word" onClick={retry}>
                Try now
              </button>
            </p>
          ) : (
            <Problem error={error} onRetry={retry} />
          )}
        </div>
      )}
      <Live as="p" className="sr-only">
        {isCurrent && first && `First call: ${callName(first)}, ${first.strokes.toFixed(2)} strokes.`}
      </Live>
      {isTapping && (
        <Once when name="A lie in five taps">
          <fiveTaps.View leftHanded={player.hand === 'left'} onClose={() => setTapping(false)} />
        </Once>
      )}
      <div className="bench-parts">
        <GroundPanel
          onTaps={() => setTapping(true)}
          reading={reading}
          call={struck.find(({ call }) => call === chosen)?.call}
          player={player}
          keptClubId={plan?.kept_club_id ?? null}
          onHelps={() => setSheet('helps')}
        />
        <LinePanel
          reading={reading}
          drawn={struck}
          onLines={() => setSheet('lines')}
          onCourse={() => setSheet('course')}
        />
        <div
          ref={calls}
          tabIndex={-1}
          data-skip-to
          className={`bench-calls flex min-w-0 flex-col outline-none ${isOld ? 'old' : ''}`}
        >
          <div ref={holdNoteSlot} />
          {plan ? (
            <CallsPanel
              plan={plan}
              chosen={chosen?.id}
              reading={reading}
              isSettling={isSettling}
              isOld={isOld}
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
      </div>
      {chosen && (
        <AnswerBar
          call={chosen}
          reading={reading}
          isOld={isOld}
          isSettling={isSettling}
          calls={calls}
          mayBook={mayBook}
          onBook={book}
        />
      )}
      {chosen && (
        <SetupStrip
          call={chosen}
          reading={reading}
          player={player}
          swap={swapOf(chosen, plan)}
          harder={plan ? harderWords(plan, units) : null}
          ledger={ledger}
          onLedger={setLedger}
          onKeep={() => setSheet('keep')}
          mayBook={mayBook}
          onBook={book}
        />
      )}
      <Once when={sheet !== null} name="This sheet">
        <benchSheets.View
          sheet={sheet}
          onSheet={setSheet}
          reading={reading}
          player={player}
          plan={plan}
          drawn={drawn}
          isForFormer={isForFormer}
        />
      </Once>
    </main>
  )
}
