import { create } from 'zustand'

interface Away {
  /** Nobody answered the last question. */
  isAway: boolean
  /** From when the oldest thing is that is shown from what this browser keeps; null: nothing is shown from there. */
  since: number | null
}

/** Whether somebody answers, and how old what is shown is where nobody does. */
export const useAway = create<Away>()(() => ({ isAway: false, since: null }))

/** Nobody answered; `since`: when what is shown instead was told. */
export const lost = (since: number | null) =>
  useAway.setState((before) => ({
    isAway: true,
    since: since === null ? before.since : Math.min(since, before.since ?? since),
  }))

/** Somebody answers again. */
export const found = () => {
  if (useAway.getState().isAway) useAway.setState({ isAway: false, since: null })
}
