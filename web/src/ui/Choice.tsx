import { getNonce } from 'get-nonce'
import { useOverlays } from './use-overlays'

interface ChoiceProps<T extends string> {
  label: string
  value: T
  options: readonly { value: T; words: string }[]
  onChange: (value: T) => void
  className?: string
  /** As a word in a sentence, or as a field of a form. */
  look?: 'word' | 'field'
}

// The list's own empty value means "nothing chosen"; here it is a choice like any other.
const NONE = ' '
const inside = (value: string) => (value === '' ? NONE : value)

/** A word that opens the list of words it may be. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  className = '',
  look = 'word',
}: ChoiceProps<T>) {
  const { overlays, isWanted, want } = useOverlays()
  const mark = look === 'field' && <span className="float-right ml-2 text-quiet">▾</span>
  if (!overlays)
    return (
      <button
        type="button"
        role="combobox"
        aria-label={label}
        aria-expanded={false}
        className={`${look} ${className}`}
        onClick={want}
      >
        <span>{options.find((one) => one.value === value)?.words}</span>
        {mark}
      </button>
    )
  const { Select } = overlays
  return (
    <Select.Root
      defaultOpen={isWanted}
      value={inside(value)}
      onValueChange={(next) => onChange((next === NONE ? '' : next) as T)}
    >
      <Select.Trigger
        aria-label={label}
        onKeyDown={(event) => {
          // Letters are the Bench's keys; a closed list must not take them as typing ahead.
          if (event.key.length === 1 && event.key !== ' ') event.preventDefault()
        }}
        className={`${look} ${className}`}
      >
        <Select.Value />
        {mark}
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-[60] max-h-[70vh] overflow-y-auto border border-ink bg-lit py-1 text-ink"
        >
          <Select.Viewport nonce={getNonce()}>
            {options.map((option) => (
              <Select.Item
                key={option.value}
                value={inside(option.value)}
                className="cursor-pointer px-3 py-1 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper"
              >
                <Select.ItemText>{option.words}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  )
}
