import { Dialog } from 'radix-ui'
import { useRef, type ReactNode } from 'react'
import { useBackCloses } from '../lib/back'
import { focusFirst } from '../lib/roving'

interface SheetProps {
  open: boolean
  title: string
  about: string
  /** For what stands side by side. */
  wide?: boolean
  onOpenChange: (open: boolean) => void
  children: ReactNode
}

/** A sheet of paper laid over the page. */
export function Sheet({ open, title, about, wide, onOpenChange, children }: SheetProps) {
  useBackCloses(open, () => onOpenChange(false))
  // A sheet is laid by a key as often as by a button: whatever had the focus has it again.
  const before = useRef<Element | null>(null)
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil fixed inset-0 z-40 bg-ink/40" />
        <Dialog.Content
          onOpenAutoFocus={(event) => {
            before.current = document.activeElement
            // What an Enter out of habit does no harm to, where a sheet has something of the kind.
            focusFirst(event, '[data-first]')
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault()
            if (before.current instanceof HTMLElement) before.current.focus()
          }}
          className={`sheet fixed left-1/2 z-50 -translate-x-1/2 overflow-y-auto border border-ink bg-paper p-5 ${wide ? 'top-[3vh] max-h-[94vh] w-[min(74rem,96vw)]' : 'top-[8vh] max-h-[84vh] w-[min(34rem,94vw)]'}`}
        >
          <Dialog.Title className="text-lg font-bold">{title}</Dialog.Title>
          <Dialog.Description className="mt-0.5 mb-3 text-quiet">{about}</Dialog.Description>
          {children}
          <Dialog.Close
            className="absolute top-3 right-4 px-2 text-quiet hover:text-hot print:hidden"
            aria-label="Close"
          >
            Close
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
