import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Booking } from '../api/client'
import { bookQuery, type Which } from '../book/api'
import { usePlace } from '../lib/place'
import { START } from '../shot/reading'
import { toRequest } from '../shot/request'
import { useBench } from '../shot/store'
import { Shots } from '../book/Shots'
import { serve } from './serve'
import { stubWidth } from './wide'

const WHICH: Which = { player_id: 'tove' }

function shown(part: ReactNode, fill: (queries: QueryClient) => void) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  fill(queries)
  return render(<QueryClientProvider client={queries}>{part}</QueryClientProvider>)
}

beforeEach(() => stubWidth(true))
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

const ROW: Booking = {
  id: 'x', player_id: 'tove', booked_at: '2026-05-01T10:00:00Z', source: 'hand', purpose: 'shot', trial_id: null, practice_id: null, drill_name: null, hit: null,
  arm: null, club_id: '58', club_name: 'Lob wedge 58', cover: 'rough', slope: 'level', lie_words: 'rough',
  method_id: 'stock-swing', method_name: 'Stock swing', call_id: '58~stock-swing', target_m: 40, expected_carry_m: 31,
  expected_total_m: 40, carry_m: 26, carry_side_m: 0, total_m: 36, past_m: -4, side_m: 1.5, measured: {}, heel_mm: null,
  up_mm: null, turf_cm: null, misses: ['heavy'], note: 'by the wall', holed: false, putts: 2, chipped_again: null,
  end_words: 'green', lost: -0.12, counts: false, far_off: true, has_question: true,
  former_lie: false, course: '', hole: '', from_east_m: null, from_north_m: null, end_east_m: null, end_north_m: null,
} // prettier-ignore

const FIRST = bookQuery(WHICH, 0, 'when', false)
const SORTING = { sorted: { by: 'when', ascending: false } as const, onSort: vi.fn() }

describe('the field book', () => {
  it('sorts by a pressed column, and turns the order at the second press', () => {
    const onSort = vi.fn()
    const fill = (queries: QueryClient) => queries.setQueryData(FIRST.queryKey, { total: 1, rows: [ROW] })
    shown(<Shots which={WHICH} {...SORTING} onSort={onSort} />, fill)
    fireEvent.click(screen.getByRole('button', { name: /^strokes lost/ }))
    expect(onSort).toHaveBeenLastCalledWith({ by: 'lost', ascending: false })
    fireEvent.click(screen.getByRole('button', { name: /^club and method/ }))
    expect(onSort).toHaveBeenLastCalledWith({ by: 'club', ascending: true })
    fireEvent.click(screen.getByRole('button', { name: /^when/ }))
    expect(onSort).toHaveBeenLastCalledWith({ by: 'when', ascending: true })
    expect(screen.getByRole('columnheader', { name: /^when/ }).getAttribute('aria-sort')).toBe('descending')
  })

  it('opens a shot as it stood, call and all', async () => {
    const question = toRequest({ ...START, player: 'tove', flag: 77 })
    serve({ 'GET /api/book/x/question': () => question })
    shown(<Shots which={WHICH} {...SORTING} />, (queries) =>
      queries.setQueryData(FIRST.queryKey, { total: 1, rows: [ROW] }),
    )
    fireEvent.click(screen.getByRole('button', { name: 'Lob wedge 58, stock swing' }))
    fireEvent.click(screen.getByRole('button', { name: 'Open the shot as it was' }))
    await waitFor(() => expect(usePlace.getState().place).toBe('bench'))
    expect(useBench.getState().history.present).toMatchObject({ flag: 77, call: '58~stock-swing' })
  })

  it('lists what was meant and what was seen, and says why a shot does not count', () => {
    shown(<Shots which={WHICH} {...SORTING} />, (queries) =>
      queries.setQueryData(FIRST.queryKey, { total: 1, rows: [ROW] }),
    )
    const text = screen.getByRole('table').textContent
    expect(text).toContain('Lob wedge 58, stock swing')
    expect(text).toContain('31')
    expect(text).toContain('→ 26')
    expect(text).toContain('4 short, 1.5 right')
    expect(text).toContain('green, heavy')
    expect(text).toContain('−0.12')
    expect(text).toContain('far off')
    fireEvent.click(screen.getByRole('button', { name: 'Lob wedge 58, stock swing' }))
    expect(screen.getByText('by the wall')).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Learn from it' })).toBeTruthy()
  })

  it('is a list on a phone, with the same to say', () => {
    stubWidth(false)
    shown(<Shots which={WHICH} {...SORTING} />, (queries) =>
      queries.setQueryData(FIRST.queryKey, { total: 1, rows: [ROW] }),
    )
    const text = screen.getByRole('list', { name: 'Booked shots' }).textContent
    expect(text).toContain('rough: 4 short, 1.5 right, carried 26, heavy')
    expect(text).toContain('(not learnt)')
    expect(screen.queryByRole('table')).toBeNull()
  })

  it('says what to do while it is empty', () => {
    shown(<Shots which={WHICH} {...SORTING} />, (queries) =>
      queries.setQueryData(FIRST.queryKey, { total: 0, rows: [] }),
    )
    expect(screen.getByText(/On the Bench, press E/)).toBeTruthy()
  })
})
