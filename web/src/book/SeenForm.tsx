import { useState } from 'react'
import type { MissName, Player } from '../api/client'
import { FinishTap } from './FinishTap'
import { FaceTap, TurfTap } from '../drawing/StrikeTap'
import { MISSES, type Seen } from './booking'
import { finishWords, parseFinish } from './finish'
import type { Target } from './finish-map'
import { useWide } from '../lib/use-wide'
import { distance, scaleOf, YARD } from '../lib/units'
import { Chips } from '../ui/Chips'
import { useUnits } from '../lib/use-units'

interface SeenFormProps {
  seen: Seen
  target: Target
  player: Player
  onSeen: (seen: Seen) => void
}

const MISS_OPTIONS = MISSES.map((value) => ({ value, words: value }))
const PUTT_OPTIONS = ['1', '2', '3', '4'].map((value) => ({ value, words: value }))

/** Finish in words: read when it can be, told when it can't. */
function FinishField({ seen, onSeen }: Pick<SeenFormProps, 'seen' | 'onSeen'>) {
  const units = useUnits()
  const [text, setText] = useState('')
  const unit = units.distance === 'yd' ? YARD : 1
  const isUnread = text.trim() !== '' && parseFinish(text, unit) === null
  return (
    <label className="block">
      <span className="sr-only">Finish in words</span>
      <input
        className="field w-full"
        placeholder="or in words: pin high 2 left; 3 short; holed"
        value={text}
        aria-invalid={isUnread}
        onChange={(event) => {
          setText(event.target.value)
          const finish = parseFinish(event.target.value, unit)
          if (finish) onSeen({ ...seen, finish })
        }}
      />
      {isUnread && (
        <span className="text-small text-quiet">
          Say how far short or past, and how far left or right, in {units.distance}.
        </span>
      )}
    </label>
  )
}

function Carry({ seen, target, onSeen }: Omit<SeenFormProps, 'player'>) {
  const units = useUnits()
  const scale = scaleOf('distance', units)
  return (
    <label className="flex items-baseline gap-2">
      <span>Landed at</span>
      <input
        className="field figure w-20"
        inputMode="decimal"
        aria-label={`Landed at, ${units.distance}`}
        placeholder={distance(target.carry, units)}
        defaultValue={seen.carry === null ? '' : distance(seen.carry, units)}
        onChange={(event) => {
          const typed = Number(event.target.value.replace(',', '.'))
          const known = event.target.value.trim() !== '' && Number.isFinite(typed) && typed >= 0
          onSeen({ ...seen, carry: known ? scale.fromShown(typed) : null })
        }}
      />
      <span className="text-quiet">
        {units.distance} from the ball; planned {distance(target.carry, units)}
      </span>
    </label>
  )
}

/** Everything that can be seen of a ball, in the order in which one sees it; nothing has to be filled in. */
export function SeenForm({ seen, target, player, onSeen }: SeenFormProps) {
  const units = useUnits()
  const isWide = useWide()
  const shown = (metres: number) => `${distance(metres, units)} ${units.distance}`
  const words = seen.finish ? finishWords(seen.finish, shown) : 'not set yet'
  const toggle = (miss: MissName) =>
    onSeen({
      ...seen,
      misses: seen.misses.includes(miss)
        ? seen.misses.filter((one) => one !== miss)
        : [...seen.misses, miss].slice(-5),
    })
  return (
    // Side by side where it has the room itself: a trial gives it less than the window has.
    <div className="@container">
      <div className="grid gap-x-6 gap-y-3 @min-[44rem]:grid-cols-[1fr_20rem]">
        <div>
          <p className="mb-1 flex items-baseline justify-between">
            <span className="font-semibold">Finished: {words}</span>
            <button
              type="button"
              className="min-h-8 border border-ink px-2.5"
              aria-pressed={seen.finish?.holed ?? false}
              onClick={() => onSeen({ ...seen, finish: { past: 0, side: 0, holed: true } })}
            >
              holed
            </button>
          </p>
          <FinishTap
            finish={seen.finish}
            target={target}
            words={words}
            shown={(metres) => distance(metres, units)}
            onFinish={(finish) => onSeen({ ...seen, finish })}
          />
          <div className="mt-1.5">
            <FinishField seen={seen} onSeen={onSeen} />
          </div>
        </div>
        <div className="grid content-start gap-3">
          <Chips label="What went wrong" options={MISS_OPTIONS} chosen={seen.misses} onToggle={toggle} />
          <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <span>Putts then</span>
            <Chips
              label="Putts"
              options={PUTT_OPTIONS}
              chosen={seen.putts === null ? [] : [`${seen.putts}`]}
              onToggle={(putts) =>
                onSeen({ ...seen, putts: seen.putts === Number(putts) ? null : Number(putts) })
              }
            />
            <Chips
              label="Chipped again"
              options={[{ value: 'again', words: 'chipped again' }]}
              chosen={seen.again ? ['again'] : []}
              onToggle={() => onSeen({ ...seen, again: seen.again ? null : true })}
            />
          </div>
          <details open={isWide}>
            <summary className="cursor-pointer font-semibold">Strike, landing and a note</summary>
            <div className="mt-2 grid gap-3">
              <div className="grid gap-2 min-[360px]:grid-cols-2">
                <FaceTap
                  at={seen.heel === null ? null : { heel: seen.heel, up: seen.up ?? 10 }}
                  leftHanded={player.hand === 'left'}
                  onTap={(at) => onSeen({ ...seen, heel: at?.heel ?? null, up: at?.up ?? null })}
                />
                <TurfTap at={seen.turf} onTap={(turf) => onSeen({ ...seen, turf })} />
              </div>
              <Carry seen={seen} target={target} onSeen={onSeen} />
              <textarea
                className="field w-full"
                rows={2}
                maxLength={500}
                aria-label="Note"
                placeholder="What the player felt"
                value={seen.note}
                onChange={(event) => onSeen({ ...seen, note: event.target.value })}
              />
            </div>
          </details>
        </div>
      </div>
    </div>
  )
}
