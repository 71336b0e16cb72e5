import { useArrival } from '../lib/use-arrival'
import { useQuery } from '@tanstack/react-query'
import { Tabs } from 'radix-ui'
import { useRef, useState } from 'react'
import type { Lesson, Player } from '../api/client'
import {
  lessonQuery,
  useBeginLesson,
  useCloseLesson,
  useDropLesson,
  useGatherShots,
  usePutThings,
} from './api'
import { useDropItem } from '../api/lesson'
import { tell } from '../lib/desk'
import { useUnits } from '../lib/use-units'
import { dayWords, timeWords } from '../lib/when'
import { AskFirst } from '../ui/AskFirst'
import { PartTabs } from '../ui/PartTabs'
import { Problem } from '../ui/Problem'
import { VoiceNotes } from './VoiceNotes'
import { WayOver } from './WayOver'
import { ItemCard } from './ItemCard'
import { LessonForm } from './LessonForm'
import { Preparing } from './Preparing'
import { MOST_THINGS, TakeAlong, thingFrom, thingsOf } from './TakeAlong'
import { counted } from '../lib/counted'
import { drillsQuery } from '../api/drills'

const PARTS = [
  ['prepare', 'Prepare'],
  ['played', 'Played'],
  ['take', 'Take home'],
] as const

const STATE_WORDS: Record<Lesson['state'], string> = {
  planned: 'planned',
  open: 'open: what you do is added to it',
  closed: 'closed',
}

/** The line of the lesson in time. */
function Played({ lesson }: { lesson: Lesson }) {
  const units = useUnits()
  const drills = useQuery(drillsQuery).data?.drills ?? []
  const drop = useDropItem()
  const put = usePutThings()
  const gather = useGatherShots()
  const names = new Map(lesson.player_ids.map((id, i) => [id, lesson.player_names[i] ?? id]))
  const day = new Date(lesson.held_on)
  day.setHours(0, 0, 0, 0)
  const span = { since: day.toISOString(), until: new Date(day.getTime() + 86_400_000).toISOString() }
  const take = (item: Lesson['done'][number]) => {
    const sheet = lesson.sheets.find((one) => one.player_id === item.player_id)
    if (!sheet) return
    const things = thingsOf(sheet)
    const has = things.some((thing) => thing.item_id === item.id)
    if (!has && things.length >= MOST_THINGS) {
      tell(`${MOST_THINGS} things are enough: remove one first.`)
      return
    }
    const next = has
      ? things.filter((thing) => thing.item_id !== item.id)
      : [...things, thingFrom(item, sheet.hand, drills, units)]
    put.mutate({ id: lesson.id, player_id: sheet.player_id, things: next, version: lesson.version })
  }
  const isTaken = (id: string) =>
    lesson.sheets.some((sheet) => sheet.things.some((thing) => thing.item_id === id))
  const loose = lesson.photographs.filter(
    (one) => !lesson.done.some((item) => item.kind === 'booking' && item.ref === one.booking_id),
  )
  return (
    <>
      {lesson.done.length === 0 && (
        <p className="max-w-prose text-quiet">
          Nothing yet. While the lesson is open, everything that you book, save, measure or start for its
          players appears here.
        </p>
      )}
      {(put.error ?? drop.error ?? gather.error) && (
        <Problem error={(put.error ?? drop.error ?? gather.error) as Error} />
      )}
      <ol aria-label="What was done">
        {lesson.done.map((item) => (
          <ItemCard
            key={item.id}
            item={item}
            name={names.size > 1 ? (names.get(item.player_id) ?? null) : null}
            photographs={lesson.photographs.filter(
              (one) => item.kind === 'booking' && one.booking_id === item.ref,
            )}
            isTaken={isTaken(item.id)}
            onTake={() => take(item)}
            onDrop={() => drop.mutate({ id: lesson.id, item_id: item.id })}
          />
        ))}
      </ol>
      <WayOver lesson={lesson} names={names} />
      {loose.length > 0 && (
        <section aria-label="Photographs" className="mt-3 border-t border-rule pt-2">
          <h3 className="font-semibold">Photographs</h3>
          <div className="mt-1 flex flex-wrap gap-3">
            {loose.map((one) => (
              <img
                key={one.id}
                src={`/api/photographs/${one.id}`}
                alt={`A lie, ${timeWords(one.taken_at)}`}
                loading="lazy"
                className="h-40 border border-rule"
              />
            ))}
          </div>
        </section>
      )}
      <p className="no-print mt-3">
        <button
          type="button"
          className="word"
          disabled={gather.isPending}
          onClick={() =>
            gather.mutate(
              { id: lesson.id, ...span },
              {
                onSuccess: (told) => tell(`${counted(told.done.length - lesson.done.length, 'shot')} added.`),
              },
            )
          }
        >
          {gather.isPending ? 'Adding them' : 'Add what was booked that day'}
        </button>
      </p>
    </>
  )
}

interface LessonPageProps {
  id: string
  part: string
  player: Player
  onPart: (part: string) => void
  onSheet: (player_id: string) => void
  onLeave: () => void
}

/** One lesson: prepared, played, looked back on. */
export function LessonPage({ id, part, player, onPart, onSheet, onLeave }: LessonPageProps) {
  const asked = useQuery(lessonQuery(id))
  const [isEdited, setEdited] = useState(false)
  const begin = useBeginLesson()
  const close = useCloseLesson()
  const drop = useDropLesson()
  const lesson = asked.data
  const here = useRef<HTMLElement>(null)
  useArrival(here, lesson?.state)
  if (asked.error && !lesson) return <Problem error={asked.error} onRetry={() => void asked.refetch()} />
  if (!lesson) return <p className="text-quiet">Opening the lesson.</p>
  const shown = part || (lesson.state === 'planned' ? 'prepare' : 'played')
  const problem = begin.error ?? close.error ?? drop.error
  return (
    <article ref={here} tabIndex={-1} aria-label="Lesson" className="min-w-0 outline-none">
      <header className="flex flex-wrap items-baseline gap-x-5 gap-y-1.5">
        <h2 className="text-lg font-bold">{lesson.player_names.join(' and ')}</h2>
        <p className="text-quiet">
          {dayWords(lesson.held_on)}, {timeWords(lesson.began_at ?? lesson.held_on)}
          {lesson.ended_at && ` to ${timeWords(lesson.ended_at)}`}
          {lesson.place && `, ${lesson.place}`}; {STATE_WORDS[lesson.state]}
        </p>
        <span className="no-print flex flex-wrap gap-2">
          {lesson.state === 'open' ? (
            <button
              type="button"
              className="press press-main"
              disabled={close.isPending}
              onClick={() => close.mutate(id, { onSuccess: () => onPart('take') })}
            >
              Close the lesson
            </button>
          ) : (
            <button
              type="button"
              className={`press ${lesson.state === 'planned' ? 'press-main' : ''}`}
              disabled={begin.isPending}
              onClick={() => begin.mutate(id, { onSuccess: () => onPart('played') })}
            >
              {lesson.state === 'planned' ? 'Start the lesson' : 'Open it again'}
            </button>
          )}
          <button type="button" className="press" onClick={() => setEdited(!isEdited)}>
            Change
          </button>
          <AskFirst
            words="Delete"
            question="Shots and trials stay in the book."
            yes="Delete the lesson"
            onYes={() => drop.mutate(id, { onSuccess: onLeave })}
          />
        </span>
      </header>
      {problem && <Problem error={problem} />}
      {isEdited ? (
        <div className="mt-3">
          <LessonForm
            id={id}
            lesson={lesson}
            player={player}
            onKept={() => setEdited(false)}
            onLeave={() => setEdited(false)}
          />
        </div>
      ) : (
        <>
          {lesson.aims && (
            <ul className="mt-1" aria-label="Aims">
              {lesson.aims.split('\n').map((aim) => (
                <li key={aim}>
                  <span className="text-quiet">Aim: </span>
                  {aim}
                </li>
              ))}
            </ul>
          )}
          {lesson.notes && <p className="mt-1 max-w-prose whitespace-pre-line">{lesson.notes}</p>}
          <Tabs.Root value={shown} onValueChange={onPart} className="mt-3">
            <div className="no-print mb-2 border-b border-rule">
              <PartTabs label="Parts of the lesson" parts={PARTS} />
            </div>
            <Tabs.Content value="prepare">
              <Preparing player_ids={lesson.player_ids} before={lesson.held_on} />
            </Tabs.Content>
            <Tabs.Content value="played">
              <VoiceNotes lesson={lesson} />
              <Played lesson={lesson} />
            </Tabs.Content>
            <Tabs.Content value="take" className="grid gap-x-10 gap-y-6 lg:grid-cols-2">
              {lesson.sheets.map((sheet) => (
                <TakeAlong
                  key={sheet.player_id}
                  lesson={lesson}
                  sheet={sheet}
                  onSheet={() => onSheet(sheet.player_id)}
                />
              ))}
            </Tabs.Content>
          </Tabs.Root>
        </>
      )}
    </article>
  )
}
