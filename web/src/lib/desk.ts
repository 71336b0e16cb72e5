import { create } from 'zustand'

/** Sheets that can be laid over any place. */
export type DeskSheet = 'kept' | 'help' | 'player' | 'astray' | 'files' | 'settings' | 'search'

export type HelpPart = 'places' | 'keys' | 'words' | 'model'

/** What can be done about what was just told. */
export interface WayBack {
  words: string
  act: () => void
}

interface DeskState {
  sheet: DeskSheet | null
  /** What was just done, in words. */
  told: string
  wayBack: WayBack | null
  /** How often something was told: the same words told again stay their time again. */
  times: number
  /** What was marked of a ball that went astray: it goes into the note of the next booked shot. */
  note: string
  /** Photographs of the lie: they go with the next booked shot of their player. */
  photographs: { id: string; player_id: string }[]
  /** A file of carries that waits for the player whose they are. */
  carries: File | null
  /** Where the Bench has room for a line to somebody new, while it is shown. */
  noteSlot: HTMLElement | null
  /** Which part of the help is open, and where in it. */
  help: { part: HelpPart; at: string }
}

/** What lies on the desk whatever the place. */
export const useDesk = create<DeskState>()(() => ({
  sheet: null,
  told: '',
  wayBack: null,
  times: 0,
  note: '',
  photographs: [],
  carries: null,
  noteSlot: null,
  help: { part: 'places', at: '' },
}))

export const lay = (sheet: DeskSheet | null) => useDesk.setState({ sheet })
/** Open a part of the help, at a place in it. */
export const help = (part: HelpPart, at = '') => useDesk.setState({ sheet: 'help', help: { part, at } })

export const holdNoteSlot = (noteSlot: HTMLElement | null) => useDesk.setState({ noteSlot })

export const tell = (told: string, wayBack: WayBack | null = null) =>
  useDesk.setState(({ times }) => ({ told, wayBack, times: times + 1 }))
export const mark = (note: string) => useDesk.setState({ note })

const MOST_PHOTOGRAPHS = 4

/** A photograph of the lie that the next booked shot is of. */
export const holdPhotograph = (id: string, player_id: string) =>
  useDesk.setState(({ photographs }) => ({
    photographs: [...photographs.filter((one) => one.id !== id), { id, player_id }].slice(-MOST_PHOTOGRAPHS),
  }))

export const letGoOfPhotograph = (id: string) =>
  useDesk.setState(({ photographs }) => ({ photographs: photographs.filter((one) => one.id !== id) }))

/** The photographs of this player's lie, which are the booked shot's from now on. */
export function takePhotographs(player_id: string): string[] {
  const { photographs } = useDesk.getState()
  useDesk.setState({ photographs: photographs.filter((one) => one.player_id !== player_id) })
  return photographs.filter((one) => one.player_id === player_id).map((one) => one.id)
}

/** Whether a sheet is laid, and how it is laid or taken away. */
export function useLaid(name: DeskSheet) {
  const open = useDesk((state) => state.sheet === name)
  return { open, onOpenChange: (isOpen: boolean) => lay(isOpen ? name : null) }
}
