import { useQuery } from '@tanstack/react-query'
import type { Settings } from '../api/client'
import { lay, useLaid } from '../lib/desk'
import type { Units } from '../lib/units'
import { useDusk } from '../lib/use-dusk'
import { dayWords } from '../lib/when'
import { useLetterKeys } from '../lib/use-keys'
import { Choice } from '../ui/Choice'
import { Sheet } from '../ui/Sheet'
import { sessionQuery, sessionsQuery, useSignOut, useSignOutThere } from '../accounts/api'
import { useSaveSettings, settingsQuery } from '../shot/api'

const DISTANCES = [
  { value: 'm', words: 'metres' },
  { value: 'yd', words: 'yards' },
] as const
const SMALLS = [
  { value: 'cm', words: 'centimetres' },
  { value: 'in', words: 'inches' },
] as const
const SLOPES = [
  { value: 'deg', words: 'degrees' },
  { value: 'pct', words: 'percent' },
] as const
const WARMTHS = [
  { value: 'C', words: 'Celsius' },
  { value: 'F', words: 'Fahrenheit' },
] as const
const SPEEDS = [
  { value: 'm/s', words: 'metres a second' },
  { value: 'mph', words: 'miles an hour' },
  { value: 'km/h', words: 'kilometres an hour' },
] as const
const PAGES = [
  { value: 'paper', words: 'paper' },
  { value: 'dusk', words: 'dusk' },
] as const
const LETTERS = [
  { value: 'on', words: 'single letters' },
  { value: 'off', words: 'off' },
] as const

/** Who is signed in, where one has to be, and where else. */
function SignedIn() {
  const session = useQuery(sessionQuery)
  const coach = session.data?.coach
  const elsewhere = useQuery({ ...sessionsQuery, enabled: !!coach }).data?.filter((one) => !one.is_this) ?? []
  const leave = useSignOut()
  const end = useSignOutThere()
  if (!coach) return null
  return (
    <>
      <dt className="text-quiet">coach</dt>
      <dd>
        {coach},{' '}
        <button type="button" className="word" onClick={() => leave.mutate()}>
          sign out
        </button>
        {elsewhere.map((one) => (
          <p key={one.id} className="text-small">
            also at {one.address} since {dayWords(one.made_at)},{' '}
            <button type="button" className="word" onClick={() => end.mutate(one.id)}>
              sign out there
            </button>
          </p>
        ))}
      </dd>
    </>
  )
}

/** One of the units, as the coach has it. */
function UnitRow<K extends keyof Units>(props: {
  title: string
  label: string
  read: K
  options: readonly { value: Settings[K]; words: string }[]
  settings: Settings
}) {
  const save = useSaveSettings()
  return (
    <>
      <dt className="text-quiet">{props.title}</dt>
      <dd>
        <Choice
          label={props.label}
          value={props.settings[props.read]}
          options={props.options}
          onChange={(value) => save({ [props.read]: value })}
        />
      </dd>
    </>
  )
}

function Rows({ settings }: { settings: Settings }) {
  const { isDusk, toggle } = useDusk()
  const { areOn, turn } = useLetterKeys()
  return (
    <dl className="grid grid-cols-[7rem_1fr] gap-y-2">
      <UnitRow title="distances" label="Distances" read="distance" options={DISTANCES} settings={settings} />
      <UnitRow title="ball place" label="Short lengths" read="small" options={SMALLS} settings={settings} />
      <UnitRow title="slopes" label="Slopes" read="slope" options={SLOPES} settings={settings} />
      <UnitRow title="warmth" label="Temperature" read="temperature" options={WARMTHS} settings={settings} />
      <UnitRow title="wind" label="Wind speeds" read="speed" options={SPEEDS} settings={settings} />
      <dt className="text-quiet">page</dt>
      <dd>
        <Choice label="Page" value={isDusk ? 'dusk' : 'paper'} options={PAGES} onChange={toggle} />
      </dd>
      <dt className="text-quiet">keys</dt>
      <dd>
        <Choice
          label="Letter keys"
          value={areOn ? 'on' : 'off'}
          options={LETTERS}
          onChange={(next) => turn(next === 'on')}
        />
      </dd>
      <dt className="text-quiet">no network</dt>
      <dd>
        {window.isSecureContext
          ? 'This browser keeps the page and its last answers for when nobody answers.'
          : 'This page came by a plain connection: it can’t be opened without a network, installed, or told the tilt of this device. It takes TLS: see “On a phone” in docs/operations.md.'}
      </dd>
      <dt className="text-quiet">record</dt>
      <dd>
        <button type="button" className="word" onClick={() => lay('files')}>
          files and copies
        </button>
      </dd>
      <SignedIn />
    </dl>
  )
}

/** Units, the page's look, letter keys, the record, who is signed in. */
export function UnitsSheet() {
  const settings = useQuery(settingsQuery).data
  return (
    <Sheet {...useLaid('units')} title="Units and page" about="As this coach likes them, on every place.">
      {settings && <Rows settings={settings} />}
    </Sheet>
  )
}
