import type { Booking, Lesson } from '../api/client'

/** What was struck on one hole by one player in a lesson, in order. */
export interface OnHole {
  course: string
  hole: string
  player_id: string
  rows: Booking[]
}

/** A lesson's way over courses: holes as they were come to, the strokes of each player on one together. */
export function wayOver(done: Lesson['done']): OnHole[] {
  const found: OnHole[] = []
  const struck = done.flatMap(({ booking }) => (booking?.course ? [booking] : []))
  const inOrder = struck.toSorted((a, b) => a.booked_at.localeCompare(b.booked_at))
  for (const row of inOrder) {
    const { course, hole, player_id } = row
    const known = found.find(
      (one) => one.course === course && one.hole === hole && one.player_id === player_id,
    )
    if (known) known.rows.push(row)
    else found.push({ course, hole, player_id, rows: [row] })
  }
  return found
}

/** Strokes lost over some shots, and of how many it is known. */
export function lostOver(rows: readonly Booking[]): { lost: number; of: number } {
  const known = rows.flatMap(({ lost }) => lost ?? [])
  return { lost: known.reduce((sum, one) => sum + one, 0), of: known.length }
}
