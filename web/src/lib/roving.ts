import type { KeyboardEvent } from 'react'

type Box = Pick<DOMRect, 'left' | 'right' | 'top' | 'bottom'>

const middle = (box: Box) => [(box.left + box.right) / 2, (box.top + box.bottom) / 2] as const

/** Which of several boxes an arrow key leads to from one of them; null: none lies there. */
export function nextBox(boxes: readonly Box[], at: number, key: string): number | null {
  const from = boxes[at]
  if (!from) return null
  if (key === 'ArrowRight') return at + 1 < boxes.length ? at + 1 : null
  if (key === 'ArrowLeft') return at > 0 ? at - 1 : null
  const sign = key === 'ArrowDown' ? 1 : key === 'ArrowUp' ? -1 : 0
  if (sign === 0) return null
  const [x, y] = middle(from)
  let [best, least] = [null as number | null, Infinity]
  for (const [i, box] of boxes.entries()) {
    const [bx, by] = middle(box)
    // The next row first, in it whatever stands nearest below or above.
    const down = sign * (by - y)
    const far = 1000 * Math.round(down / 5) + Math.abs(bx - x)
    if (down >= 5 && far < least) [best, least] = [i, far]
  }
  return best
}

/** Arrow keys move the focus among the buttons of a list of pictures. */
export function moveByArrows(event: KeyboardEvent<HTMLElement>): void {
  const buttons = [...event.currentTarget.querySelectorAll('button')]
  const at = buttons.findIndex((one) => one === document.activeElement)
  const to = nextBox(
    buttons.map((one) => one.getBoundingClientRect()),
    at,
    event.key,
  )
  if (to === null) return
  event.preventDefault()
  buttons[to]?.focus()
}

/** Give what opens its focus to the first that a selector names; where there is none, it falls as it would. */
export function focusFirst(event: Event, selector: string): void {
  const first = event.target instanceof Element ? event.target.querySelector(selector) : null
  if (!(first instanceof HTMLElement || first instanceof SVGElement)) return
  event.preventDefault()
  first.focus()
}
