import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import type { Card, CardKind, Player } from '../api/client'
import { isForecast, toDay } from '../shot/day'
import { conditionWords } from '../shot/sky-words'
import { useReading } from '../shot/store'
import { cardUnits } from '../lib/units'
import { useCards } from './use-cards'
import { usePart } from '../lib/use-part'
import { InUnits, useUnits } from '../lib/use-units'
import { windSteps } from '../shot/wind-steps'
import { Paper, PAPERS, type PaperSize } from '../ui/Paper'
import { PartTabs } from '../ui/PartTabs'
import { Problem } from '../ui/Problem'
import { CallsCard } from './CallsCard'
import { CardReading } from './CardReading'
import { CardPaper } from './CardPaper'
import { settingsQuery } from '../shot/api'

type Part = CardKind | 'all' | 'calls'

const PARTS: readonly (readonly [Part, string])[] = [
  ['all', 'All six'],
  ['slope', 'Slope'],
  ['wind', 'Wind'],
  ['sand', 'Sand'],
  ['chip', 'Chips'],
  ['rough', 'Rough'],
  ['winter', 'Winter'],
  ['calls', 'Own calls'],
]
const KINDS: CardKind[] = ['slope', 'wind', 'sand', 'chip', 'rough', 'winter']

const isPaper = (text: string | null): text is PaperSize => text !== null && text in PAPERS

const NO_CARDS =
  'Veltrin works out the cards and can’t be reached. This browser has none saved for this player and day.'

/** Printed cards: tables of calls for this player and this day, on A4, A6, or folded into a pocket. */
export function Cards({ player }: { player: Player }) {
  const coach = useUnits()
  const course = useQuery(settingsQuery).data?.course ?? ''
  const reading = useReading()
  const [named, name] = usePart()
  const units = cardUnits(player, coach)
  // The day without its wind: a card is made before the round.
  const still = { ...reading, wind: 0 }
  const day = { ...toDay(reading, reading.dayName || 'Today'), ball_c: null }
  const body = {
    player_id: player.id,
    day: { ...day, wind: { ...day.wind, speed_m_s: 0, gust_m_s: null } },
    winds_m_s: windSteps(units, isForecast(reading)),
    kinds: KINDS,
  }
  const { cards, done, of, isMaking, error, make, stop } = useCards(body)
  const part = named.get('card') ?? 'all'
  const told = named.get('paper')
  const size = isPaper(told) ? told : 'a4'
  const put = (next: Record<string, string>) => name({ card: part, paper: size, ...next })
  const shown = (kind: Part): Card[] =>
    (kind === 'all' ? KINDS : KINDS.filter((one) => one === kind)).flatMap((one) => cards[one] ?? [])
  const dayName = [course, reading.dayName, conditionWords(still, units)].filter(Boolean).join(', ')
  return (
    <InUnits value={units}>
      <main className="mx-auto max-w-[120rem] px-4 pb-10">
        <Tabs.Root value={part} onValueChange={(card) => put({ card })}>
          <div className="no-print mb-3 flex flex-wrap items-baseline gap-x-6 gap-y-1 border-b border-rule pt-2">
            <PartTabs label="Cards" parts={PARTS} />
            {isMaking && of > 0 && (
              <span className="flex items-center gap-3 pb-1">
                <progress value={done} max={of} aria-label="Cards made" />
                <button type="button" className="word" onClick={stop}>
                  stop
                </button>
              </span>
            )}
          </div>
          {error !== null && <Problem error={error as Error} onRetry={make} away={NO_CARDS} />}
          {PARTS.map(([kind]) => (
            <Tabs.Content key={kind} value={kind}>
              {kind === 'calls' || shown(kind).length > 0 ? (
                <div
                  className={`grid items-start gap-x-8 gap-y-4 ${shown(kind).length === 1 ? 'xl:grid-cols-[auto_minmax(0,1fr)]' : ''}`}
                >
                  <Paper
                    size={size}
                    onSize={(paper) => put({ paper })}
                    title={`${player.name}, ${kind === 'all' ? 'cards' : `${kind} card`}`}
                    pages={
                      kind === 'calls'
                        ? [<CallsCard key="calls" player={player} size={size} />]
                        : shown(kind).map((card) => (
                            <CardPaper
                              key={card.kind}
                              card={card}
                              name={player.name}
                              day={dayName}
                              size={size}
                            />
                          ))
                    }
                  />
                  {shown(kind).length === 1 &&
                    shown(kind).map((card) => <CardReading key={card.kind} card={card} />)}
                </div>
              ) : isMaking ? (
                <p className="text-quiet">
                  Working the cards out: every cell is planned for {player.name}’s own bag.
                </p>
              ) : (
                error === null && (
                  <p>
                    Stopped.{' '}
                    <button type="button" className="press" onClick={make}>
                      Make the cards
                    </button>
                  </p>
                )
              )}
            </Tabs.Content>
          ))}
        </Tabs.Root>
      </main>
    </InUnits>
  )
}
