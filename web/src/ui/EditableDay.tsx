import { useState } from 'react'
import { dayWords } from '../lib/when'

interface EditableDayProps {
  label: string
  /** Year, month, day; null: not known. */
  value: string | null
  onChange: (value: string | null) => void
}

/** A day as it is written where the coach lives; pressed, it turns into a field. */
export function EditableDay({ label, value, onChange }: EditableDayProps) {
  const [isOpen, setOpen] = useState(false)
  if (isOpen)
    return (
      <input
        autoFocus
        type="date"
        className="field w-34 text-tiny"
        aria-label={label}
        value={value ?? ''}
        onChange={(event) => onChange(event.target.value || null)}
        onBlur={() => setOpen(false)}
      />
    )
  const words = value ? dayWords(value) : 'not known'
  return (
    <button
      type="button"
      className={`whitespace-nowrap hover:text-hot ${value ? '' : 'text-quiet'}`}
      aria-label={`${label}: ${words}. Change`}
      onClick={() => setOpen(true)}
    >
      {value ? words : '–'}
    </button>
  )
}
