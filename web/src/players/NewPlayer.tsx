import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Club, Player, PlayerNew, Settings } from '../api/client'
import { CarryLine } from '../drawing/CarryLine'
import { scaleOf, type Units } from '../lib/units'
import { useSettled } from '../lib/use-settled'
import { Choice } from '../ui/Choice'
import { Problem } from '../ui/Problem'
import { settingsQuery, useSaveSettings } from '../shot/api'
import { newBagQuery, useAddPlayer } from './api'
import { BagTable } from './BagTable'
import { PLAIN_PLAYER, swung } from './bag'

/** What is known of a new player, from which the bag is worked out. */
type Known = 'carry' | 'speed' | 'junior'

interface Draft {
  name: string
  hand: PlayerNew['hand']
  handicap: string
  distance: Units['distance']
  known: Known
  carry: string
  speed: string
  stature: string
}

const HANDS = [
  { value: 'right', words: 'right-handed' },
  { value: 'left', words: 'left-handed' },
] as const
const DISTANCES = [
  { value: 'm', words: 'metres' },
  { value: 'yd', words: 'yards' },
] as const
const KNOWNS = [
  { value: 'carry', words: '7-iron carry' },
  { value: 'speed', words: 'driver head speed' },
  { value: 'junior', words: 'juniors’ set' },
] as const

const STATURE_M = 1.78
const UNNAMED = 'New player'
const SETTLE_MS = 250

/** A typed number; null where it can't be read. */
function typed(text: string): number | null {
  const value = Number(text.replace(',', '.').trim())
  return text.trim() === '' || !Number.isFinite(value) ? null : value
}

/** The draft as it is asked; null while a number can't be read. What is out of its range the server says. */
function asAsked(draft: Draft, units: Units): PlayerNew | null {
  const handicap = typed(draft.handicap)
  const known = typed({ carry: draft.carry, speed: draft.speed, junior: draft.stature }[draft.known])
  if (handicap === null || known === null) return null
  const plain = {
    ...PLAIN_PLAYER,
    name: draft.name.trim() || UNNAMED,
    hand: draft.hand,
    handicap,
    stature_m: STATURE_M,
    junior_set: false,
    leave_out: [],
  }
  switch (draft.known) {
    case 'carry':
      return { ...plain, seven_iron_carry_m: scaleOf('distance', units).fromShown(known) }
    case 'speed':
      return { ...plain, driver_speed_m_s: scaleOf('wind', units).fromShown(known) }
    case 'junior':
      return { ...plain, stature_m: known / 100, junior_set: true }
  }
}

function Row({ words, children }: { words: string; children: React.ReactNode }) {
  return (
    <label className="grid grid-cols-[9.5rem_1fr] items-center gap-x-2">
      <span>{words}</span>
      {children}
    </label>
  )
}

interface BagProps {
  asked: PlayerNew
  clubs: Club[] | null
  touched: readonly string[]
  units: Units
  onClubs: (clubs: Club[], touched: readonly string[]) => void
}

/** The bag as it is worked out; every carry can be dragged, and all of it changed. */
function NewBag({ asked, clubs, touched, units, onClubs }: BagProps) {
  const bag = useQuery({ ...newBagQuery(asked), placeholderData: keepPreviousData })
  if (bag.error) return <Problem error={bag.error} />
  if (!bag.data) return <p className="text-quiet">Working out the bag.</p>
  const { doubts_m, known_share } = bag.data
  const shown = clubs ?? bag.data.clubs
  const scale = scaleOf('distance', units)
  const doubts = Object.fromEntries(
    shown.map((club) => {
      const at = bag.data.clubs.findIndex((one) => one.id === club.id)
      const isTold = touched.includes(club.id) || at < 0
      return [club.id, isTold ? known_share * club.stock_carry_m : (doubts_m[at] ?? 0)]
    }),
  )
  return (
    <section aria-label="The bag">
      <p className="mb-1 text-small text-quiet">
        Veltrin works this bag out from what you know. The band shows how far a carry may be off. Drag a carry
        that you know better; measured shots make the bands narrower later.
      </p>
      <CarryLine
        clubs={swung(shown)}
        steps={[]}
        doubts={doubts}
        toShown={scale.toShown}
        unit={units.distance}
        onCarry={(id, metres) =>
          onClubs(
            shown.map((club) => (club.id === id ? { ...club, stock_carry_m: metres } : club)),
            [...touched, id],
          )
        }
      />
      <details className="mt-1">
        <summary className="word inline-block cursor-pointer list-none">
          change clubs, lofts and bounce
        </summary>
        <BagTable clubs={shown} notes={[]} onClubs={(next) => onClubs(next, touched)} />
      </details>
    </section>
  )
}

/** A player in a minute: a name, a handicap and one thing that is known; the bag is worked out from it. */
function Form({ settings, onAdded }: { settings: Settings; onAdded: (player: Player) => void }) {
  const [draft, setDraft] = useState<Draft>({
    name: '',
    hand: 'right',
    handicap: '18',
    distance: settings.distance,
    known: 'carry',
    carry: settings.distance === 'yd' ? '140' : '130',
    speed: settings.speed === 'mph' ? '90' : settings.speed === 'km/h' ? '145' : '40',
    stature: '145',
  })
  const [clubs, setClubs] = useState<Club[] | null>(null)
  const [touched, setTouched] = useState<readonly string[]>([])
  const add = useAddPlayer()
  const save = useSaveSettings()
  const units: Units = { ...settings, distance: draft.distance }
  const found = asAsked(draft, units)
  // A bag is worked out once the coach stops typing; the name has no say in it.
  const asked = useSettled(JSON.stringify(found && { ...found, name: UNNAMED }), SETTLE_MS)
  const put = (patch: Partial<Draft>) => {
    setDraft({ ...draft, ...patch })
    if (['known', 'carry', 'speed', 'stature'].some((key) => key in patch)) {
      setClubs(null)
      setTouched([])
    }
  }
  const text = (key: 'name' | 'handicap' | 'carry' | 'speed' | 'stature', label: string) => (
    <Row words={label}>
      <input
        className="field"
        required
        maxLength={60}
        inputMode={key === 'name' ? 'text' : 'decimal'}
        value={draft[key]}
        onFocus={(event) => event.target.select()}
        onChange={(event) => put({ [key]: event.target.value })}
      />
    </Row>
  )
  const choice = <T extends string>(
    label: string,
    value: T,
    options: readonly { value: T; words: string }[],
    onChange: (value: T) => void,
  ) => (
    <Row words={label}>
      <Choice look="field" label={label} value={value} options={options} onChange={onChange} />
    </Row>
  )
  return (
    <form
      className="grid gap-x-8 gap-y-3 lg:grid-cols-[22rem_minmax(0,1fr)]"
      onSubmit={(event) => {
        event.preventDefault()
        if (!found) return
        const told = clubs
          ? { ...found, seven_iron_carry_m: null, driver_speed_m_s: null, junior_set: false, clubs }
          : found
        if (draft.distance !== settings.distance)
          save({ distance: draft.distance, small: draft.distance === 'yd' ? 'in' : 'cm' })
        add.mutate(told, { onSuccess: onAdded })
      }}
    >
      <div className="grid content-start gap-2">
        {text('name', 'Name')}
        {choice('Plays', draft.hand, HANDS, (hand) => put({ hand }))}
        {text('handicap', 'Handicap')}
        {choice('Distances', draft.distance, DISTANCES, (distance) => put({ distance }))}
        {choice('What you know', draft.known, KNOWNS, (known) => put({ known }))}
        {draft.known === 'carry' && text('carry', `7-iron carry, ${draft.distance}`)}
        {draft.known === 'speed' && text('speed', `Driver head speed, ${settings.speed}`)}
        {draft.known === 'junior' && text('stature', 'Height, cm')}
        {!found && (
          <p role="alert" className="text-hot">
            Type numbers, such as 18 or 8.5.
          </p>
        )}
        {add.error && <Problem error={add.error} />}
        <button
          type="submit"
          className="press press-main justify-self-start"
          disabled={add.isPending || !found}
        >
          Add player
        </button>
        <p className="text-small text-quiet">You can change everything later, in Players.</p>
      </div>
      {asked !== 'null' && (
        <NewBag
          asked={JSON.parse(asked) as PlayerNew}
          clubs={clubs}
          touched={touched}
          units={units}
          onClubs={(next, ids) => {
            setClubs(next)
            setTouched(ids)
          }}
        />
      )}
    </form>
  )
}

export function NewPlayer({ onAdded }: { onAdded: (player: Player) => void }) {
  const settings = useQuery(settingsQuery).data
  return settings ? <Form settings={settings} onAdded={onAdded} /> : null
}
