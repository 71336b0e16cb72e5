import type { Drill, PracticeSession } from '../api/client'
import { PHASE_WORDS } from './drill-words'
import { Choice } from '../ui/Choice'

export type Part = PracticeSession['parts'][number]

interface PartsListProps {
  parts: Part[]
  drills: readonly Drill[]
  /** Minutes to lay a drill out. */
  setup: number
  onChange: (parts: Part[]) => void
  onOpen: (id: string) => void
}

/** The same drill with other balls: minutes go with them, those to lay it out stay. */
function withBalls(part: Part, balls: number, setup: number): Part {
  const each = (part.minutes - setup) / part.balls
  return { ...part, balls, minutes: setup + each * balls }
}

function swapped(part: Part, drill: Drill, setup: number): Part {
  const same = withBalls(part, drill.balls, setup)
  return { ...same, drill_id: drill.id, name: drill.name, why: 'Chosen by you.' }
}

/** The drills in order; each can be moved, given other balls, changed for another, left out, or opened. */
export function PartsList({ parts, drills, setup, onChange, onOpen }: PartsListProps) {
  const up = (i: number) =>
    onChange(
      parts.map((part, k) => (k === i - 1 ? (parts[i] ?? part) : k === i ? (parts[i - 1] ?? part) : part)),
    )
  const put = (i: number, part: Part) => onChange(parts.map((one, k) => (k === i ? part : one)))
  return (
    <ol>
      {parts.map((part, i) => (
        <li
          key={part.drill_id}
          className="grid grid-cols-[4.5rem_1fr] items-baseline gap-x-3 border-t border-rule py-1.5 sm:grid-cols-[5.5rem_1fr_auto]"
        >
          <span className="text-quiet">
            <b className="figure font-semibold text-ink">{Math.round(part.minutes)}</b> min
            <span className="block text-small">{PHASE_WORDS[part.phase]}</span>
          </span>
          <span className="min-w-0">
            <button
              type="button"
              className="text-left text-head font-bold hover:text-hot"
              onClick={() => onOpen(part.drill_id)}
            >
              {part.name}
            </button>
            <span className="block text-quiet">
              <button
                type="button"
                className="no-print press py-0"
                aria-label={`${part.name}: two balls fewer`}
                disabled={part.balls <= 4}
                onClick={() => put(i, withBalls(part, part.balls - 2, setup))}
              >
                −
              </button>{' '}
              {part.balls} balls{' '}
              <button
                type="button"
                className="no-print press py-0"
                aria-label={`${part.name}: two balls more`}
                disabled={part.balls >= 60}
                onClick={() => put(i, withBalls(part, part.balls + 2, setup))}
              >
                +
              </button>{' '}
              {part.ground}
            </span>
            <span className="block text-small">{part.why}</span>
          </span>
          <span className="no-print flex gap-1 max-sm:col-start-2 max-sm:mt-1">
            <Choice
              label={`Another drill for ${part.name}`}
              className="press py-0.5"
              value={part.drill_id}
              options={drills
                .filter(({ id }) => id === part.drill_id || !parts.some((one) => one.drill_id === id))
                .map(({ id, name }) => ({ value: id, words: id === part.drill_id ? 'change' : name }))}
              onChange={(id) => {
                const drill = drills.find((one) => one.id === id)
                if (drill) put(i, swapped(part, drill, setup))
              }}
            />
            <button
              type="button"
              className="press py-0.5"
              disabled={i === 0}
              aria-label={`${part.name} earlier`}
              onClick={() => up(i)}
            >
              ↑
            </button>
            <button
              type="button"
              className="press py-0.5"
              aria-label={`Leave ${part.name} out`}
              onClick={() => onChange(parts.filter((_, k) => k !== i))}
            >
              ×
            </button>
          </span>
        </li>
      ))}
    </ol>
  )
}
