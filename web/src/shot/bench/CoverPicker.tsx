import { useState } from 'react'
import { Popped } from '../../ui/Popped'
import { focusFirst, moveByArrows } from '../../lib/roving'
import { MIDDLE, useAtLeast } from '../../lib/use-wide'
import { COVER_LIST, coverOf, type CoverGroup, type CoverName } from '../covers'
import { CoverTile } from './CoverTile'

const GROUPS: [CoverGroup, string][] = [
  ['grass', 'Grass'],
  ['bare', 'Bare'],
  ['divot', 'Divot'],
  ['collar', 'Against the collar'],
  ['sand', 'Sand'],
]

interface CoverPickerProps {
  cover: CoverName
  onPick: (cover: CoverName) => void
}

/** The cover by its drawn swatch. */
export function CoverPicker({ cover, onPick }: CoverPickerProps) {
  const [open, setOpen] = useState(false)
  const isWide = useAtLeast(MIDDLE)
  const { words } = coverOf(cover)
  return (
    <Popped label={`Cover: ${words}. Change`} words={words} isOpen={open} onOpen={setOpen}>
      {(Popover) => (
        <Popover.Content
          side={isWide ? 'right' : 'bottom'}
          align={isWide ? 'start' : 'center'}
          sideOffset={10}
          collisionPadding={8}
          onKeyDown={moveByArrows}
          onOpenAutoFocus={(event) => focusFirst(event, '[aria-pressed=true]')}
          className="z-50 max-h-[min(86vh,var(--radix-popover-content-available-height))] w-[min(34rem,94vw)] overflow-y-auto border border-ink bg-lit p-3"
        >
          {GROUPS.map(([group, name]) => (
            <section key={group} aria-label={name} className="mb-2">
              <h3 className="text-small text-quiet">{name}</h3>
              <div className="flex flex-wrap gap-2">
                {COVER_LIST.filter((one) => one.group === group).map((one) => (
                  <CoverTile
                    key={one.name}
                    cover={one.name}
                    words={one.words}
                    isChosen={one.name === cover}
                    size="text-tiny"
                    onPick={() => {
                      onPick(one.name)
                      setOpen(false)
                    }}
                  />
                ))}
              </div>
            </section>
          ))}
        </Popover.Content>
      )}
    </Popped>
  )
}
