import { useState, type KeyboardEvent } from 'react'
import type { Range } from '../lib/reading'
import { parseNumber, scaleOf, trim } from '../lib/units'
import { useUnits } from '../lib/use-units'

interface EditableNumberProps {
  /** Words shown while it isn't being edited. */
  shown: string
  value: number
  range: Range
  onChange: (value: number) => void
}

/** A value in words that turns into a number field when it is pressed. A value out of range is told, not taken. */
export function EditableNumber({ shown, value, range, onChange }: EditableNumberProps) {
  const units = useUnits()

  const [text, setText] = useState<string | null>(null)
  const [problem, setProblem] = useState('')
  const scale = scaleOf(range.unit, units)

  const close = () => {
    setText(null)
    setProblem('')
  }
  const commit = () => {
    if (text === null) return
    const parsed = parseNumber(text, range, units)
    if ('problem' in parsed) {
      setProblem(parsed.problem)
      return
    }
    if (parsed.value !== value) onChange(parsed.value)
    close()
  }
  const onKeyDown = (event: KeyboardEvent) => {
    event.stopPropagation()
    if (event.key === 'Enter') commit()
    if (event.key === 'Escape') close()
  }

  if (text === null) {
    return (
      <button
        type="button"
        className="word"
        aria-label={`${range.name}: ${shown}. Change`}
        onClick={() => setText(trim(scale.toShown(value), 1))}
      >
        {shown}
      </button>
    )
  }
  return (
    <span className="relative inline-block">
      <input
        autoFocus
        className="field figure w-20"
        inputMode="decimal"
        aria-label={range.name}
        aria-invalid={problem !== ''}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={() => (problem ? close() : commit())}
        onKeyDown={onKeyDown}
      />
      <span className="ml-1 text-quiet">{scale.sign}</span>
      {problem && (
        <span
          role="alert"
          className="absolute top-full left-0 z-10 w-56 border border-hot bg-lit px-2 py-1 text-hot"
        >
          {problem}
        </span>
      )}
    </span>
  )
}
