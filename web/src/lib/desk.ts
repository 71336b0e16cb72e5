import { create } from 'zustand'

/** Sheets that can be laid over any place. */
export type DeskSheet = 'kept' | 'keys' | 'player' | 'card' | 'astray' | 'files' | 'units'

interface DeskState {
  sheet: DeskSheet | null
  /** What was just done, in words. */
  told: string
  /** What was marked of a ball that went astray: it goes into the note of the next booked shot. */
  note: string
}

/** What lies on the desk whatever the place. */
export const useDesk = create<DeskState>()(() => ({ sheet: null, told: '', note: '' }))

export const lay = (sheet: DeskSheet | null) => useDesk.setState({ sheet })
export const tell = (told: string) => useDesk.setState({ told })
export const mark = (note: string) => useDesk.setState({ note })

/** Whether a sheet is laid, and how it is laid or taken away. */
export function useLaid(name: DeskSheet) {
  const open = useDesk((state) => state.sheet === name)
  return { open, onOpenChange: (isOpen: boolean) => lay(isOpen ? name : null) }
}
