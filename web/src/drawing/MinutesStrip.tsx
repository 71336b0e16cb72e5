import type { PracticeSession } from '../api/client'

interface MinutesStripProps {
  session: Pick<PracticeSession, 'warm_up_minutes' | 'walk_minutes'>
  parts: readonly Pick<PracticeSession['parts'][number], 'name' | 'minutes' | 'phase' | 'ground'>[]
}

const PHASE_LOOK: Record<PracticeSession['parts'][number]['phase'], string> = {
  blocked: 'bg-turf/25',
  mixed: 'bg-second/25',
  test: 'bg-hot/25',
}

/** A session's minutes one after the other: warming up, the drills as wide as they are long, walks between grounds. */
export function MinutesStrip({ session, parts }: MinutesStripProps) {
  return (
    <div
      role="img"
      aria-label={`In order: warm up ${session.warm_up_minutes}, ${parts.map((one) => `${one.name} ${Math.round(one.minutes)}`).join(', ')}`}
      className="mt-2 flex h-9 w-full border border-ink text-small"
    >
      <Between minutes={session.warm_up_minutes} words="warm up" />
      {parts.map((part, i) => {
        const before = parts[i - 1]
        return [
          before && before.ground !== part.ground && (
            <Between key={`${part.name} walk`} minutes={session.walk_minutes} words="walk" />
          ),
          <span
            key={part.name}
            style={{ flexGrow: part.minutes }}
            className={`flex min-w-0 basis-0 items-center overflow-hidden border-ink px-1 not-last:border-r ${PHASE_LOOK[part.phase]}`}
          >
            <span className="truncate" aria-hidden>
              {part.name}
            </span>
          </span>,
        ]
      })}
    </div>
  )
}

/** Minutes without a ball. */
function Between({ minutes, words }: { minutes: number; words: string }) {
  return (
    <span
      style={{ flexGrow: minutes }}
      className="flex min-w-0 basis-0 items-center overflow-hidden border-r border-ink px-1 text-quiet"
    >
      <span className="truncate max-sm:hidden" aria-hidden>
        {words}
      </span>
    </span>
  )
}
