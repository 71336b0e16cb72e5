import type { Popover } from 'radix-ui'
import type { ReactNode } from 'react'
import { useOverlays } from './use-overlays'

interface PoppedProps {
  /** What opens it. */
  label: string
  words: string
  className?: string
  isOpen: boolean
  onOpen: (isOpen: boolean) => void
  /** What is laid out, by the package's own parts. */
  children: (parts: typeof Popover) => ReactNode
}

/** A word that lays something out beside itself; until the package for that is there, a plain button. */
export function Popped({ label, words, className = 'word', isOpen, onOpen, children }: PoppedProps) {
  const { overlays, want } = useOverlays()
  const shared = { 'aria-label': label, className, children: words }
  const openLater = () => {
    onOpen(true)
    want()
  }
  if (!overlays)
    return (
      <button type="button" aria-haspopup="dialog" aria-expanded={false} onClick={openLater} {...shared} />
    )
  const { Popover: parts } = overlays
  return (
    <parts.Root open={isOpen} onOpenChange={onOpen}>
      <parts.Trigger {...shared} />
      <parts.Portal>{children(parts)}</parts.Portal>
    </parts.Root>
  )
}
