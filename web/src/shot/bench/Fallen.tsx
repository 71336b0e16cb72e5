import type { Care, FellOut } from '../../api/client'
import { distance } from '../../lib/units'
import { useUnits } from '../../lib/use-units'

export interface FellGroup {
  words: string
  clubs: { name: string; short: number | null }[]
}

/** What fell out, one line per reason with the clubs it struck; of several ways with one club, the nearest miss. */
export function groupByReason(fellOut: FellOut[]): FellGroup[] {
  const groups = new Map<string, FellGroup>()
  for (const { club_name: name, method_name, reason, short_m: short, was_tried } of fellOut) {
    // A way that refuses the lie fell for every club alike: name the way, not thirteen clubs.
    const isForEveryClub = !was_tried && !/^(is not for the putter|needs a tee)/.test(reason)
    const words = isForEveryClub ? `${method_name} ${reason}` : reason
    const group = groups.get(words) ?? { words, clubs: [] }
    groups.set(words, group)
    if (isForEveryClub) continue
    const known = group.clubs.find((club) => club.name === name)
    if (!known) group.clubs.push({ name, short })
    else if (known.short !== null && short !== null) known.short = Math.min(known.short, short)
  }
  return [...groups.values()]
}

/** What ruled out, and why. */
export function Fallen({ fellOut }: { fellOut: FellOut[] }) {
  const units = useUnits()
  const groups = groupByReason(fellOut)
  if (groups.length === 0) return null
  const named = ({ name, short }: FellGroup['clubs'][number]) =>
    short === null ? name : `${name} (${distance(short, units)} ${units.distance})`
  return (
    <details className="px-3 py-2 text-small">
      <summary className="cursor-pointer font-bold">Ruled out, and why ({groups.length})</summary>
      <ul className="mt-1 space-y-1">
        {groups.map(({ words, clubs }) => (
          <li key={words}>
            {clubs.length > 0 && <b>{clubs.map(named).join(', ')}: </b>}
            {words}.
          </li>
        ))}
      </ul>
    </details>
  )
}

/** Cautions, and the rules this lie brings up: short, never in the way. */
export function CareNotes({ care }: { care: Care[] }) {
  return (
    <section aria-label="Care" className="px-3 pt-2 text-small">
      <h3 className="font-bold">Care and rules</h3>
      <ul className="mt-0.5 space-y-0.5">
        {care.map(({ kind, words, rule }) => (
          <li
            key={rule + words}
            className={kind === 'caution' ? 'border-l-4 border-double border-ink pl-2' : ''}
          >
            {rule && <b className="figure mr-1.5 font-semibold">{rule}</b>}
            {words}
          </li>
        ))}
      </ul>
      <p className="text-quiet">
        This is from memory of the 2023 Rules of Golf. The committee and local rules decide.
      </p>
    </section>
  )
}
