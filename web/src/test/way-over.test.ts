import { describe, expect, it } from 'vitest'
import type { Booking, Lesson } from '../api/client'
import { lostOver, wayOver } from '../lessons/way-over'

const struck = (id: string, minute: number, more: Partial<Booking>) =>
  ({
    id: `item ${id}`,
    booking: {
      id,
      player_id: 'tove',
      booked_at: `2026-06-01T10:${String(minute).padStart(2, '0')}:00Z`,
      course: 'Skarvan Fell',
      hole: '1',
      lost: null,
      ...more,
    },
  }) as Lesson['done'][number]

describe('the way of a lesson over a course', () => {
  it('has the holes as they were come to, each player’s strokes together and in order', () => {
    const way = wayOver([
      struck('c', 9, { hole: '2' }),
      struck('b', 5, {}),
      struck('a', 1, {}),
      struck('d', 3, { player_id: 'brisa' }),
      struck('range', 2, { course: '', hole: '' }),
      { id: 'a drill', booking: null } as Lesson['done'][number],
    ])
    expect(way.map(({ hole, player_id, rows }) => [hole, player_id, rows.map(({ id }) => id)])).toEqual([
      ['1', 'tove', ['a', 'b']],
      ['1', 'brisa', ['d']],
      ['2', 'tove', ['c']],
    ])
  })

  it('sums what was lost where it is known', () => {
    const rows = [0.4, null, -0.1].map((lost) => ({ lost }) as Booking)
    expect(lostOver(rows).lost).toBeCloseTo(0.3, 9)
    expect(lostOver(rows).of).toBe(2)
    expect(lostOver([])).toEqual({ lost: 0, of: 0 })
  })
})
