import { Toast } from 'radix-ui'
import { tell, useDesk } from '../lib/desk'

const STAYS_MS = 4000

/** A line that says what was done and goes away by itself. */
export function Told() {
  const words = useDesk((state) => state.told)
  return (
    <Toast.Provider duration={STAYS_MS} label="Veltrin">
      <Toast.Root
        key={words}
        type="background"
        open={words !== ''}
        onOpenChange={(open) => !open && tell('')}
        className="bg-ink px-4 py-2 text-paper"
      >
        <Toast.Description>{words}</Toast.Description>
      </Toast.Root>
      <Toast.Viewport
        label="Told ({hotkey})"
        className="no-print fixed bottom-4 left-1/2 z-[60] -translate-x-1/2 outline-none"
      />
    </Toast.Provider>
  )
}
