import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState, type KeyboardEvent } from 'react'
import { client, unwrap, type Found } from '../api/client'
import { lay, tell, useLaid } from '../lib/desk'
import { fromDay } from '../shot/day'
import { openOnBench } from '../shot/open-on-bench'
import { usePlace } from '../lib/place'
import { fromLine, fromRequest } from '../shot/request'
import { useBench } from '../shot/store'
import { useChoosePlayer } from '../shot/use-choose-player'
import { dayWords } from '../lib/when'
import { Problem } from '../ui/Problem'
import { Sheet } from '../ui/Sheet'
import { linesQuery, daysQuery } from '../shot/api'
import { searchQuery } from './api'

const KIND_WORDS: Record<Found['kind'], string> = {
  player: 'player',
  lesson: 'lesson',
  shot: 'saved shot',
  line: 'line',
  day: 'day',
  method: 'method',
  drill: 'drill',
  fault: 'fault',
  word: 'word',
}

/** The day of what was found; its moment is told as the store holds it, without its zone (UTC). */
const dayOf = (at: string) => (at === '' ? '' : dayWords(`${at.replace(' ', 'T').slice(0, 19)}Z`))

/** Opens what was found, wherever that is. */
function useOpen() {
  const { go } = usePlace()
  const queries = useQueryClient()
  const choosePlayer = useChoosePlayer()
  const { set } = useBench.getState()
  const ways: Record<Found['kind'], (ref: string) => Promise<void> | void> = {
    player: (ref) => {
      choosePlayer(ref)
      go('players')
    },
    lesson: (ref) => go('lessons', `lesson=${ref}`),
    shot: async (ref) => {
      const shot = unwrap(
        await client.GET('/api/shots/{shot_id}', { params: { path: { shot_id: Number(ref) } } }),
      )
      if (!shot.request) throw new Error(shot.problem)
      openOnBench(fromRequest(shot.request, shot.call_id))
    },
    line: async (ref) => {
      const line = (await queries.query(linesQuery)).find((one) => `${one.id}` === ref)
      if (line && !line.line) throw new Error(line.problem)
      if (line?.line) set(fromLine(line.line))
      go('bench')
    },
    day: async (ref) => {
      const day = (await queries.query(daysQuery)).find((one) => `${one.id}` === ref)
      if (day && !day.day) throw new Error(day.problem)
      if (day?.day) set({ ...fromDay(day.day), dayName: day.name })
      go('conditions')
    },
    method: (ref) => go('methods', `method=${ref}`),
    drill: (ref) => go('practice', `drill=${ref}`),
    fault: () => go('book', 'part=fault'),
    word: () => undefined,
  }
  return (found: Found) => {
    if (found.kind === 'word') return
    lay(null)
    void Promise.resolve(ways[found.kind](found.ref)).catch(() =>
      tell('That could not be opened. Try again.'),
    )
  }
}

function Finding() {
  const [typed, setTyped] = useState('')
  const [at, setAt] = useState(0)
  // Enter before the answer is there: what is found first is opened when it is.
  const [isEager, setEager] = useState(false)
  const asked = useQuery(searchQuery(typed.trim()))
  const open = useOpen()
  const found = asked.data ?? []
  const chosen = Math.min(at, Math.max(found.length - 1, 0))
  const isStale = asked.isPlaceholderData
  const first = found[0]
  useEffect(() => {
    if (isEager && !isStale && first) open(first)
  })
  const onKey = (event: KeyboardEvent) => {
    const one = found[chosen]
    if (event.key === 'ArrowDown') setAt(Math.min(chosen + 1, found.length - 1))
    else if (event.key === 'ArrowUp') setAt(Math.max(chosen - 1, 0))
    else if (event.key === 'Enter' && isStale) setEager(true)
    else if (event.key === 'Enter' && one) open(one)
    else return
    event.preventDefault()
  }
  return (
    <div>
      <input
        className="field w-full py-1.5"
        type="search"
        role="combobox"
        aria-expanded="true"
        aria-controls="found"
        aria-activedescendant={found.length > 0 ? `found-${chosen}` : undefined}
        aria-label="Find"
        placeholder="A name, a lie, a word"
        maxLength={100}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value)
          setAt(0)
          setEager(false)
        }}
        onKeyDown={onKey}
      />
      {asked.error && <Problem error={asked.error} onRetry={() => void asked.refetch()} />}
      {asked.isSuccess && found.length === 0 && <p className="mt-3 text-quiet">No results.</p>}
      {typed.trim() === '' && found.length > 0 && <p className="mt-2 text-small text-quiet">Most recent</p>}
      <ul id="found" role="listbox" aria-label="Found" className="mt-1">
        {found.map((one, i) => (
          <li
            key={`${one.kind} ${one.ref} ${one.title}`}
            id={`found-${i}`}
            role="option"
            aria-selected={i === chosen}
            className={`cursor-pointer border-b border-rule px-2 py-1.5 ${i === chosen ? 'border-l-[3px] border-l-hot bg-lit' : 'border-l-[3px] border-l-transparent'} ${one.kind === 'word' ? 'cursor-default' : ''}`}
            onClick={() => open(one)}
            onMouseMove={() => setAt(i)}
          >
            <span className="flex items-baseline gap-2">
              <b className="first-letter:uppercase">{one.title}</b>
              <span className="ml-auto text-small whitespace-nowrap text-quiet">
                {KIND_WORDS[one.kind]}
                {one.at && `, ${dayOf(one.at)}`}
              </span>
            </span>
            {one.about && <span className="block text-small text-quiet">{one.about}</span>}
          </li>
        ))}
      </ul>
    </div>
  )
}

/** Find anything by its words. */
export function SearchSheet() {
  const laid = useLaid('search')
  return (
    <Sheet
      {...laid}
      title="Find"
      about="Search players, lessons, saved shots, lines, days, methods, drills, faults and words. Choose with the arrow keys; Enter opens."
    >
      {laid.open && <Finding />}
    </Sheet>
  )
}
