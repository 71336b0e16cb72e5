import { Suspense } from 'react'
import type { Term } from '../lib/glossary'
import { part, renewParts } from '../lib/part'
import { Boundary } from './Boundary'
import { useOverlays } from './use-overlays'

// All words weigh more than what is needed to press one: fetched with the first.
export const meaning = part(async () => (await import('./MeaningText')).MeaningText)

/** A word that says what it means when it is pressed. */
export function Meaning({ of, children = of }: { of: Term; children?: string }) {
  const { overlays, isWanted, want } = useOverlays()
  const shared = { className: 'word', 'aria-label': `${children}: what is that?`, children }
  if (!overlays)
    return <button type="button" aria-haspopup="dialog" aria-expanded={false} onClick={want} {...shared} />
  const { Popover } = overlays
  return (
    <Popover.Root defaultOpen={isWanted}>
      <Popover.Trigger {...shared} />
      <Popover.Portal>
        <Popover.Content
          collisionPadding={8}
          sideOffset={4}
          className="z-[60] w-64 border border-ink bg-lit p-2.5 text-small text-ink"
        >
          <Boundary name="The meaning" onRetry={renewParts}>
            <Suspense fallback={null}>
              <meaning.View of={of} />
            </Suspense>
          </Boundary>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
