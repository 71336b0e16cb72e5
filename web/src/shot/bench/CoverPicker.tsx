import { useState } from 'react'
import { Popped } from '../../ui/Popped'
import { focusFirst, moveByArrows } from '../../lib/roving'
import { Swatch } from '../../drawing/Swatch'
import { MIDDLE, useAtLeast } from '../../lib/use-wide'
import { COVER_LIST, coverOf, type CoverGroup, type CoverName } from '../covers'

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
                  <button
                    key={one.name}
                    type="button"
                    aria-pressed={one.name === cover}
                    className={`w-[86px] border text-left text-tiny leading-tight hover:border-hot ${one.name === cover ? 'border-hot font-semibold' : 'border-rule'}`}
                    onClick={() => {
                      onPick(one.name)
                      setOpen(false)
                    }}
                  >
                    <Swatch cover={one.name} />
                    <span className="block px-1 py-0.5 wrap-anywhere">{one.words}</span>
                  </button>
                ))}
              </div>
            </section>
          ))}
        </Popover.Content>
      )}
    </Popped>
  )
}
