import { tell, useDesk } from '../lib/desk'
import { useOverlays } from './use-overlays'

const STAYS_MS = 4000
const STAYS_WITH_WAY_BACK_MS = 8000

/** A line that says what was done and goes away by itself; with a way back where there is one. */
export function Told() {
  const { told: words, wayBack, times } = useDesk()
  const { overlays } = useOverlays()
  if (!overlays) return null
  const { Toast } = overlays
  return (
    <Toast.Provider duration={wayBack ? STAYS_WITH_WAY_BACK_MS : STAYS_MS} label="Veltrin">
      <Toast.Root
        key={times}
        type="background"
        open={words !== ''}
        onOpenChange={(open) => !open && tell('')}
        className="flex items-center gap-4 bg-ink px-4 py-2 text-paper"
      >
        <Toast.Description>{words}</Toast.Description>
        {wayBack && (
          <Toast.Action
            altText={wayBack.words}
            className="border-b border-paper font-semibold"
            onClick={wayBack.act}
          >
            {wayBack.words}
          </Toast.Action>
        )}
      </Toast.Root>
      <Toast.Viewport
        label="Messages ({hotkey})"
        className="no-print fixed bottom-20 lg:bottom-4 left-1/2 z-[60] -translate-x-1/2 outline-none"
      />
    </Toast.Provider>
  )
}
