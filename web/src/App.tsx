import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useState } from 'react'
import { client, unwrap, type Player, type Settings } from './api/client'
import { healthQuery, playersQuery, sessionQuery, settingsQuery } from './api/queries'
import { fromSearch, toSearch } from './lib/address'
import { fromDay } from './lib/day'
import { change, START } from './lib/reading'
import { begin } from './lib/history'
import { useBench, useReading } from './lib/store'
import { PLACES, useBackAndForward, usePlace } from './lib/place'
import { useMast } from './lib/use-mast'
import { cardUnits } from './lib/units'
import { useDusk } from './lib/use-dusk'
import type { KeyActions } from './lib/keys'
import { Bench } from './places/bench/Bench'
import { CardSheet } from './places/bench/CardSheet'
import { KeysSheet } from './places/bench/KeysSheet'
import { KeptSheet } from './places/bench/KeptSheet'
import { PlayerForm } from './places/bench/PlayerForm'
import { AstraySheet } from './places/book/AstraySheet'
import { FilesSheet } from './places/FilesSheet'
import { SignIn } from './places/SignIn'
import { keepSending } from './lib/queue'
import { Conditions } from './places/conditions/Conditions'
import { Methods } from './places/methods/Methods'
import { TopLine } from './places/bench/TopLine'
import { Problem } from './ui/Problem'
import { Sheet } from './ui/Sheet'
import { Live } from './ui/Live'

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

function useSettingsWriter(settings: Settings | undefined) {
  const queries = useQueryClient()
  const write = useMutation({
    mutationFn: async (body: Settings) => unwrap(await client.PUT('/api/settings', { body })),
    onMutate: (body) => queries.setQueryData(settingsQuery.queryKey, body),
    onError: () => queries.invalidateQueries({ queryKey: settingsQuery.queryKey }),
  })
  return (patch: Partial<Settings>) => settings && write.mutate({ ...settings, ...patch })
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
  if (health.data?.status !== 'warming') return null
  return (
    <p role="status" className="border-b border-rule px-4 py-1 text-quiet">
      Warming up: the first answer takes a moment.
    </p>
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

function Desk() {
  const players = useQuery(playersQuery)
  const settings = useQuery(settingsQuery)
  const reading = useReading()
  const [sheet, setSheet] = useState<'kept' | 'keys' | 'player' | 'card' | 'astray' | 'files' | null>(null)
  const [told, setTold] = useState('')
  const [note, setNote] = useState('')
  const { isDusk, toggle } = useDusk()
  const saveSettings = useSettingsWriter(settings.data)
  useStart(players.data, settings.data)
  useAddress()
  useBackAndForward()
  useSending()
  const { place, go } = usePlace()
  const mast = useMast()

  const { undo, redo, set } = useBench.getState()
  const benchKeys: KeyActions = {
    U: undo,
    R: redo,
    M: () => go(place === 'bench' ? 'methods' : 'bench'),
    T: () => go(place === 'conditions' ? 'bench' : 'conditions'),
    F: () => go(place === 'book' ? 'bench' : 'book'),
    G: () => go(place === 'players' ? 'bench' : 'players'),
    X: () => setSheet('astray'),
    O: () => setSheet('kept'),
    P: () => setSheet('card'),
    '?': () => setSheet('keys'),
  }
  const choosePlayer = (id: string) => {
    // Another bag may not hold the kept club or the call.
    set({ player: id, call: '', against: '', keep: '' })
    saveSettings({ last_player_id: id })
  }
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
    <>
      <TopLine
        reading={reading}
        players={players.data}
        settings={settings.data}
        isDusk={isDusk}
        mast={mast}
        place={place}
        onPlace={go}
        onSettings={saveSettings}
        onDusk={toggle}
        onPlayer={choosePlayer}
        onNewPlayer={() => setSheet('player')}
        onKept={() => setSheet('kept')}
        onKeys={() => setSheet('keys')}
        onFiles={() => setSheet('files')}
      />
      <Warming />
      {player && place === 'methods' && <Methods player={player} settings={settings.data} keys={benchKeys} />}
      {player && place === 'conditions' && (
        <Conditions
          player={player}
          settings={settings.data}
          mast={mast}
          keys={benchKeys}
          onSettings={saveSettings}
          onTold={setTold}
        />
      )}
      {player && place === 'bench' && (
        <Bench
          player={player}
          settings={settings.data}
          benchKeys={benchKeys}
          note={note}
          onNoted={() => setNote('')}
          onAstray={() => setSheet('astray')}
          onTold={setTold}
        />
      )}
      <Suspense fallback={<p className="p-6 text-quiet">Opening.</p>}>
        {player && place === 'players' && (
          <Players
            key={player.id}
            player={player}
            settings={settings.data}
            keys={benchKeys}
            onTold={setTold}
            onDropped={() => {
              const next = players.data.find((p) => p.id !== player.id)
              if (next) choosePlayer(next.id)
            }}
          />
        )}
        {player && place === 'book' && (
          <FieldBook
            key={player.id}
            player={player}
            settings={settings.data}
            keys={benchKeys}
            onTold={setTold}
          />
        )}
      </Suspense>
      <AstraySheet
        open={sheet === 'astray'}
        units={settings.data}
        onOpenChange={(open) => setSheet(open ? 'astray' : null)}
        onFound={(words) => {
          setSheet(null)
          setNote(words)
          go('bench')
          setTold(
            words ? 'Marked: it goes into the note of this shot. Now read the lie.' : 'Now read the lie.',
          )
        }}
      />
      <FilesSheet
        open={sheet === 'files'}
        player={player}
        onOpenChange={(open) => setSheet(open ? 'files' : null)}
      />
      <KeptSheet
        units={settings.data}
        open={sheet === 'kept'}
        onOpenChange={(open) => setSheet(open ? 'kept' : null)}
      />
      {player && (
        <CardSheet
          open={sheet === 'card'}
          player={player}
          units={cardUnits(player, settings.data)}
          onOpenChange={(open) => setSheet(open ? 'card' : null)}
        />
      )}
      <KeysSheet open={sheet === 'keys'} onOpenChange={(open) => setSheet(open ? 'keys' : null)} />
      <Sheet
        open={sheet === 'player'}
        title="Add a player"
        about="Five facts; the bag can be measured later."
        onOpenChange={(open) => setSheet(open ? 'player' : null)}
      >
        <PlayerForm
          onAdded={(p) => {
            setSheet(null)
            choosePlayer(p.id)
          }}
        />
      </Sheet>
      <Told words={told} onDone={() => setTold('')} />
    </>
  )
}

/** A line that says what was done and goes away by itself. */
function Told({ words, onDone }: { words: string; onDone: () => void }) {
  useEffect(() => {
    if (!words) return undefined
    const timer = setTimeout(onDone, 4000)
    return () => clearTimeout(timer)
  }, [words, onDone])
  return (
    <Live as="p" className="fixed bottom-4 left-1/2 z-30 -translate-x-1/2 bg-ink px-4 py-2 text-paper">
      {words}
    </Live>
  )
}
