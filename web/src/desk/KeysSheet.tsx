import { KEYS } from '../lib/keys'
import { useLaid } from '../lib/desk'
import { Sheet } from '../ui/Sheet'

/** The keys. */
export function KeysSheet() {
  return (
    <Sheet
      {...useLaid('keys')}
      title="Keys"
      about="Single letters. On a grip of a drawing: arrow keys one step, Page keys ten, Home to zero."
    >
      <dl className="grid grid-cols-[3rem_1fr] gap-y-1">
        {KEYS.map(([key, words]) => (
          <div key={key} className="contents">
            <dt>
              <kbd className="figure border border-faint px-1.5">{key}</kbd>
            </dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </Sheet>
  )
}
