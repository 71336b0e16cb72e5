import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { LessonRow, Player } from '../api/client'
import { MIDDLE, useAtLeast } from '../lib/use-wide'
import { lessonsQuery, useBeginLesson, useKeepLesson } from './api'
import { openLessonQuery } from '../api/lesson'
import { newId } from '../lib/new-id'
import { toDay } from '../shot/day'
import { tell } from '../lib/desk'
import { useReading } from '../shot/store'
import { usePart } from '../lib/use-part'
import { momentWords } from '../lib/when'
import { Problem } from '../ui/Problem'
import { SheetPage } from './SheetPage'
import { LessonForm } from './LessonForm'
import { LessonPage } from './LessonPage'
import { counted } from '../lib/counted'
import { settingsQuery } from '../shot/api'

interface ListProps {
  rows: readonly LessonRow[]
  chosen: string
  onChoose: (id: string) => void
}

function LessonList({ rows, chosen, onChoose }: ListProps) {
  return (
    <ul aria-label="Lessons">
      {rows.map((row) => (
        <li key={row.id}>
          <button
            type="button"
            aria-current={row.id === chosen ? 'true' : undefined}
            className={`block w-full border-t border-l-[3px] border-t-rule px-2 py-1.5 text-left hover:text-hot ${row.id === chosen ? 'border-l-hot bg-lit' : 'border-l-transparent'}`}
            onClick={() => onChoose(row.id)}
          >
            <span className="block font-semibold">{row.player_names.join(', ')}</span>
            <span className="block text-small text-quiet">
              {momentWords(row.held_on)}
              {row.place && `, ${row.place}`};{' '}
              {row.state === 'planned'
                ? 'planned'
                : row.state === 'open'
                  ? 'open'
                  : counted(row.items, 'thing')}
            </span>
          </button>
        </li>
      ))}
    </ul>
  )
}

/** Begin a lesson at once, with one press: this player, today, here. */
function BeginNow({ player, onBegun }: { player: Player; onBegun: (id: string) => void }) {
  const course = useQuery(settingsQuery).data?.course ?? ''
  const reading = useReading()
  const keep = useKeepLesson()
  const begin = useBeginLesson()
  const now = () => {
    const id = newId()
    const day = toDay(reading, reading.dayName || 'Today')
    const body = {
      held_on: new Date().toISOString(),
      place: course,
      aims: '',
      notes: '',
      player_ids: [player.id],
      day,
    }
    keep.mutate(
      { id, body },
      {
        onSuccess: () =>
          begin.mutate(id, {
            onSuccess: () => {
              tell('The lesson is open: what you do is added to it.')
              onBegun(id)
            },
          }),
      },
    )
  }
  const error = keep.error ?? begin.error
  return (
    <>
      <button
        type="button"
        className="press press-main w-full"
        disabled={keep.isPending || begin.isPending}
        onClick={now}
      >
        Start a lesson with {player.name}
      </button>
      {error && <Problem error={error} />}
    </>
  )
}

/** Lessons: planned, open, closed; one of them looked at. */
export function Lessons({ player }: { player: Player }) {
  const asked = useQuery(lessonsQuery)
  const open = useQuery(openLessonQuery).data
  const [named, name, show] = usePart()
  const [fresh, setFresh] = useState<string | null>(null)
  const id = named.get('lesson') ?? ''
  const sheet = named.get('sheet')
  const rows = asked.data?.rows ?? []
  // Beside the list stands the open lesson, or the newest: a phone shows the list first.
  const hasRoom = useAtLeast(MIDDLE)
  const looked = id || (hasRoom ? (open?.id ?? rows[0]?.id ?? '') : '')
  const choose = (next: string) => {
    setFresh(null)
    show({ lesson: next })
  }
  if (id && sheet)
    return (
      <main className="px-4 pb-10">
        <SheetPage lesson_id={id} player_id={sheet} onLeave={() => name({ lesson: id, part: 'take' })} />
      </main>
    )
  return (
    <main className="mx-auto grid max-w-[120rem] gap-x-8 gap-y-5 px-4 pt-3 pb-10 md:grid-cols-[18rem_minmax(0,1fr)]">
      <aside className={`no-print min-w-0 ${id || fresh ? 'max-md:hidden' : ''}`}>
        {open ? (
          <button type="button" className="press press-main w-full" onClick={() => choose(open.id)}>
            To the open lesson
          </button>
        ) : (
          <BeginNow player={player} onBegun={choose} />
        )}
        <button type="button" className="press mt-2 mb-3 w-full" onClick={() => setFresh(newId())}>
          Plan a lesson
        </button>
        {asked.error && <Problem error={asked.error} onRetry={() => void asked.refetch()} />}
        <LessonList rows={rows} chosen={looked} onChoose={choose} />
      </aside>
      <div className="min-w-0">
        {(id || fresh) && (
          <p className="no-print mb-2 md:hidden">
            <button type="button" className="word" onClick={() => choose('')}>
              ← all lessons
            </button>
          </p>
        )}
        {fresh ? (
          <LessonForm key={fresh} id={fresh} player={player} onKept={choose} onLeave={() => setFresh(null)} />
        ) : looked ? (
          <LessonPage
            key={looked}
            id={looked}
            part={named.get('part') ?? ''}
            player={player}
            onPart={(part) => name({ lesson: looked, part })}
            onSheet={(player_id) => show({ sheet: player_id, lesson: looked })}
            onLeave={() => choose('')}
          />
        ) : (
          <p className="max-w-prose text-quiet max-md:hidden">
            A lesson collects what you do in it: shots worked out and struck, faults read, drills given,
            slopes measured, and words that worked. Start one, or choose one from the list.
          </p>
        )}
      </div>
    </main>
  )
}
