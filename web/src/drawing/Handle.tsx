import { useRef, type KeyboardEvent } from 'react'
import { lensOf, pointIn, type Lens } from './pointer'

interface HandleProps {
  x: number
  y: number
  /** Which way the two small arrows point. */
  along: 'x' | 'y'
  label: string
  value: number
  low: number
  high: number
  step: number
  spoken: string
  /** Value at a pointer position in the drawing's own units. */
  valueAt: (x: number, y: number) => number
  onDrag: (value: number) => void
  onRelease: () => void
  onStep: (value: number) => void
  /** What a screen reader's user raises with the up and right arrows; -1 turns them round. */
  up?: 1 | -1
  /** How much of the way of a finger counts: below one where the drawing is small for what it sets. */
  gear?: number
}

const ARROWS = { x: 'M-3 -3 -6 0 -3 3 M3 -3 6 0 3 3', y: 'M-3 -3 0 -6 3 -3 M-3 3 0 6 3 3' }

/** A grip on a drawing: drag it, or focus it and use the arrow keys (Page keys: ten steps, Home: zero or least). */
export function Handle(props: HandleProps) {
  const {
    x,
    y,
    along,
    label,
    value,
    low,
    high,
    step,
    spoken,
    valueAt,
    onDrag,
    onRelease,
    onStep,
    up = 1,
    gear = 1,
  } = props
  const held = useRef<{ at: number; value: number; lens: Lens } | null>(null)

  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, number> = {
      ArrowUp: up * step,
      ArrowRight: up * step,
      ArrowDown: -up * step,
      ArrowLeft: -up * step,
      PageUp: up * step * 10,
      PageDown: -up * step * 10,
      Home: Math.max(low, Math.min(0, high)) - value,
    }
    const move = moves[event.key]
    if (move === undefined) return
    event.preventDefault()
    onStep(Math.min(high, Math.max(low, value + move)))
  }

  return (
    <g
      className="handle"
      transform={`translate(${x} ${y})`}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuenow={value}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuetext={spoken}
      aria-orientation={along === 'x' ? 'horizontal' : 'vertical'}
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId)
        event.currentTarget.focus()
        event.preventDefault()
        const lens = lensOf(event)
        held.current = { at: valueAt(...pointIn(event, lens)), value, lens }
      }}
      onPointerMove={(event) => {
        if (!held.current) return
        const { at: began, value: from, lens } = held.current
        const at = valueAt(...pointIn(event, lens))
        onDrag(gear === 1 ? at : Math.min(high, Math.max(low, from + gear * (at - began))))
      }}
      onPointerUp={() => {
        held.current = null
        onRelease()
      }}
      onPointerCancel={() => {
        held.current = null
        onRelease()
      }}
    >
      <circle r={21} style={{ fill: 'transparent', stroke: 'none' }} />
      <circle r={9.5} />
      <path d={ARROWS[along]} fill="none" stroke="var(--ink)" strokeWidth={1.5} strokeLinecap="round" />
    </g>
  )
}
