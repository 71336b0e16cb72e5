interface ChipsProps<T extends string> {
  label: string
  options: readonly { value: T; words: string }[]
  chosen: readonly T[]
  onToggle: (value: T) => void
}

/** Words to press, several at a time: what is pressed is filled. */
export function Chips<T extends string>({ label, options, chosen, onToggle }: ChipsProps<T>) {
  return (
    <div role="group" aria-label={label} className="flex flex-wrap gap-1.5">
      {options.map(({ value, words }) => (
        <button
          key={value}
          type="button"
          aria-pressed={chosen.includes(value)}
          className="min-h-8 border border-ink px-2.5 py-0.5 aria-pressed:bg-ink aria-pressed:text-paper"
          onClick={() => onToggle(value)}
        >
          {words}
        </button>
      ))}
    </div>
  )
}
