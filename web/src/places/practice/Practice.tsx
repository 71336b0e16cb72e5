import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { Drill, Drills, Player } from '../../api/client'
import { drillsQuery } from '../../api/queries'
import { FAMILY_WORDS } from '../../lib/drill-words'
import { Problem } from '../../ui/Problem'
import { SessionPanel } from './SessionPanel'
import { DrillPage } from './DrillPage'

/** The drill that the address names. */
function useNamedDrill() {
  const read = () => new URLSearchParams(window.location.hash.slice(1)).get('drill') ?? ''
  const [named, setNamed] = useState(read)
  useEffect(() => {
    const follow = () => setNamed(read())
    window.addEventListener('hashchange', follow)
    window.addEventListener('popstate', follow)
    return () => {
      window.removeEventListener('hashchange', follow)
      window.removeEventListener('popstate', follow)
    }
  }, [])
  const name = (id: string) => {
    const { pathname, search } = window.location
    window.history.replaceState(window.history.state, '', pathname + search + (id && `#drill=${id}`))
    setNamed(id)
  }
  return [named, name] as const
}

interface ListProps {
  told: Drills
  missing: string[]
  chosen: Drill | undefined
  onChoose: (id: string) => void
}

/** All drills by family, without those that need what isn't there. */
function DrillList({ told, missing, chosen, onChoose }: ListProps) {
  const here = told.drills.filter((drill) => !drill.needs.some((need) => missing.includes(need)))
  return (
    <nav aria-label="Drills" className="min-w-0">
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

/** Practice: drills laid out to scale for this player, with pass marks from the model. */
export function Practice({ player }: { player: Player }) {
  const drills = useQuery(drillsQuery)
  const [named, name] = useNamedDrill()
  const [missing, setMissing] = useState<string[]>([])
  if (drills.error)
    return (
      <main className="p-4">
        <Problem error={drills.error} onRetry={() => void drills.refetch()} />
      </main>
    )
  if (!drills.data) return <main className="p-4 text-quiet">Fetching the drills.</main>
  const chosen = drills.data.drills.find((drill) => drill.id === named)
  const toggle = (need: string) =>
    setMissing(missing.includes(need) ? missing.filter((one) => one !== need) : [...missing, need])
  return (
    <main className="mx-auto grid max-w-[120rem] gap-x-8 gap-y-4 px-4 pt-3 pb-10 md:grid-cols-[17rem_minmax(0,1fr)]">
      <div className="no-print max-md:order-last">
        <button
          type="button"
          className={`press mb-1 w-full text-left ${chosen ? '' : 'press-main'}`}
          aria-pressed={!chosen}
          onClick={() => name('')}
        >
          Build a session
        </button>
        <DrillList told={drills.data} missing={missing} chosen={chosen} onChoose={name} />
      </div>
      {chosen && <DrillPage key={chosen.id} drill={chosen} player={player} />}
      <div hidden={chosen !== undefined} className="min-w-0">
        <SessionPanel
          key={player.id}
          told={drills.data}
          player={player}
          missing={missing}
          onMissing={toggle}
          onOpen={name}
        />
      </div>
    </main>
  )
}
