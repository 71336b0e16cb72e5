import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Drills, Lesson, LessonItem, LessonSheetData, ThingIn } from '../api/client'
import { usePutThings } from './api'
import { sayLines } from '../shot/words'
import { shotWords } from '../shot/shot-words'
import { fromRequest } from '../shot/request'
import type { Units } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { Choice } from '../ui/Choice'
import { isClash } from '../lib/clash'
import { Clash } from '../ui/Clash'
import { Problem } from '../ui/Problem'
import { drillsQuery } from '../api/drills'

export const MOST_THINGS = 3
const MOST_WORDS = 3

/** A thing to take along as it is proposed from something that was done: the coach writes it over. */
export function thingFrom(
  item: LessonItem,
  hand: 'left' | 'right',
  drills: Drills['drills'],
  units: Units,
): ThingIn {
  const { call, request } = item
  const drill =
    item.kind === 'drill'
      ? item.ref
      : (drills.find((one) => call !== null && one.methods.includes(call.method_id))?.id ?? null)
  const [fault] = call?.faults ?? []
  const words = item.words ? [item.words] : call ? sayLines(call, hand, units).slice(0, MOST_WORDS) : []
  const title =
    call && request
      ? `${shotWords(fromRequest(request, call.id), units)}, ${call.club_name.toLowerCase()}`
      : item.summary || 'Words that worked'
  return {
    item_id: item.id,
    title: title.slice(0, 120),
    words: words.map((line) => line.slice(0, 200)),
    drill_id: drill,
    fault: fault?.fault ?? '',
    cure: fault?.cure ?? '',
  }
}

/** What stands on a sheet, as it is sent. */
export const thingsOf = (sheet: LessonSheetData): ThingIn[] =>
  sheet.things.map(({ item_id, title, words, drill_id, fault, cure }) => ({
    item_id: item_id ?? null,
    title,
    words: words ?? [],
    drill_id: drill_id ?? null,
    fault,
    cure,
  }))

interface EditorProps {
  thing: ThingIn
  place: number
  drills: Drills['drills']
  onChange: (thing: ThingIn) => void
  onDrop: () => void
}

function Editor({ thing, place, drills, onChange, onDrop }: EditorProps) {
  const put = (patch: Partial<ThingIn>) => onChange({ ...thing, ...patch })
  const field = 'field w-full'
  return (
    <fieldset className="border-t border-rule pt-1.5 pb-3">
      <legend className="sr-only">Thing {place + 1}</legend>
      <label className="block">
        <span className="block text-small text-quiet">{place + 1}. what it is</span>
        <input
          className={`${field} font-semibold`}
          maxLength={120}
          required
          value={thing.title}
          onChange={(e) => put({ title: e.target.value })}
        />
      </label>
      <label className="mt-1.5 block">
        <span className="block text-small text-quiet">words to say, one a line</span>
        <textarea
          className={field}
          rows={3}
          value={(thing.words ?? []).join('\n')}
          onChange={(e) => put({ words: e.target.value.split('\n').slice(0, 5) })}
        />
      </label>
      <div className="mt-1.5 grid gap-x-4 gap-y-1.5 sm:grid-cols-2">
        <label>
          <span className="block text-small text-quiet">if it goes wrong</span>
          <input
            className={field}
            maxLength={300}
            value={thing.fault}
            onChange={(e) => put({ fault: e.target.value })}
          />
        </label>
        <label>
          <span className="block text-small text-quiet">then</span>
          <input
            className={field}
            maxLength={300}
            value={thing.cure}
            onChange={(e) => put({ cure: e.target.value })}
          />
        </label>
      </div>
      <div className="mt-1.5 flex flex-wrap items-end gap-x-4 gap-y-1.5">
        <label>
          <span className="block text-small text-quiet">drill</span>
          <Choice
            look="field"
            label={`Drill of thing ${place + 1}`}
            value={thing.drill_id ?? ''}
            options={[
              { value: '', words: 'none' },
              ...drills.map((one) => ({ value: one.id, words: one.name })),
            ]}
            onChange={(id) => put({ drill_id: id || null })}
          />
        </label>
        <button type="button" className="word text-small text-quiet" onClick={onDrop}>
          remove it
        </button>
      </div>
    </fieldset>
  )
}

interface TakeAlongProps {
  lesson: Lesson
  sheet: LessonSheetData
  onSheet: () => void
}

/** Two or three things for one player, written over by the coach. */
export function TakeAlong({ lesson, sheet, onSheet }: TakeAlongProps) {
  const units = useUnits()
  const drills = useQuery(drillsQuery).data?.drills ?? []
  const [things, setThings] = useState(() => thingsOf(sheet))
  const put = usePutThings()
  const isKept = JSON.stringify(things) === JSON.stringify(thingsOf(sheet))
  const own = lesson.done.filter(
    (item) => item.player_id === sheet.player_id && !things.some((thing) => thing.item_id === item.id),
  )
  const [base, setBase] = useState(lesson.version)
  const keep = (after?: () => void, version = base) =>
    put.mutate(
      { id: lesson.id, player_id: sheet.player_id, things, version },
      {
        onSuccess: (kept) => {
          setBase(kept.version)
          after?.()
        },
      },
    )
  const titles = (told: readonly ThingIn[]) => told.map(({ title }) => title).join('\n')
  return (
    <section aria-label={`What ${sheet.player_name} takes home`} className="min-w-0">
      <h3 className="text-head font-bold">{sheet.player_name}</h3>
      {things.length === 0 && <p className="text-quiet">Nothing yet. Two or three things are enough.</p>}
      <form
        onSubmit={(event) => {
          event.preventDefault()
          keep()
        }}
      >
        {things.map((thing, place) => (
          <Editor
            key={`${thing.item_id ?? ''} ${place}`}
            thing={thing}
            place={place}
            drills={drills}
            onChange={(next) => setThings(things.map((one, i) => (i === place ? next : one)))}
            onDrop={() => setThings(things.filter((_, i) => i !== place))}
          />
        ))}
        {things.length < MOST_THINGS && own.length > 0 && (
          <div className="py-1">
            <p className="text-small text-quiet">Add from the lesson</p>
            <ul className="flex flex-col items-start gap-1">
              {own.map((item) => (
                <li key={item.id}>
                  <button
                    type="button"
                    className="word"
                    onClick={() => setThings([...things, thingFrom(item, sheet.hand, drills, units)])}
                  >
                    + {item.summary || item.words}
                  </button>
                </li>
              ))}
            </ul>
          </div>
        )}
        {isClash(put.error) ? (
          <Clash
            what="On the sheet"
            sides={[{ name: 'things', mine: titles(things), theirs: titles(thingsOf(sheet)) }]}
            onMine={() => keep(undefined, lesson.version)}
            onTheirs={() => {
              setThings(thingsOf(sheet))
              setBase(lesson.version)
              put.reset()
            }}
          />
        ) : (
          put.error && <Problem error={put.error} />
        )}
        <div className="mt-2 flex flex-wrap gap-2">
          <button type="submit" className="press press-main" disabled={put.isPending || isKept}>
            {put.isPending ? 'Setting up the drills' : isKept ? 'Kept' : 'Keep'}
          </button>
          <button
            type="button"
            className="press"
            disabled={things.length === 0 || put.isPending}
            onClick={() => (isKept ? onSheet() : keep(onSheet))}
          >
            Sheet to print
          </button>
        </div>
      </form>
    </section>
  )
}
