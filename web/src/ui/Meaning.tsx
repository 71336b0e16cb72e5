import { Popover } from 'radix-ui'
import { GLOSSARY, type Term } from '../lib/glossary'

/** A word that says what it means when it is pressed. */
export function Meaning({ of, children = of }: { of: Term; children?: string }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="word" aria-label={`${children}: what is that?`}>
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          collisionPadding={8}
          sideOffset={4}
          className="z-[60] w-64 border border-ink bg-lit p-2.5 text-small text-ink"
        >
          <b className="capitalize">{of}.</b> {GLOSSARY[of]}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
