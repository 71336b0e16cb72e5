import type { Drill } from '../api/client'

/** What is said to the player, and what to take care of. */
export function SayAndCare({ drill, className = '' }: { drill: Drill; className?: string }) {
  return (
    <ul className={className}>
      {drill.say.map((words) => (
        <li key={words}>
          <span className="text-quiet">Say: </span>
          {words}
        </li>
      ))}
      {drill.cautions.map((words) => (
        <li key={words} className="mt-1 border-l-4 border-double border-ink pl-2">
          {words}
        </li>
      ))}
    </ul>
  )
}
