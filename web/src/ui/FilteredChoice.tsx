import { useId, useState } from 'react'
import { Popped } from './Popped'

interface FilteredChoiceProps {
  label: string
  value: string
  options: readonly { value: string; words: string }[]
  onChange: (value: string) => void
  className?: string
}

const plain = (words: string) =>
  words
    .normalize('NFD')
    .replace(/\p{Mn}/gu, '')
    .toLowerCase()

/** A word that opens a long list, which is narrowed by typing. The last option always stands. */
export function FilteredChoice({ label, value, options, onChange, className = '' }: FilteredChoiceProps) {
  const [isOpen, setOpen] = useState(false)
  const [typed, setTyped] = useState('')
  const [at, setAt] = useState(0)
  const id = useId()
  const found = options.filter(
    ({ words }, i) => i === options.length - 1 || plain(words).includes(plain(typed.trim())),
  )
  const open = (next: boolean) => {
    setTyped('')
    setAt(Math.max(0, next ? options.findIndex((one) => one.value === value) : 0))
    setOpen(next)
  }
  const choose = (next: string | undefined) => {
    open(false)
    if (next !== undefined) onChange(next)
  }
  const move = (by: number) => setAt((at + by + found.length) % found.length)
  return (
    <Popped
      label={label}
      words={options.find((one) => one.value === value)?.words ?? label}
      className={`word ${className}`}
      isOpen={isOpen}
      onOpen={open}
    >
      {(Popover) => (
        <Popover.Content
          align="end"
          sideOffset={4}
          collisionPadding={8}
          className="z-[60] w-72 border border-ink bg-lit py-1 text-ink"
        >
          <input
            className="field mx-2 my-1 block w-[calc(100%-1rem)]"
            role="combobox"
            aria-label={`${label}: type part of a name`}
            aria-expanded
            aria-controls={id}
            aria-activedescendant={found[at] && `${id}-${at}`}
            placeholder="part of a name"
            value={typed}
            onChange={(event) => {
              setTyped(event.target.value)
              setAt(0)
            }}
            onKeyDown={(event) => {
              const ways: Record<string, () => void> = {
                ArrowDown: () => move(1),
                ArrowUp: () => move(-1),
                Enter: () => choose(found[at]?.value),
              }
              const act = ways[event.key]
              if (!act) return
              event.preventDefault()
              act()
            }}
          />
          <ul id={id} role="listbox" aria-label={label} className="max-h-[60vh] overflow-y-auto">
            {found.map((option, i) => (
              <li
                key={option.value}
                id={`${id}-${i}`}
                role="option"
                aria-selected={option.value === value}
                className={`cursor-pointer px-3 py-1.5 ${i === at ? 'bg-ink text-paper' : ''}`}
                ref={(row) => {
                  if (i === at) row?.scrollIntoView({ block: 'nearest' })
                }}
                onPointerMove={() => setAt(i)}
                onClick={() => choose(option.value)}
              >
                {option.words}
              </li>
            ))}
          </ul>
        </Popover.Content>
      )}
    </Popped>
  )
}
