import { useQuery } from '@tanstack/react-query'
import type { Booking } from '../api/client'
import type { CourseShot } from '../drawing/CourseMap'
import { show, type Units } from '../lib/units'
import { useUnits } from '../lib/use-units'
import { bookQuery } from './api'
import { finishWords } from './finish'

/** A booked shot as it is drawn on its hole; null: it was on none, or nobody saw where it finished. */
export function shotOnHole(row: Booking, units: Units): CourseShot | null {
  const { from_east_m: e, from_north_m: n, end_east_m: east, end_north_m: north } = row
  if (e === null || n === null || east === null || north === null) return null
  const seen = { past: row.past_m ?? 0, side: row.side_m ?? 0, holed: row.holed }
  const finished = finishWords(seen, (metres) => show(metres, 'distance', units))
  return {
    id: row.id,
    words: `${row.club_name}, ${row.lie_words}: ${finished}`,
    from: [e, n],
    to: [east, north],
  }
}

/** What a player booked on a hole, as it is drawn. */
export function useShotsOn(player_id: string, course: string, hole: string): CourseShot[] {
  const units = useUnits()
  const book = useQuery(bookQuery({ player_id, course, hole }, 0, 'when', false))
  return (book.data?.rows ?? []).flatMap((row) => shotOnHole(row, units) ?? [])
}
