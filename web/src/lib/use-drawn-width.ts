import { useCallback, useState } from 'react'

/** Narrower than this nothing is drawn: it would have no room for its words. */
const LEAST = 240

/**
 * How wide a drawing is on the screen (px), at most as wide as it is designed. Drawn for that width its words are as
 * large as they are meant on a phone too, where one that is only shrunk has words of 4 px.
 */
export function useDrawnWidth(
  design: number,
  least = LEAST,
): [(drawing: Element | null) => (() => void) | undefined, number] {
  const [width, setWidth] = useState(design)
  const watch = useCallback(
    (drawing: Element | null) => {
      if (drawing === null || typeof ResizeObserver === 'undefined') return undefined
      const drawFor = (wide: number) => {
        // Nothing that is not shown (a closed fold, a hidden tab) has a width to draw for.
        if (wide > 0) setWidth(Math.round(Math.min(design, Math.max(least, wide))))
      }
      // Measured as it is put on the page too: the observer tells only after a frame was shown with words of 4 px.
      drawFor(drawing.getBoundingClientRect().width)
      const observer = new ResizeObserver(([seen]) => drawFor(seen?.contentRect.width ?? 0))
      observer.observe(drawing)
      return () => observer.disconnect()
    },
    [design, least],
  )
  return [watch, width]
}
