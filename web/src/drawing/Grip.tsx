import { useRef, type KeyboardEvent } from 'react'
import { lensOf, pointIn, type Lens } from './pointer'

interface GripProps {
  x: number
  y: number
  label: string
  /** The first of the two things it sets, and how far that goes: what a slider has to have; `spoken` tells both. */
  value: number
  high: number
  spoken: string
  /** Dragged to a place in the drawing's own units. */
  onMove: (x: number, y: number) => void
  onRelease: () => void
  /** Moved by arrow keys: steps along and up. */
  onStep: (along: number, up: number) => void
  onDelete?: () => void
  small?: boolean
  /** How much of the way of a finger counts: below one where the drawing is small for what it sets. */
  gear?: number
}

const STEPS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}

/** A grip that moves both ways: drag it, or focus it and use the arrow keys (with Shift: five steps). */
export function Grip(props: GripProps) {
  const { x, y, label, value, high, spoken, onMove, onRelease, onStep, onDelete, small, gear = 1 } = props
  const held = useRef<{ px: number; py: number; x: number; y: number; lens: Lens } | null>(null)
  const onKeyDown = (event: KeyboardEvent) => {
    const step = STEPS[event.key]
    const times = event.shiftKey ? 5 : 1
    if (step) onStep(step[0] * times, step[1] * times)
    else if (event.key === 'Delete' && onDelete) onDelete()
    else return
    event.preventDefault()
  }
  const letGo = () => {
    held.current = null
    onRelease()
  }
  return (
    <g
      className="handle"
      transform={`translate(${x} ${y})`}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-roledescription="grip that moves both ways"
      aria-valuenow={value}
      aria-valuemin={Math.min(0, value)}
      aria-valuemax={Math.max(high, value)}
      aria-valuetext={spoken}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        event.currentTarget.focus()
        event.preventDefault()
        event.stopPropagation()
        const lens = lensOf(event)
        const [px, py] = pointIn(event, lens)
        held.current = { px, py, x, y, lens }
      }}
      onPointerMove={(event) => {
        if (!held.current) return
        const began = held.current
        const [px, py] = pointIn(event, began.lens)
        onMove(began.x + gear * (px - began.px), began.y + gear * (py - began.py))
      }}
      onPointerUp={letGo}
      onPointerCancel={letGo}
    >
      <circle r={small ? 18 : 20} style={{ fill: 'transparent', stroke: 'none' }} />
      <circle r={small ? 5 : 8} />
      {!small && (
        <path
          d="M-4.5 0h9M0 -4.5v9"
          fill="none"
          stroke="var(--ink)"
          strokeWidth={1.3}
          strokeLinecap="round"
        />
      )}
    </g>
  )
}
