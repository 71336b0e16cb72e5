import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Lesson, LessonIn, Player } from '../api/client'
import { useKeepLesson } from './api'
import { toDay } from '../shot/day'
import { useReading } from '../shot/store'
import { isClash } from '../lib/clash'
import { fieldsOf, momentOf, momentWords } from '../lib/when'
import { Chips } from '../ui/Chips'
import { Clash, type Side } from '../ui/Clash'
import { Problem } from '../ui/Problem'
import { playersQuery } from '../players/api'
import { settingsQuery } from '../shot/api'

interface LessonFormProps {
  /** The id it is kept under, and what stands there already. */
  id: string
  lesson?: Lesson
  player: Player
  onKept: (id: string) => void
  onLeave: () => void
}

/** When, where, with whom, for what: a lesson as it is planned or written up. */
export function LessonForm({ id, lesson, player, onKept, onLeave }: LessonFormProps) {
  const players = useQuery(playersQuery).data ?? []
  const course = useQuery(settingsQuery).data?.course ?? ''
  const reading = useReading()
  const [begin] = useState(() => fieldsOf(lesson ? new Date(lesson.held_on) : new Date()))
  const [date, setDate] = useState(begin.date)
  const [time, setTime] = useState(begin.time)
  const [place, setPlace] = useState(lesson?.place ?? course)
  const [aims, setAims] = useState(lesson?.aims ?? '')
  const [notes, setNotes] = useState(lesson?.notes ?? '')
  const [chosen, setChosen] = useState<string[]>(lesson?.player_ids ?? [player.id])
  const keep = useKeepLesson()
  const held_on = momentOf(date, time)
  // As it was when this form was opened: what came in the meantime is another version.
  const [base, setBase] = useState(lesson?.version ?? null)
  const names = (ids: readonly string[]) =>
    ids.map((one) => players.find((p) => p.id === one)?.name ?? one).join(', ')
  const sides: Side[] = lesson
    ? [
        { name: 'when', mine: held_on ? momentWords(held_on) : '', theirs: momentWords(lesson.held_on) },
        { name: 'place', mine: place, theirs: lesson.place },
        { name: 'with', mine: names(chosen), theirs: names(lesson.player_ids) },
        { name: 'aims', mine: aims, theirs: lesson.aims },
        { name: 'notes', mine: notes, theirs: lesson.notes },
      ]
    : []
  const takeTheirs = (newer: Lesson) => {
    const there = fieldsOf(new Date(newer.held_on))
    setDate(there.date)
    setTime(there.time)
    setPlace(newer.place)
    setAims(newer.aims)
    setNotes(newer.notes)
    setChosen(newer.player_ids)
    setBase(newer.version)
    keep.reset()
  }
  const body: LessonIn | null =
    held_on === null
      ? null
      : {
          held_on,
          place,
          aims,
          notes,
          player_ids: chosen,
          version: base,
          day: lesson?.day ?? toDay(reading, reading.dayName || 'Today'),
        }
  return (
    <form
      className="max-w-[44rem] space-y-3"
      aria-label="Lesson"
      onSubmit={(event) => {
        event.preventDefault()
        if (body) keep.mutate({ id, body }, { onSuccess: () => onKept(id) })
      }}
    >
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        <label>
          <span className="block text-small text-quiet">on</span>
          <input
            type="date"
            className="field"
            required
            value={date}
            onChange={(e) => setDate(e.target.value)}
          />
        </label>
        <label>
          <span className="block text-small text-quiet">at</span>
          <input
            type="time"
            className="field"
            required
            value={time}
            onChange={(e) => setTime(e.target.value)}
          />
        </label>
        <label className="min-w-40 flex-1">
          <span className="block text-small text-quiet">place</span>
          <input
            className="field w-full"
            maxLength={60}
            value={place}
            placeholder="Holes 3 to 6, the short game green"
            onChange={(e) => setPlace(e.target.value)}
          />
        </label>
      </div>
      <fieldset>
        <legend className="text-small text-quiet">with</legend>
        <Chips
          label="Players of the lesson"
          options={players.map((one) => ({ value: one.id, words: one.name }))}
          chosen={chosen}
          onToggle={(one) =>
            setChosen(chosen.includes(one) ? chosen.filter((p) => p !== one) : [...chosen, one])
          }
        />
      </fieldset>
      <label className="block">
        <span className="block text-small text-quiet">aims, one a line</span>
        <textarea
          className="field w-full"
          rows={3}
          maxLength={1000}
          value={aims}
          placeholder="Ball first from the downslope"
          onChange={(e) => setAims(e.target.value)}
        />
      </label>
      <label className="block">
        <span className="block text-small text-quiet">notes</span>
        <textarea
          className="field w-full"
          rows={3}
          maxLength={4000}
          value={notes}
          onChange={(e) => setNotes(e.target.value)}
        />
      </label>
      {lesson && body && isClash(keep.error) ? (
        <Clash
          what="This lesson"
          sides={sides}
          onMine={() => {
            setBase(lesson.version)
            keep.mutate({ id, body: { ...body, version: lesson.version } }, { onSuccess: () => onKept(id) })
          }}
          onTheirs={() => takeTheirs(lesson)}
        />
      ) : (
        keep.error && <Problem error={keep.error} />
      )}
      <div className="flex gap-2">
        <button
          type="submit"
          className="press press-main"
          disabled={keep.isPending || chosen.length === 0 || body === null}
        >
          {lesson ? 'Keep' : 'Plan it'}
        </button>
        <button type="button" className="press" onClick={onLeave}>
          Cancel
        </button>
      </div>
    </form>
  )
}
