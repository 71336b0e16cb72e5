import { useQuery, useQueryClient } from '@tanstack/react-query'
import { Suspense, useEffect, useRef, type ComponentType } from 'react'
import type { Player, Settings } from './api/client'
import { fromSearch, keepSearch, lastSearch, toSearch } from './shot/address'
import { fromDay } from './shot/day'
import { change, START } from './shot/reading'
import { begin } from './shot/history'
import { useAway } from './lib/away'
import { awayWords } from './lib/away-words'
import { useBench, useReading } from './shot/store'
import { placeAt, PLACE_NAMES, PLACES, useBackAndForward, usePlace, type Place } from './lib/place'
import { useMast } from './shot/use-mast'
import { writeAs } from './lib/local'
import { useArrival } from './lib/use-arrival'
import { useDusk } from './lib/use-dusk'
import { useKeys } from './lib/use-keys'
import { InUnits } from './lib/use-units'
import { part, renewParts } from './lib/part'
import { isTaking } from './lessons/take'
import { usePrefetch } from './shot/use-prefetch'
import { help, lay, useDesk } from './lib/desk'
import { useChoosePlayer } from './shot/use-choose-player'
import { Bench, benchSheets } from './shot/bench/Bench'
import { undoBooking } from './book/book-it'
import { keepSending } from './book/queue'
import { SampleNote } from './desk/SampleNote'
import { TopLine } from './desk/TopLine'
import { Problem } from './ui/Problem'
import { Boundary } from './ui/Boundary'
import { Live } from './ui/Live'
import { meaning } from './ui/Meaning'
import { Once } from './ui/Once'
import { Told } from './ui/Told'
import { fetchOverlays } from './ui/use-overlays'
import { sessionQuery } from './accounts/api'
import { healthQuery } from './api/health'
import { playersQuery } from './players/api'
import { settingsQuery } from './shot/api'

// Not what a coach opens first: fetched (from this very server) when they are gone to, or when there is time.
const signIn = part(async () => (await import('./accounts/SignIn')).SignIn)
const fieldBook = part(async () => (await import('./book/FieldBook')).FieldBook)
const playersPlace = part(async () => (await import('./players/Players')).Players)
const methods = part(async () => (await import('./shot/methods/Methods')).Methods)
const conditions = part(async () => (await import('./shot/conditions/Conditions')).Conditions)
const deskSheets = part(async () => (await import('./desk/DeskSheets')).DeskSheets)
const take = part(async () => (await import('./lessons/Take')).Take)
const welcome = part(async () => (await import('./desk/Welcome')).Welcome)
const lessons = part(async () => (await import('./lessons/Lessons')).Lessons)
const cards = part(async () => (await import('./cards/Cards')).Cards)
const practice = part(async () => (await import('./practice/Practice')).Practice)
// Booking first: it is what has to open where there is no network any more.
const PARTS = [
  ...[benchSheets, deskSheets, fieldBook, practice, lessons],
  ...[conditions, methods, playersPlace, cards, meaning],
]

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
    // Where nobody answers there is a call for the shot that was looked at last, and for no new one.
    const said = window.location.search || (useAway.getState().isAway ? lastSearch() : '')
    const base = said === '' ? change(plain, day) : plain
    const wanted = fromSearch(said, base)
    const known = players.some((p) => p.id === wanted.player)
    useBench.setState({ history: begin(known ? wanted : { ...wanted, player: last.id }) })
  }, [players, settings, player])
}

/** Keep the address in step with the reading, without filling the browser's history. */
function useAddress() {
  const reading = useReading()
  const place = usePlace((state) => state.place)
  useEffect(() => {
    document.title = `${PLACE_NAMES[place]} · Veltrin`
    const search = toSearch(reading)
    const put = () => {
      const path = PLACES[placeAt(window.location.pathname)]
      const { hash } = window.location
      window.history.replaceState(window.history.state, '', path + (search ? `?${search}` : '') + hash)
    }
    put()
    if (reading.player !== '') keepSearch(search)
    // A step back leads to another place, or out of a sheet, with the reading as it is now.
    window.addEventListener('popstate', put)
    return () => window.removeEventListener('popstate', put)
  }, [reading, place])
}

/** Where nobody answers it is asked so often (ms) whether somebody does again. */
const AWAY_AGAIN_MS = 2_000

/** What there is to say of the server: that it isn't ready yet, or that nobody answers. */
function Warming() {
  const queries = useQueryClient()
  const { isAway, since } = useAway()
  const health = useQuery(healthQuery)
  const wasAway = useRef(false)
  useEffect(() => {
    // Everything shown may be old: it is looked at again as soon as somebody answers.
    if (wasAway.current && !isAway) void queries.invalidateQueries()
    wasAway.current = isAway
    if (!isAway) return undefined
    const again = () => void queries.refetchQueries({ queryKey: healthQuery.queryKey })
    const timer = setInterval(again, AWAY_AGAIN_MS)
    window.addEventListener('online', again)
    return () => {
      clearInterval(timer)
      window.removeEventListener('online', again)
    }
  }, [isAway, queries])
  if (health.data?.status === 'failed') {
    return (
      <p role="alert" className="no-print border-b border-hot px-4 py-1">
        Veltrin could not start: {health.data.detail}
      </p>
    )
  }
  return (
    <Live as="p" className="no-print border-b border-rule px-4 py-1 text-quiet">
      {isAway && awayWords(since)}
      {!isAway && health.data?.status === 'warming' && 'Getting ready. The first answer takes a moment.'}
      {!isAway && health.data?.status === 'degraded' && health.data.detail}
    </Live>
  )
}

/** Send what waits, and look at everything again that a new shot may have changed. */
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

/** A player's own page comes by a link; anyone else who has to sign in does so first. */
export function App() {
  if (isTaking()) return <Taking />
  return <Coach />
}

function Taking() {
  return (
    <Boundary name="Your page" onRetry={renewParts}>
      <Suspense fallback={<p className="p-6 text-quiet">Opening.</p>}>
        <take.View />
      </Suspense>
    </Boundary>
  )
}

function Coach() {
  const session = useQuery(sessionQuery)
  if (session.data?.needed && session.data.coach === null)
    return (
      <Suspense fallback={null}>
        <signIn.View />
      </Suspense>
    )
  return <Desk />
}

/** Keys that lead from any place to another, or lay a sheet. */
function useDeskKeys() {
  const { place, go } = usePlace()
  const { undo, redo } = useBench.getState()
  const between = (other: Place) => () => go(place === other ? 'bench' : other)
  useKeys({
    U: () => undoBooking() || undo(),
    R: redo,
    M: between('methods'),
    T: between('conditions'),
    F: between('book'),
    G: between('players'),
    J: between('practice'),
    V: between('lessons'),
    I: between('cards'),
    '/': () => lay('search'),
    X: () => lay('astray'),
    O: () => lay('kept'),
    P: () => go('cards', 'card=calls'),
    '?': () => help('places'),
  })
}

function Desk() {
  const players = useQuery(playersQuery)
  const settings = useQuery(settingsQuery)
  const reading = useReading()
  const choosePlayer = useChoosePlayer()
  useStart(players.data, settings.data)
  if (settings.data) writeAs(settings.data.locale)
  useAddress()
  useBackAndForward()
  useSending()
  useMast()
  useDeskKeys()
  useDusk()
  usePrefetch(PARTS)
  useEffect(() => void fetchOverlays().catch(() => undefined), [])

  const error = players.error ?? settings.error
  if (error && !(players.data && settings.data)) {
    return (
      <main className="p-6">
        <Problem error={error} onRetry={() => void Promise.all([players.refetch(), settings.refetch()])} />
      </main>
    )
  }
  if (!players.data || !settings.data) return <p className="p-6 text-quiet">Opening the book.</p>
  if (players.data.length === 0) {
    return (
      <InUnits value={settings.data}>
        <Suspense fallback={<p className="p-6 text-quiet">Opening.</p>}>
          <welcome.View onAdded={(p) => choosePlayer(p.id)} />
        </Suspense>
        <Told />
      </InUnits>
    )
  }
  const player = players.data.find((p) => p.id === reading.player)
  return (
    <InUnits value={settings.data}>
      <SkipLink />
      <TopLine />
      <Warming />
      <SampleNote />
      {player && <At player={player} />}
      <LaidSheets player={player} />
      <Told />
    </InUnits>
  )
}

/** Leads a keyboard past the top line: on the Bench to the calls, elsewhere to the place. */
function SkipLink() {
  const place = usePlace((state) => state.place)
  return (
    <button
      type="button"
      className="press sr-only z-50 bg-lit focus:not-sr-only focus:absolute focus:top-1 focus:left-1"
      onClick={() => document.querySelector<HTMLElement>('[data-skip-to]')?.focus()}
    >
      {place === 'bench' ? 'To the calls' : `To ${PLACE_NAMES[place]}`}
    </button>
  )
}

/** What stands in each place; begun again with each player where what was opened there is of the one before. */
const IN_PLACE: Record<Place, { View: ComponentType<{ player: Player }>; isOfOne?: boolean }> = {
  bench: { View: Bench },
  methods,
  conditions,
  players: { ...playersPlace, isOfOne: true },
  practice,
  lessons,
  cards: { ...cards, isOfOne: true },
  book: { ...fieldBook, isOfOne: true },
}

/** The place where the coach is. Who goes there by a key or a link has the focus in it. */
function At({ player }: { player: Player }) {
  const place = usePlace((state) => state.place)
  const here = useRef<HTMLDivElement>(null)
  const { View, isOfOne } = IN_PLACE[place]
  // What leads there may have gone with the place it stood in, or stay: the top line's own names keep the focus.
  useArrival(here, place)
  return (
    <div ref={here} tabIndex={-1} className="outline-none" data-skip-to={place === 'bench' ? undefined : ''}>
      <Boundary key={place} name={PLACE_NAMES[place]} onRetry={renewParts}>
        <Suspense fallback={<p className="p-6 text-quiet">Opening.</p>}>
          <View key={isOfOne ? player.id : place} player={player} />
        </Suspense>
      </Boundary>
    </div>
  )
}

function LaidSheets({ player }: { player: Player | undefined }) {
  const isLaid = useDesk((state) => state.sheet !== null)
  return (
    <Once when={isLaid} name="This sheet">
      <deskSheets.View player={player} />
    </Once>
  )
}
