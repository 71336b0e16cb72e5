import { useQuery, useQueryClient } from '@tanstack/react-query'
import { cardUnits } from './lib/units'
import { lazy, Suspense, useEffect } from 'react'
import type { Player, Settings } from './api/client'
import { healthQuery, playersQuery, sessionQuery, settingsQuery } from './api/queries'
import { fromSearch, toSearch } from './lib/address'
import { fromDay } from './lib/day'
import { change, START } from './lib/reading'
import { begin } from './lib/history'
import { useBench, useReading } from './lib/store'
import { PLACES, useBackAndForward, usePlace, type Place } from './lib/place'
import { useMast } from './lib/use-mast'
import { useKeys } from './lib/use-keys'
import { InUnits } from './lib/use-units'
import { lay, useLaid } from './lib/desk'
import { useChoosePlayer } from './lib/use-choose-player'
import { Bench } from './places/bench/Bench'
import { CardSheet } from './places/bench/CardSheet'
import { KeysSheet } from './places/KeysSheet'
import { KeptSheet } from './places/bench/KeptSheet'
import { PlayerForm } from './places/bench/PlayerForm'
import { AstraySheet } from './places/book/AstraySheet'
import { FilesSheet } from './places/FilesSheet'
import { SignIn } from './places/SignIn'
import { keepSending } from './lib/queue'
import { Conditions } from './places/conditions/Conditions'
import { Methods } from './places/methods/Methods'
import { TopLine } from './places/TopLine'
import { Problem } from './ui/Problem'
import { Sheet } from './ui/Sheet'
import { Live } from './ui/Live'
import { Told } from './ui/Told'

// Not what a coach opens first: fetched (from this very server) when they are gone to.
const FieldBook = lazy(async () => ({ default: (await import('./places/book/FieldBook')).FieldBook }))
const Players = lazy(async () => ({ default: (await import('./places/players/Players')).Players }))

/** Start from the coach's own air and last player where the address doesn't say otherwise. */
function useStart(players: Player[] | undefined, settings: Settings | undefined) {
  const player = useReading().player
  useEffect(() => {
    if (!players?.[0] || !settings) return
    if (players.some((p) => p.id === player)) return
    const last = players.find((p) => p.id === settings.last_player_id) ?? players[0]
    const day = { ...fromDay(settings.day), dayName: settings.day.name }
    const plain = { ...START, player: last.id }
    // An address says everything that isn't as at the very start; without one the coach's own day begins.
    const base = window.location.search === '' ? change(plain, day) : plain
    const wanted = fromSearch(window.location.search, base)
    const known = players.some((p) => p.id === wanted.player)
    useBench.setState({ history: begin(known ? wanted : { ...wanted, player: last.id }) })
  }, [players, settings, player])
}

/** Keep the address in step with the reading, without filling the browser's history. */
function useAddress() {
  const reading = useReading()
  const place = usePlace((state) => state.place)
  useEffect(() => {
    const search = toSearch(reading)
    window.history.replaceState(null, '', PLACES[place] + (search ? `?${search}` : ''))
  }, [reading, place])
}

function Warming() {
  const health = useQuery(healthQuery)
  if (health.data?.status === 'failed') {
    return (
      <p role="alert" className="border-b border-hot px-4 py-1">
        The model did not start: {health.data.detail}
      </p>
    )
  }
  return (
    <Live as="p" className="border-b border-rule px-4 py-1 text-quiet">
      {health.data?.status === 'warming' && 'Warming up: the first answer takes a moment.'}
    </Live>
  )
}

/** Send what waits, and look at everything anew that a new shot may have changed. */
function useSending() {
  const queries = useQueryClient()
  useEffect(
    () =>
      keepSending(() => {
        void queries.invalidateQueries({ queryKey: ['book'] })
        void queries.invalidateQueries({ queryKey: ['plan'] })
      }),
    [queries],
  )
}

/** Whoever has to sign in does so first. */
export function App() {
  const session = useQuery(sessionQuery)
  if (session.data?.needed && session.data.coach === null) return <SignIn />
  return <Desk />
}

/** Keys that lead from any place to another, or lay a sheet. */
function useDeskKeys() {
  const { place, go } = usePlace()
  const { undo, redo } = useBench.getState()
  const between = (other: Place) => () => go(place === other ? 'bench' : other)
  useKeys({
    U: undo,
    R: redo,
    M: between('methods'),
    T: between('conditions'),
    F: between('book'),
    G: between('players'),
    X: () => lay('astray'),
    O: () => lay('kept'),
    P: () => lay('card'),
    '?': () => lay('keys'),
  })
}

function Desk() {
  const players = useQuery(playersQuery)
  const settings = useQuery(settingsQuery)
  const reading = useReading()
  const choosePlayer = useChoosePlayer()
  useStart(players.data, settings.data)
  useAddress()
  useBackAndForward()
  useSending()
  useMast()
  useDeskKeys()

  const error = players.error ?? settings.error
  if (error) {
    return (
      <main className="p-6">
        <Problem error={error} onRetry={() => void Promise.all([players.refetch(), settings.refetch()])} />
      </main>
    )
  }
  if (!players.data || !settings.data) return <p className="p-6 text-quiet">Opening the book.</p>
  if (players.data.length === 0) {
    return (
      <main className="p-6">
        <h1 className="text-lg font-bold">Veltrin</h1>
        <p className="mt-2 mb-4 max-w-prose">
          No players yet. Add the first one: the usual bag is scaled from how far the 7-iron carries.
        </p>
        <PlayerForm onAdded={(p) => choosePlayer(p.id)} />
      </main>
    )
  }
  const player = players.data.find((p) => p.id === reading.player)
  return (
    <InUnits value={settings.data}>
      <TopLine />
      <Warming />
      {player && <At player={player} />}
      <AstraySheet />
      <FilesSheet player={player} />
      <KeptSheet />
      {player && (
        <InUnits value={cardUnits(player, settings.data)}>
          <CardSheet player={player} />
        </InUnits>
      )}
      <KeysSheet />
      <NewPlayerSheet />
      <Told />
    </InUnits>
  )
}

/** The place where the coach is. */
function At({ player }: { player: Player }) {
  const place = usePlace((state) => state.place)
  return (
    <Suspense fallback={<p className="p-6 text-quiet">Opening.</p>}>
      {place === 'bench' && <Bench player={player} />}
      {place === 'methods' && <Methods player={player} />}
      {place === 'conditions' && <Conditions player={player} />}
      {place === 'players' && <Players key={player.id} player={player} />}
      {place === 'book' && <FieldBook key={player.id} player={player} />}
    </Suspense>
  )
}

function NewPlayerSheet() {
  const choosePlayer = useChoosePlayer()
  return (
    <Sheet {...useLaid('player')} title="Add a player" about="Five facts; the bag can be measured later.">
      <PlayerForm
        onAdded={(player) => {
          lay(null)
          choosePlayer(player.id)
        }}
      />
    </Sheet>
  )
}
