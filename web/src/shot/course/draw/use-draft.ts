import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import { EMPTY, type Chosen, type Draft } from './draft'

interface Drawing {
  /** The kept course that is being changed; null: a new one. */
  of: { id: number; version: number } | null
  draft: Draft | null
  isKept: boolean
  past: Draft[]
  future: Draft[]
  /** A corner is held: all its ways until it is let go are one step back. */
  isHeld: boolean
  chosen: Chosen | null
  /** Which corner of it was touched last. */
  corner: number | null
}

const MOST_STEPS = 200
const CLOSED: Drawing = {
  of: null,
  draft: null,
  isKept: true,
  past: [],
  future: [],
  isHeld: false,
  chosen: null,
  corner: null,
}

/** The course that is being drawn. It outlives the sheet and the page until it is kept or thrown away. */
export const useDraft = create<Drawing>()(
  persist((): Drawing => CLOSED, {
    name: 'veltrin.course-drawn',
    version: 1,
    partialize: ({ of, draft, isKept }) => ({ of, draft, isKept }),
  }),
)

/** Begin a drawing, or open a kept course to be changed. */
export const openDraft = (draft: Draft = EMPTY, of: Drawing['of'] = null) =>
  useDraft.setState({ ...CLOSED, draft, of, isKept: of !== null })

export const closeDraft = () => useDraft.setState(CLOSED)

/** It was kept: what is changed from now on is changed in that course. */
export const draftIsKept = (of: Drawing['of']) => useDraft.setState({ of, isKept: true })

export const choosePiece = (chosen: Chosen | null) => useDraft.setState({ chosen, corner: null })

/** One step: the draft as it becomes. While something is held, the step that began with it. */
export function changeDraft(next: (draft: Draft) => Draft, { isHeld = false } = {}) {
  const { draft, past, isHeld: wasHeld } = useDraft.getState()
  if (!draft) return
  const becomes = next(draft)
  if (becomes === draft) return
  const before = wasHeld && isHeld ? past : [...past, draft].slice(-MOST_STEPS)
  useDraft.setState({ draft: becomes, past: before, future: [], isHeld, isKept: false })
}

/** What was held is let go; a corner that was touched can be taken away. */
export const letGo = (corner: number | null = null) => useDraft.setState({ isHeld: false, corner })

export function undoDraft() {
  const { draft, past, future } = useDraft.getState()
  const before = past.at(-1)
  if (!draft || !before) return
  useDraft.setState({
    draft: before,
    past: past.slice(0, -1),
    future: [draft, ...future],
    chosen: null,
    corner: null,
    isHeld: false,
    isKept: false,
  })
}

export function redoDraft() {
  const { draft, past, future } = useDraft.getState()
  const after = future[0]
  if (!draft || !after) return
  useDraft.setState({
    draft: after,
    past: [...past, draft],
    future: future.slice(1),
    chosen: null,
    corner: null,
    isHeld: false,
    isKept: false,
  })
}
