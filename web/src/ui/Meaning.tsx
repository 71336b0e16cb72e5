import { Suspense, useState } from 'react'
import type { Term } from '../lib/glossary'
import { part, renewParts } from '../lib/part'
import { Boundary } from './Boundary'
import { Popped } from './Popped'

// All words weigh more than what is needed to press one: fetched with the first.
export const meaning = part(async () => (await import('./MeaningText')).MeaningText)

/** A word that says what it means when it is pressed. */
export function Meaning({ of, children = of }: { of: Term; children?: string }) {
  const [isOpen, setOpen] = useState(false)
  return (
    <Popped label={`${children}: what does it mean?`} words={children} isOpen={isOpen} onOpen={setOpen}>
      {(Popover) => (
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
      )}
    </Popped>
  )
}
