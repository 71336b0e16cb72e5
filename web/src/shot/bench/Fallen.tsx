import type { Care, RuledOut } from '../../api/client'
import { distance } from '../../lib/units'
import { useUnits } from '../../lib/use-units'

/** What was ruled out, and why. */
export function Fallen({ ruledOut }: { ruledOut: RuledOut[] }) {
  const units = useUnits()
  if (ruledOut.length === 0) return null
  const named = ({ club_name, short_m }: RuledOut['clubs'][number]) =>
    short_m === null ? club_name : `${club_name} (${distance(short_m, units)} ${units.distance})`
  return (
    <details className="px-3 py-2 text-small">
      <summary className="cursor-pointer font-bold">Ruled out, and why ({ruledOut.length})</summary>
      <ul className="mt-1 space-y-1">
        {ruledOut.map(({ words, clubs, was_tried }) => (
          <li key={`${words}${was_tried}`}>
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
