import { Suspense, useState, type ReactNode } from 'react'
import { renewParts } from '../lib/part'
import { Boundary } from './Boundary'
import { Popped } from './Popped'

interface ExplainedProps {
  /** What opens it, for who hears the page; and what stands there. */
  label: string
  words: string
  /** What could not be shown, should fetching it fail. */
  name: string
  /** How what opens it looks, and how wide the explanation is. */
  className?: string
  width: string
  children: (close: () => void) => ReactNode
}

/** A word or a figure that explains itself when it is pressed. */
export function Explained({ label, words, name, className = 'word', width, children }: ExplainedProps) {
  const [isOpen, setOpen] = useState(false)
  return (
    <Popped label={label} words={words} className={className} isOpen={isOpen} onOpen={setOpen}>
      {(Popover) => (
        <Popover.Content
          collisionPadding={8}
          sideOffset={4}
          className={`z-[60] border border-ink bg-lit p-2.5 text-small text-ink ${width}`}
        >
          <Boundary name={name} onRetry={renewParts}>
            <Suspense fallback={null}>{children(() => setOpen(false))}</Suspense>
          </Boundary>
        </Popover.Content>
      )}
    </Popped>
  )
}
