import { useState, type KeyboardEvent } from 'react'
import type { Range } from '../lib/range'
import { parseNumber, scaleOf, trim } from '../lib/units'
import { useUnits } from '../lib/use-units'

interface EditableNumberProps {
  /** Words shown while it isn't being edited. */
  shown: string
  value: number
  range: Range
  /** What is above zero and what below, where it goes both ways. */
  sides?: readonly [string, string] | undefined
  onChange: (value: number) => void
}

const isMinus = (text: string) => text.trim().startsWith('-')

/** A value in words that turns into a number field when it is pressed. A value out of range is told, not taken. */
export function EditableNumber({ shown, value, range, sides, onChange }: EditableNumberProps) {
  const units = useUnits()
  const [text, setText] = useState<string | null>(null)
  const [problem, setProblem] = useState('')
  const [isOther, setOther] = useState(false)
  const scale = scaleOf(range.unit, units)

  const close = () => {
    setText(null)
    setProblem('')
  }
  const commit = () => {
    if (text === null) return
    // Without a sign the word beside the field decides; a minus is the second of the two.
    const parsed = parseNumber(sides && isOther && !isMinus(text) ? `-${text.trim()}` : text, range, units)
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
        onClick={() => {
          setOther(sides !== undefined && value < 0)
          setText(trim(scale.toShown(sides ? Math.abs(value) : value), 1))
        }}
      >
        {shown}
      </button>
    )
  }
  const isBelow = isOther || isMinus(text)
  return (
    <span className="relative inline-block whitespace-nowrap">
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
      {sides && (
        <button
          type="button"
          tabIndex={-1}
          className="word ml-1.5 whitespace-nowrap"
          aria-label={`${sides[isBelow ? 1 : 0]}: switch sides`}
          // The field keeps the focus: what is typed is not yet taken.
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => setOther(!isOther)}
        >
          {sides[isBelow ? 1 : 0]}
        </button>
      )}
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
