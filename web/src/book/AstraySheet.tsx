import { useEffect, useState } from 'react'
import { astrayWords, clockWords, NOT_ASTRAY, SEARCH_S, secondsLeft } from './astray'
import { lay, mark, tell, useLaid } from '../lib/desk'
import { usePlace } from '../lib/place'
import { distance, scaleOf } from '../lib/units'
import { Sheet } from '../ui/Sheet'
import { useUnits } from '../lib/use-units'

function useNow(runs: boolean): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (!runs) return undefined
    const timer = setInterval(() => setNow(Date.now()), 500)
    return () => clearInterval(timer)
  }, [runs])
  return now
}

/** The moment a ball goes astray: mark its line, think of a provisional ball, look for three minutes. */
export function AstraySheet() {
  const { open, onOpenChange } = useLaid('astray')
  const units = useUnits()
  const [seen, setSeen] = useState(NOT_ASTRAY)
  const now = useNow(seen.began !== null)
  const left = secondsLeft(seen.began, now)
  const scale = scaleOf('distance', units)
  const finish = () => {
    const words = astrayWords(seen, (metres) => `${distance(metres, units)} ${units.distance}`)
    lay(null)
    mark(words)
    usePlace.getState().go('bench')
    tell(words ? 'The spot is saved in the note of this shot. Now read the lie.' : 'Now read the lie.')
    setSeen(NOT_ASTRAY)
  }
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title="Mark it"
      about="Look along the line where it disappeared, now, before anyone walks."
    >
      <div className="grid gap-3">
        <label className="block">
          <span className="font-semibold">Landmark on the line</span>
          <input
            className="field mt-1 w-full"
            maxLength={120}
            placeholder="left edge of the split birch"
            value={seen.landmark}
            onChange={(event) => setSeen({ ...seen, landmark: event.target.value })}
          />
        </label>
        <label className="flex items-baseline gap-2">
          <span className="font-semibold">In from the short grass</span>
          <input
            className="field figure w-20"
            inputMode="decimal"
            aria-label={`In from the short grass, ${units.distance}`}
            onChange={(event) => {
              const typed = Number(event.target.value.replace(',', '.'))
              const isKnown = event.target.value.trim() !== '' && Number.isFinite(typed)
              setSeen({ ...seen, inFrom: isKnown ? scale.fromShown(Math.max(0, typed)) : null })
            }}
          />
          <span className="text-quiet">{units.distance}</span>
        </label>
        <label className="block">
          <span className="font-semibold">Note</span>
          <input
            className="field mt-1 w-full"
            maxLength={200}
            placeholder="first bounce seen, went right"
            value={seen.note}
            onChange={(event) => setSeen({ ...seen, note: event.target.value })}
          />
        </label>
        <p className="border-l-4 border-double border-ink pl-2">
          If it may be lost or out of bounds, say “provisional” and play another ball before you go forward
          (rule 18.3, from memory; the committee and local rules decide).{' '}
          <label className="whitespace-nowrap">
            <input
              type="checkbox"
              checked={seen.provisional}
              onChange={(event) => setSeen({ ...seen, provisional: event.target.checked })}
            />{' '}
            provisional played
          </label>
        </p>
        <div className="flex items-center gap-4">
          <button
            type="button"
            className="press"
            onClick={() => setSeen({ ...seen, began: seen.began === null ? Date.now() : null })}
          >
            {seen.began === null ? 'Start the 3-minute search' : 'Stop the clock'}
          </button>
          <span
            role="timer"
            aria-label={`${left} seconds left to look`}
            className={`figure text-[1.571rem] ${left <= 30 ? 'text-hot' : ''}`}
          >
            {clockWords(left)}
          </span>
          <span className="text-small text-quiet">
            {left === 0
              ? 'Time is up: the ball is lost (18.2).'
              : `of ${clockWords(SEARCH_S)} to find it (rule 18.2; the committee decides)`}
          </span>
        </div>
        <button type="button" className="press press-main justify-self-start" onClick={finish}>
          Found: read the lie
        </button>
      </div>
    </Sheet>
  )
}
