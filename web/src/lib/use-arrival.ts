import { useEffect, type RefObject } from 'react'

/**
 * What was just come to has the focus, where it would fall to the page's body because what led there is gone. A page
 * that was only just opened keeps its first stop.
 */
export function useArrival(here: RefObject<HTMLElement | null>, arrived: unknown) {
  useEffect(() => {
    const { activeElement } = document
    const isLost = activeElement === null || activeElement === document.body
    if (isLost && 'userActivation' in navigator && navigator.userActivation.hasBeenActive)
      here.current?.focus({ preventScroll: true })
  }, [here, arrived])
}
