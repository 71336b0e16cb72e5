import { useQuery } from '@tanstack/react-query'
import { Popover } from 'radix-ui'
import type { Settings } from '../api/client'
import { useSaveSettings, useSignOut, useSignOutThere } from '../api/mutations'
import { mastQuery, playersQuery, sessionQuery, sessionsQuery, settingsQuery } from '../api/queries'
import { lay } from '../lib/desk'
import { usePlace, type Place } from '../lib/place'
import { useReading } from '../lib/store'
import { useChoosePlayer } from '../lib/use-choose-player'
import { useDusk } from '../lib/use-dusk'
import { conditionWords } from '../lib/sky-words'
import { mastWords } from '../lib/mast'
import { Choice } from '../ui/Choice'

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

const PAPER = 'z-50 border border-ink bg-lit p-3'
const NAMES: [Place, string][] = [
  ['bench', 'Bench'],
  ['methods', 'Methods'],
  ['players', 'Players'],
  ['book', 'Field book'],
  ['conditions', 'Conditions'],
]

const PLAIN = 'whitespace-nowrap hover:text-hot'

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
        {coach}, <Word onClick={() => leave.mutate()}>sign out</Word>
        {elsewhere.map((one) => (
          <p key={one.id} className="text-[13px]">
            also at {one.address} since {one.made_at.slice(0, 10)},{' '}
            <Word onClick={() => end.mutate(one.id)}>sign out there</Word>
          </p>
        ))}
      </dd>
    </>
  )
}

function Word({ onClick, children }: { onClick: () => void; children: string }) {
  return (
    <button type="button" className="word" onClick={onClick}>
      {children}
    </button>
  )
}

function UnitsMenu({ settings }: { settings: Settings }) {
  const { isDusk, toggle } = useDusk()
  const save = useSaveSettings()
  return (
    <Popover.Root>
      <Popover.Trigger className={PLAIN}>Units</Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className={PAPER} sideOffset={8} align="end">
          <dl className="grid grid-cols-[6rem_1fr] gap-y-1.5">
            <dt className="text-quiet">distances</dt>
            <dd>
              <Choice
                label="Distances"
                value={settings.distance}
                options={DISTANCES}
                onChange={(distance) => save({ distance })}
              />
            </dd>
            <dt className="text-quiet">ball place</dt>
            <dd>
              <Choice
                label="Short lengths"
                value={settings.small}
                options={SMALLS}
                onChange={(small) => save({ small })}
              />
            </dd>
            <dt className="text-quiet">slopes</dt>
            <dd>
              <Choice
                label="Slopes"
                value={settings.slope}
                options={SLOPES}
                onChange={(slope) => save({ slope })}
              />
            </dd>
            <dt className="text-quiet">warmth</dt>
            <dd>
              <Choice
                label="Temperature"
                value={settings.temperature}
                options={WARMTHS}
                onChange={(temperature) => save({ temperature })}
              />
            </dd>
            <dt className="text-quiet">wind</dt>
            <dd>
              <Choice
                label="Wind speeds"
                value={settings.speed}
                options={SPEEDS}
                onChange={(speed) => save({ speed })}
              />
            </dd>
            <dt className="text-quiet">record</dt>
            <dd>
              <Popover.Close className="word" onClick={() => lay('files')}>
                files and copies
              </Popover.Close>
            </dd>
            <SignedIn />
            <dt className="text-quiet">page</dt>
            <dd>
              <Word onClick={toggle}>{isDusk ? 'dusk' : 'paper'}</Word>
            </dd>
          </dl>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** The slim top line: place names, the player, the air in words, units, keys. */
export function TopLine() {
  const reading = useReading()
  const { place, go } = usePlace()
  const players = useQuery(playersQuery).data ?? []
  const settings = useQuery(settingsQuery).data
  const mast = useQuery(mastQuery).data
  const choosePlayer = useChoosePlayer()
  if (!settings) return null
  const heard = mastWords(mast)
  const options = [
    ...players.map((p) => ({ value: p.id, words: p.note ? `${p.name}, ${p.note}` : p.name })),
    { value: '+', words: 'Add a player' },
  ]
  return (
    <header className="no-print flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b border-ink px-4 py-2">
      <h1 className="text-lg font-bold">Veltrin</h1>
      <nav className="flex flex-wrap gap-x-4" aria-label="Places">
        {NAMES.map(([one, name]) => (
          <button
            key={one}
            type="button"
            aria-current={one === place ? 'page' : undefined}
            className={one === place ? 'border-b-[3px] border-hot font-semibold whitespace-nowrap' : PLAIN}
            onClick={() => one !== place && go(one)}
          >
            {name}
          </button>
        ))}
        <button type="button" className={PLAIN} onClick={() => lay('kept')}>
          Kept shots
        </button>
      </nav>
      <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1 sm:ml-auto">
        <span className="whitespace-nowrap">
          <span className="text-quiet">for </span>
          <Choice
            label="Player"
            value={reading.player}
            options={options}
            className="font-semibold"
            onChange={(id) => (id === '+' ? lay('player') : choosePlayer(id))}
          />
        </span>
        <button
          type="button"
          className={PLAIN}
          aria-label={`Conditions: ${conditionWords(reading, settings)}`}
          onClick={() => place !== 'conditions' && go('conditions')}
        >
          {conditionWords(reading, settings)}
          {heard && <span className={mast?.state === 'live' ? 'text-quiet' : 'text-hot'}> ({heard})</span>}
        </button>
        <UnitsMenu settings={settings} />
        <button type="button" className={PLAIN} onClick={() => lay('keys')} aria-label="Keys">
          <kbd className="figure border border-faint px-1">?</kbd> keys
        </button>
      </div>
    </header>
  )
}
