import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { lessonQuery } from './api'
import { cardUnits } from '../lib/units'
import { InUnits, useUnits } from '../lib/use-units'
import { dayWords } from '../lib/when'
import { Paper, type PaperSize } from '../ui/Paper'
import { Problem } from '../ui/Problem'
import { Links } from './Links'
import { LessonSheet } from './LessonSheet'
import { playersQuery } from '../players/api'

interface SheetPageProps {
  lesson_id: string
  player_id: string
  onLeave: () => void
}

/** A lesson's sheet for one player, to be printed, saved, or sent as a link. */
export function SheetPage({ lesson_id, player_id, onLeave }: SheetPageProps) {
  const asked = useQuery(lessonQuery(lesson_id))
  const player = useQuery(playersQuery).data?.find((one) => one.id === player_id)
  const units = useUnits()
  const [size, setSize] = useState<PaperSize>('a4')
  const lesson = asked.data
  const sheet = lesson?.sheets.find((one) => one.player_id === player_id)
  return (
    <section aria-label="Lesson sheet" className="pt-3">
      <p className="no-print mb-2">
        <button type="button" className="word" onClick={onLeave}>
          ← to the lesson
        </button>
      </p>
      {asked.error && !lesson && <Problem error={asked.error} onRetry={() => void asked.refetch()} />}
      {lesson && !sheet && <p>This player isn’t in the lesson.</p>}
      {lesson && sheet && (
        <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[auto_minmax(0,1fr)]">
          <Paper
            size={size}
            onSize={setSize}
            title={`${sheet.player_name}, ${dayWords(lesson.held_on)}`}
            pages={[
              <InUnits key="sheet" value={player ? cardUnits(player, units) : units}>
                <LessonSheet sheet={sheet} when={dayWords(lesson.held_on)} place={lesson.place} size={size} />
              </InUnits>,
            ]}
          />
          <aside className="no-print min-w-0">
            <Links player_id={player_id} name={sheet.player_name} />
          </aside>
        </div>
      )}
    </section>
  )
}
