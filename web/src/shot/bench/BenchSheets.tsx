import type { PlanResponse, Player } from '../../api/client'
import type { Drawn } from '../../drawing/Elevation'
import { mark, tell, useDesk } from '../../lib/desk'
import type { Reading } from '../reading'
import { useBench } from '../store'
import { BookSheet } from '../../book/BookSheet'
import { useShotsOn } from '../../book/shots-on-hole'
import { CourseSheet } from '../course/CourseSheet'
import { CompareSheet } from './CompareSheet'
import { HelpsSheet } from './HelpsSheet'
import { KeepSheet } from './KeepSheet'
import { LineSheet } from './LineSheet'
import { WhatIfSheet } from './WhatIfSheet'

export type SheetName = 'book' | 'course' | 'keep' | 'helps' | 'lines' | 'compare' | 'what-if'

interface BenchSheetsProps {
  sheet: SheetName | null
  onSheet: (sheet: SheetName | null) => void
  reading: Reading
  player: Player
  plan: PlanResponse | undefined
  /** First the call looked at. */
  drawn: Drawn[]
  /** The calls were made for an earlier reading, and nobody answers for this one. */
  isForFormer: boolean
}

/** Everything that is laid over the Bench. */
export function BenchSheets({ sheet, onSheet, reading, player, plan, drawn, isForFormer }: BenchSheetsProps) {
  const note = useDesk((state) => state.note)
  const chosen = drawn[0]?.call
  const opens = (name: SheetName) => ({
    open: sheet === name,
    onOpenChange: (open: boolean) => onSheet(open ? name : null),
  })
  return (
    <>
      <HelpsSheet {...opens('helps')} reading={reading} player={player} />
      <LineSheet {...opens('lines')} reading={reading} />
      <CourseSheet {...opens('course')} reading={reading} player={player} useShots={useShotsOn} />
      {chosen && (
        <>
          <BookSheet
            key={`${sheet === 'book'}`}
            {...opens('book')}
            reading={reading}
            call={chosen}
            player={player}
            note={note}
            isForFormer={isForFormer}
            onBooked={() => {
              onSheet(null)
              mark('')
            }}
          />
          <KeepSheet
            {...opens('keep')}
            reading={reading}
            call={chosen}
            onKept={() => {
              onSheet(null)
              tell('Saved. Press O to see it.')
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
              onPair={(call, against) => useBench.getState().set({ call, against })}
            />
          )}
        </>
      )}
    </>
  )
}
