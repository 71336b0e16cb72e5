import { useOverlays } from './use-overlays'

interface MenuProps {
  label: string
  groups: { title: string; items: { id: string; words: string; about?: string }[] }[]
  onPick: (id: string, group: number) => void
}

/** A word that opens a list of things to do. */
export function Menu({ label, groups, onPick }: MenuProps) {
  const { overlays, isWanted, want } = useOverlays()
  if (!overlays)
    return (
      <button type="button" className="word" aria-haspopup="menu" aria-expanded={false} onClick={want}>
        {label}
      </button>
    )
  const { DropdownMenu } = overlays
  return (
    <DropdownMenu.Root defaultOpen={isWanted}>
      <DropdownMenu.Trigger className="word">{label}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-[70vh] overflow-y-auto border border-ink bg-lit py-1 text-ink"
        >
          {groups.map((group, g) => (
            <DropdownMenu.Group key={group.title}>
              <DropdownMenu.Label className="px-3 pt-1 text-tiny text-quiet">
                {group.title}
              </DropdownMenu.Label>
              {group.items.map((item) => (
                <DropdownMenu.Item
                  key={item.id}
                  className="cursor-pointer px-3 py-0.5 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper"
                  onSelect={() => onPick(item.id, g)}
                >
                  {item.words}
                  {item.about && <span className="ml-2 text-tiny opacity-70">{item.about}</span>}
                </DropdownMenu.Item>
              ))}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
