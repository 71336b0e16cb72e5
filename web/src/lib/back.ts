import { useEffect, useRef } from 'react'

// An open sheet has a step of its own in the browser's history, so that Back closes it and stays in the place. Closed
// by hand, the step is left over: the next sheet or place takes it, and Back passes over it. It is never gone back
// from code: that would happen some time later, to whatever is open by then.
let isLeftOver = false

interface Step {
  sheet?: true
}

const isOnSheet = () => (window.history.state as Step | null)?.sheet === true

/** Whether the step on top is one that a closed sheet left; who asks takes it. */
export function takeLeftOver(): boolean {
  const was = isLeftOver
  isLeftOver = false
  return was
}

/** Follow Back where no sheet is open: over what a sheet left. */
export function passOverLeft() {
  if (takeLeftOver()) window.history.back()
}

/** While `open`, the browser's Back closes instead of leaving the place. */
export function useBackCloses(open: boolean, close: () => void) {
  const latest = useRef(close)
  useEffect(() => {
    latest.current = close
  })
  useEffect(() => {
    if (!open) return undefined
    if (!takeLeftOver()) window.history.pushState({ sheet: true } satisfies Step, '')
    let isGone = false
    const onBack = (event: PopStateEvent) => {
      isGone = true
      event.stopImmediatePropagation()
      latest.current()
    }
    // Heard before who follows Back from place to place.
    window.addEventListener('popstate', onBack, { capture: true })
    return () => {
      window.removeEventListener('popstate', onBack, { capture: true })
      if (!isGone && isOnSheet()) isLeftOver = true
    }
  }, [open])
}
