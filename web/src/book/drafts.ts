import { create } from 'zustand'
import { persist } from 'zustand/middleware'
import type { Seen } from './booking'
import type { PlayerEdit } from '../api/client'

/** A player as it is being edited: what it began with, what it became, what was typed into number fields. */
export interface PlayerDraft {
  base: PlayerEdit
  draft: PlayerEdit
  texts: Record<string, string>
}

interface Drafts {
  players: Record<string, PlayerDraft | undefined>
  /** A shot as it is being entered, and for which shot that is. */
  seen: { of: string; seen: Seen } | null
}

/** What was begun and not yet saved. It outlives the place and the page. */
export const useDrafts = create<Drafts>()(
  persist((): Drafts => ({ players: {}, seen: null }), { name: 'veltrin.drafts', version: 1 }),
)

export const keepPlayerDraft = (id: string, draft: PlayerDraft | undefined) =>
  useDrafts.setState(({ players }) => ({ players: { ...players, [id]: draft } }))

export const keepSeen = (of: string, seen: Seen) => useDrafts.setState({ seen: { of, seen } })
export const forgetSeen = () => useDrafts.setState({ seen: null })
