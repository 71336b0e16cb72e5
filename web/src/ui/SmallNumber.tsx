interface SmallNumberProps {
  label: string
  value: string
  placeholder?: string
  onChange: (value: string) => void
}

/** A number in a row of fields, its name above it; what can't be is said by the server. */
export function SmallNumber({ label, value, placeholder, onChange }: SmallNumberProps) {
  return (
    <label>
      <span className="block text-small text-quiet">{label}</span>
      <input
        className="field figure w-20"
        inputMode="decimal"
        placeholder={placeholder}
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  )
}
