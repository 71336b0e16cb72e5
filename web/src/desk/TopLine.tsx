import { useQuery } from '@tanstack/react-query'
import { openLessonQuery } from '../api/lesson'
import { help, lay, type DeskSheet } from '../lib/desk'
import { mastWords } from '../shot/mast'
import { PLACE_NAMES, usePlace, type Place } from '../lib/place'
import { useQueue } from '../book/queue'
import { conditionSigns, conditionWords } from '../shot/sky-words'
import { useReading } from '../shot/store'
import { useChoosePlayer } from '../shot/use-choose-player'
import { useUnits } from '../lib/use-units'
import { DESK, ROOMY, useAtLeast } from '../lib/use-wide'
import { Choice } from '../ui/Choice'
import { FilteredChoice } from '../ui/FilteredChoice'
import { useOverlays } from '../ui/use-overlays'
import { counted, countedThat } from '../lib/counted'
import { mastQuery } from '../devices/api'
import { playersQuery } from '../players/api'

const PLACE_LIST = Object.keys(PLACE_NAMES) as Place[]
const SHEETS: [DeskSheet, string][] = [
  ['search', 'Find'],
  ['kept', 'Saved shots'],
  ['settings', 'Settings'],
  ['help', 'Help'],
]
const PLAIN = 'whitespace-nowrap hover:text-hot'
const ITEM = 'cursor-pointer px-4 py-2.5 outline-none data-[highlighted]:bg-ink data-[highlighted]:text-paper'

/** All places behind one word: what a phone has room for. */
function PlaceMenu() {
  const { place, go } = usePlace()
  const { overlays, isWanted, want } = useOverlays()
  const shared = {
    'aria-label': `Places: ${PLACE_NAMES[place]}`,
    'data-tour': 'help',
    className: 'min-h-11 shrink-0 border-r border-rule pr-3 font-bold',
    children: `☰ ${PLACE_NAMES[place]}`,
  }
  if (!overlays)
    return <button type="button" aria-haspopup="menu" aria-expanded={false} onClick={want} {...shared} />
  const { DropdownMenu } = overlays
  return (
    <DropdownMenu.Root defaultOpen={isWanted}>
      <DropdownMenu.Trigger {...shared} />
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          collisionPadding={8}
          className="z-50 min-w-52 border border-ink bg-lit py-1 text-ink"
        >
          {PLACE_LIST.map((one) => (
            <DropdownMenu.Item
              key={one}
              className={`${ITEM} ${one === place ? 'border-l-[3px] border-hot font-semibold' : ''}`}
              onSelect={() => one !== place && go(one)}
            >
              {PLACE_NAMES[one]}
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 h-px bg-rule" />
          {SHEETS.map(([sheet, words]) => (
            <DropdownMenu.Item key={sheet} className={ITEM} onSelect={() => lay(sheet)}>
              {words}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

function PlaceList() {
  const { place, go } = usePlace()
  return (
    <>
      <h1 className="shrink-0 text-lg font-bold">Veltrin</h1>
      <nav className="flex shrink-0 gap-x-3.5 xl:gap-x-4" aria-label="Places">
        {PLACE_LIST.map((one) => (
          <button
            key={one}
            type="button"
            aria-current={one === place ? 'page' : undefined}
            className={one === place ? 'border-b-[3px] border-hot font-semibold whitespace-nowrap' : PLAIN}
            onClick={() => one !== place && go(one)}
          >
            {PLACE_NAMES[one]}
          </button>
        ))}
        <button type="button" className={PLAIN} onClick={() => lay('kept')}>
          Saved shots
        </button>
      </nav>
    </>
  )
}

/** More players than this are looked for by name. */
const MOST_LISTED = 10

function PlayerChoice() {
  const players = useQuery(playersQuery).data ?? []
  const choosePlayer = useChoosePlayer()
  const options = [
    ...players.map((p) => ({ value: p.id, words: p.note ? `${p.name}, ${p.note}` : p.name })),
    { value: '+', words: 'Add a player' },
  ]
  const shared = {
    label: 'Player',
    value: useReading().player,
    options,
    className: 'min-w-0 truncate font-semibold',
    onChange: (id: string) => (id === '+' ? lay('player') : choosePlayer(id)),
  }
  return players.length > MOST_LISTED ? <FilteredChoice {...shared} /> : <Choice {...shared} />
}

/** The day in words; a press leads to it. */
function TheDay() {
  const reading = useReading()
  const units = useUnits()
  const { place, go } = usePlace()
  const mast = useQuery(mastQuery).data
  const heard = mastWords(mast)
  const words = conditionWords(reading, units)
  return (
    <button
      type="button"
      className="min-w-0 truncate hover:text-hot"
      aria-label={`Conditions: ${words}`}
      onClick={() => place !== 'conditions' && go('conditions')}
    >
      {useAtLeast(ROOMY) ? words : conditionSigns(reading, units)}
      {heard && <span className={mast?.state === 'live' ? 'text-quiet' : 'text-hot'}> ({heard})</span>}
    </button>
  )
}

/** Shots that were entered and are not yet in the book. */
function Waiting() {
  const count = useQueue((state) => state.waiting.length)
  if (count === 0) return null
  return (
    <button
      type="button"
      className="min-w-0 truncate text-hot"
      onClick={() => usePlace.getState().go('book')}
    >
      {countedThat(count, 'shot', 'waits', 'wait')}
    </button>
  )
}

/** The lesson that is open: what you do is added to it. A press leads there. */
function OpenLesson({ isShort = false }: { isShort?: boolean }) {
  const lesson = useQuery(openLessonQuery).data
  if (!lesson) return null
  const count = counted(lesson.items, 'thing')
  return (
    <button
      type="button"
      className="min-w-0 truncate border-l-[3px] border-hot min-[360px]:shrink-0 pl-1.5 whitespace-nowrap hover:text-hot"
      title={`With ${lesson.player_names.join(', ')}, ${count}`}
      onClick={() => usePlace.getState().go('lessons', `lesson=${lesson.id}`)}
    >
      Lesson{isShort ? `, ${lesson.items}` : `: ${count}`}
    </button>
  )
}

/** The name of the place, for who hears the page: on a desk the top line shows it. */
function OnPhone() {
  const place = usePlace((state) => state.place)
  return <h1 className="sr-only">Veltrin, {PLACE_NAMES[place]}</h1>
}

/** The slim top line: places, the player, the day in words; on a phone one line of them. */
export function TopLine() {
  const isDesk = useAtLeast(DESK)
  const isRoomy = useAtLeast(ROOMY)
  const hasLesson = !!useQuery(openLessonQuery).data
  if (!isDesk)
    return (
      <header className="no-print flex min-w-0 items-center gap-x-3 border-b border-ink px-3">
        <OnPhone />
        <PlaceMenu />
        <PlayerChoice />
        <span className="ml-auto flex max-w-[45%] min-w-0 gap-x-3 text-small">
          <OpenLesson isShort />
          <Waiting />
          {/* The narrowest phones have no room for both. */}
          <span className={`flex min-w-0 ${hasLesson ? 'max-[359px]:hidden' : ''}`}>
            <TheDay />
          </span>
        </span>
      </header>
    )
  return (
    <header className="no-print flex items-center gap-x-5 overflow-hidden border-b border-ink px-4 py-1.5">
      <PlaceList />
      <div className="ml-auto flex min-w-0 items-center gap-x-4">
        <OpenLesson isShort={!isRoomy} />
        <Waiting />
        <span className="flex min-w-0 items-center whitespace-nowrap">
          <span className="text-quiet">for&nbsp;</span>
          <PlayerChoice />
        </span>
        <TheDay />
        <button type="button" className={PLAIN} onClick={() => lay('search')} aria-label="Find">
          <kbd className="figure border border-faint px-1">/</kbd> find
        </button>
        <button type="button" className={PLAIN} onClick={() => lay('settings')}>
          Settings
        </button>
        <button
          type="button"
          className={PLAIN}
          data-tour="help"
          onClick={() => help('places')}
          aria-label="Help"
        >
          <kbd className="figure border border-faint px-1">?</kbd> help
        </button>
      </div>
    </header>
  )
}
