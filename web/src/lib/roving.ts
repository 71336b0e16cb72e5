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
  let best: { at: number; far: number } | null = null
  boxes.forEach((box, i) => {
    const [bx, by] = middle(box)
    // The next row first, in it whatever stands nearest below or above.
    const down = sign * (by - y)
    if (down < 5) return
    const far = 1000 * Math.round(down / 5) + Math.abs(bx - x)
    if (!best || far < best.far) best = { at: i, far }
  })
  return (best as { at: number } | null)?.at ?? null
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
