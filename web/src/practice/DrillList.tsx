import type { Drill, Drills } from '../api/client'
import { FAMILY_WORDS } from './drill-words'

interface ListProps {
  told: Drills
  missing: string[]
  chosen: Drill | undefined
  onChoose: (id: string) => void
}

/** All drills by family, without those that need what isn't there. */
export function DrillList({ told, missing, chosen, onChoose }: ListProps) {
  const here = told.drills.filter((drill) => !drill.needs.some((need) => missing.includes(need)))
  return (
    <nav aria-label="Drills" className="no-print min-w-0 max-md:order-last">
      {missing.length > 0 && <p className="text-small text-quiet">Without {missing.join(', ')}.</p>}
      {told.families.map((family) => {
        const drills = here.filter((drill) => drill.family === family)
        return drills.length === 0 ? null : (
          <section key={family} aria-label={FAMILY_WORDS[family]} className="mt-3">
            <h2 className="text-small font-bold text-quiet">{FAMILY_WORDS[family]}</h2>
            <ul>
              {drills.map((drill) => (
                <li key={drill.id} className="border-t border-rule">
                  <button
                    type="button"
                    className={`block min-h-8 w-full py-1 text-left hover:text-hot ${drill.id === chosen?.id ? 'border-l-[3px] border-hot bg-lit pl-2 font-semibold' : ''}`}
                    aria-current={drill.id === chosen?.id}
                    onClick={() => onChoose(drill.id)}
                  >
                    {drill.name}
                    <span className="block text-small font-normal text-quiet">{drill.trains}</span>
                  </button>
                </li>
              ))}
            </ul>
          </section>
        )
      })}
    </nav>
  )
}
