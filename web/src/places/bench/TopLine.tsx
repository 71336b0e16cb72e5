import { Popover } from 'radix-ui'
import type { Player, Settings } from '../../api/client'
import { RANGES, type NumberKey, type Reading } from '../../lib/reading'
import type { Place } from '../../lib/place'
import { useBench } from '../../lib/store'
import { show } from '../../lib/units'
import { conditionWords } from '../../lib/words'
import { Choice } from '../../ui/Choice'
import { EditableNumber } from '../../ui/EditableNumber'

interface TopLineProps {
  reading: Reading
  players: Player[]
  settings: Settings
  isDusk: boolean
  place: Place
  onPlace: (place: Place) => void
  onSettings: (patch: Partial<Settings>) => void
  onDusk: () => void
  onPlayer: (id: string) => void
  onNewPlayer: () => void
  onKept: () => void
  onKeys: () => void
}

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

const PAPER = 'z-50 border border-ink bg-lit p-3'
const NAMES: [Place, string][] = [
  ['bench', 'Bench'],
  ['methods', 'Methods'],
]

const PLAIN = 'whitespace-nowrap hover:text-hot'

function Units({
  settings,
  isDusk,
  onSettings,
  onDusk,
}: Pick<TopLineProps, 'settings' | 'isDusk' | 'onSettings' | 'onDusk'>) {
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
                onChange={(distance) => onSettings({ distance })}
              />
            </dd>
            <dt className="text-quiet">ball place</dt>
            <dd>
              <Choice
                label="Short lengths"
                value={settings.small}
                options={SMALLS}
                onChange={(small) => onSettings({ small })}
              />
            </dd>
            <dt className="text-quiet">slopes</dt>
            <dd>
              <Choice
                label="Slopes"
                value={settings.slope}
                options={SLOPES}
                onChange={(slope) => onSettings({ slope })}
              />
            </dd>
            <dt className="text-quiet">warmth</dt>
            <dd>
              <Choice
                label="Temperature"
                value={settings.temperature}
                options={WARMTHS}
                onChange={(temperature) => onSettings({ temperature })}
              />
            </dd>
            <dt className="text-quiet">page</dt>
            <dd>
              <button
                type="button"
                className="border-b border-dotted border-quiet hover:text-hot"
                onClick={onDusk}
              >
                {isDusk ? 'dusk' : 'paper'}
              </button>
            </dd>
          </dl>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

function AirOfTheDay({ reading, settings }: { reading: Reading; settings: Settings }) {
  const set = useBench.getState().set
  const row = (key: NumberKey & ('temperature' | 'altitude' | 'humidity'), shown: string) => (
    <EditableNumber
      shown={shown}
      value={reading[key]}
      range={RANGES[key]}
      units={settings}
      onChange={(value) => set({ [key]: value })}
    />
  )
  const temperature = show(reading.temperature, 'temperature', settings)
  const altitude = show(reading.altitude, 'altitude', settings)
  return (
    <Popover.Root>
      <Popover.Trigger className={PLAIN} aria-label="Air of the day">
        {conditionWords(temperature, altitude, reading.humidity)}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content className={PAPER} sideOffset={8} align="end">
          <dl className="grid grid-cols-[6rem_1fr] gap-y-1.5">
            <dt className="text-quiet">temperature</dt>
            <dd>{row('temperature', temperature)}</dd>
            <dt className="text-quiet">altitude</dt>
            <dd>{row('altitude', altitude)}</dd>
            <dt className="text-quiet">humidity</dt>
            <dd>{row('humidity', `${reading.humidity} %`)}</dd>
          </dl>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** The slim top line: place names, the player, the air in words, units, keys. */
export function TopLine(props: TopLineProps) {
  const { reading, players, settings } = props
  const options = [
    ...players.map((p) => ({ value: p.id, words: p.note ? `${p.name}, ${p.note}` : p.name })),
    { value: '+', words: 'Add a player' },
  ]
  return (
    <header className="no-print flex flex-wrap items-baseline gap-x-5 gap-y-1 border-b border-ink px-4 py-2">
      <h1 className="text-lg font-bold">Veltrin</h1>
      <nav className="flex gap-4" aria-label="Places">
        {NAMES.map(([place, name]) => (
          <button
            key={place}
            type="button"
            aria-current={place === props.place ? 'page' : undefined}
            className={place === props.place ? 'border-b-[3px] border-hot font-semibold' : PLAIN}
            onClick={() => place !== props.place && props.onPlace(place)}
          >
            {name}
          </button>
        ))}
        <button type="button" className={PLAIN} onClick={props.onKept}>
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
            onChange={(id) => (id === '+' ? props.onNewPlayer() : props.onPlayer(id))}
          />
        </span>
        <AirOfTheDay reading={reading} settings={settings} />
        <Units
          settings={settings}
          isDusk={props.isDusk}
          onSettings={props.onSettings}
          onDusk={props.onDusk}
        />
        <button type="button" className={PLAIN} onClick={props.onKeys} aria-label="Keys">
          <kbd className="figure border border-faint px-1">?</kbd> keys
        </button>
      </div>
    </header>
  )
}
