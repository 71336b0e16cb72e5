import { create } from 'zustand'
import { begin, glide, push, redo, settle, undo, type History } from './history'
import { fromSearch } from './address'
import { change, START, type Reading } from './reading'

interface BenchState {
  history: History<Reading>
  /** Where a drag under way began. */
  held: Reading | null
  /** The call that stands first on the page. */
  first: string | null
  stands: (first: string | null) => void
  set: (patch: Partial<Reading>) => void
  drag: (patch: Partial<Reading>) => void
  release: () => void
  /** Take what a device says: no step to undo. */
  follow: (patch: Partial<Reading>) => void
  open: (reading: Reading) => void
  undo: () => void
  redo: () => void
}

/** The reading on the Bench with its undo list. It starts from the address. */
export const useBench = create<BenchState>()((set) => ({
  history: begin(fromSearch(window.location.search, START)),
  held: null,
  first: null,
  stands: (first) => set({ first }),
  set: (patch) => set(({ history }) => ({ history: push(history, change(history.present, patch)) })),
  drag: (patch) =>
    set(({ history, held }) => ({
      held: held ?? history.present,
      history: glide(history, change(history.present, patch)),
    })),
  release: () =>
    set(({ history, held }) => (held ? { held: null, history: settle(history, held) } : { held: null })),
  follow: (patch) => set(({ history }) => ({ history: glide(history, change(history.present, patch)) })),
  open: (reading) => set(({ history }) => ({ history: push(history, reading) })),
  undo: () => set(({ history }) => ({ history: undo(history) })),
  redo: () => set(({ history }) => ({ history: redo(history) })),
}))

export const useReading = () => useBench((state) => state.history.present)
