import { ToggleGroup } from 'radix-ui'

interface ChipsProps<T extends string> {
  label: string
  options: readonly { value: T; words: string }[]
  chosen: readonly T[]
  onToggle: (value: T) => void
}

/** Words to press, several at a time: what is pressed is filled. Arrow keys go from one to the next. */
export function Chips<T extends string>({ label, options, chosen, onToggle }: ChipsProps<T>) {
  const pressed = (next: string[]) => {
    const changed = options.find(({ value }) => chosen.includes(value) !== next.includes(value))
    if (changed) onToggle(changed.value)
  }
  return (
    <ToggleGroup.Root
      type="multiple"
      role="group"
      value={[...chosen]}
      onValueChange={pressed}
      aria-label={label}
      className="flex flex-wrap gap-1.5"
    >
      {options.map(({ value, words }) => (
        <ToggleGroup.Item
          key={value}
          value={value}
          className="min-h-8 border border-ink px-2.5 py-0.5 aria-pressed:bg-ink aria-pressed:text-paper"
        >
          {words}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
