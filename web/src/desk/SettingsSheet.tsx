import { useQuery } from '@tanstack/react-query'
import type { Settings } from '../api/client'
import { lay, useLaid } from '../lib/desk'
import { LOCALES } from '../lib/local'
import type { Units } from '../lib/units'
import { useDusk } from '../lib/use-dusk'
import { dayWords } from '../lib/when'
import { useLetterKeys } from '../lib/use-keys'
import { Choice } from '../ui/Choice'
import { Sheet } from '../ui/Sheet'
import { Academies } from '../accounts/Academies'
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
const THEMES = [
  { value: 'system', words: 'as the system' },
  { value: 'paper', words: 'light' },
  { value: 'dusk', words: 'dusk' },
] as const
const LETTERS = [
  { value: 'on', words: 'on' },
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

/** One of the settings, as the coach has it. */
function SettingRow<K extends keyof Units | 'locale'>(props: {
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
  const { theme, choose } = useDusk()
  const { areOn, turn } = useLetterKeys()
  return (
    <dl className="grid grid-cols-[8.5rem_1fr] gap-y-2">
      <SettingRow
        title="distances"
        label="Distances"
        read="distance"
        options={DISTANCES}
        settings={settings}
      />
      <SettingRow
        title="short lengths"
        label="Short lengths"
        read="small"
        options={SMALLS}
        settings={settings}
      />
      <SettingRow title="slopes" label="Slopes" read="slope" options={SLOPES} settings={settings} />
      <SettingRow
        title="temperature"
        label="Temperature"
        read="temperature"
        options={WARMTHS}
        settings={settings}
      />
      <SettingRow title="wind" label="Wind speeds" read="speed" options={SPEEDS} settings={settings} />
      <SettingRow
        title="dates, numbers"
        label="Dates and numbers"
        read="locale"
        options={LOCALES}
        settings={settings}
      />
      <dt className="text-quiet">theme</dt>
      <dd>
        <Choice label="Theme" value={theme} options={THEMES} onChange={choose} />
      </dd>
      <dt className="text-quiet">letter keys</dt>
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
          ? 'This browser saves the page and its last answers, so that you can read them without a network.'
          : 'This page came over a connection that isn’t encrypted. It can’t be installed, opened without a network, or read the tilt of this device. See “On a phone” in docs/operations.md.'}
      </dd>
      <dt className="text-quiet">record</dt>
      <dd>
        <button type="button" className="word" onClick={() => lay('files')}>
          files and copies
        </button>
      </dd>
      <SignedIn />
      <Academies />
    </dl>
  )
}

/** Units, dates, the theme, letter keys, the record, who is signed in. */
export function SettingsSheet() {
  const settings = useQuery(settingsQuery).data
  return (
    <Sheet {...useLaid('settings')} title="Settings" about="They are yours, and are used in every place.">
      {settings && <Rows settings={settings} />}
    </Sheet>
  )
}
