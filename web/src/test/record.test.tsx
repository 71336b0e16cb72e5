import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { lay, useDesk } from '../lib/desk'
import { choose } from './choose'
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { FaultResponse, Import, Landed, Monitor, Preview, Stock, Trial } from '../api/client'
import { stockQuery, trialsQuery } from '../book/api'
import { useQueue } from '../book/queue'
import { START } from '../shot/reading'
import { toRequest } from '../shot/request'
import { useBench } from '../shot/store'
import { begin } from '../shot/history'
import { FaultReader } from '../book/FaultReader'
import { Trials } from '../book/Trials'
import { FilesSheet } from '../files/FilesSheet'
import { ImportSheet } from '../book/ImportSheet'
import { LandedRows, MonitorPanel } from '../book/MonitorPanel'
import { StockShots } from '../book/StockShots'
import { PLAYER } from './players'
import { sampleCall, samplePlan } from './sample'
import { serve } from './serve'
import { stubWidth } from './wide'
import { sessionQuery } from '../accounts/api'
import { monitorQuery } from '../devices/api'
import { copiesQuery } from '../files/api'
import { planQuery } from '../shot/api'

const READING = { ...START, player: 'tove' }

function shown(part: ReactNode, fill: (queries: QueryClient) => void = () => undefined) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  queries.setQueryData(planQuery(toRequest(READING)).queryKey, PLAN)
  fill(queries)
  render(<QueryClientProvider client={queries}>{part}</QueryClientProvider>)
  return queries
}

const OTHER = sampleCall({
  id: '54~kept-club',
  club_id: '54',
  club_name: 'Sand wedge 54',
  method_name: 'Same club',
})
const PLAN = samplePlan([sampleCall(), OTHER])

beforeEach(() => {
  stubWidth(true)
  localStorage.clear()
  useQueue.setState({ waiting: [] })
  useBench.setState({ history: begin(READING) })
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

const landed = (seq: number, carry_m: number): Landed => ({
  seq, ball_speed_m_s: 45, launch_deg: 18, direction_deg: -1, spin_rpm: 6200, carry_m, side_m: -2.4, total_m: carry_m + 8,
  total_side_m: -3, descent_deg: 42, heel_mm: 2,
}) // prettier-ignore
const MONITOR: Monitor = {
  state: 'live',
  port: 8712,
  name: 'bay',
  meant: '',
  shots: [],
  refused: 0,
  problem: '',
}

describe('stock shots', () => {
  const stock: Stock = {
    club_id: '54', club_name: '54', bag_carry_m: 68, carry_m: 71.5, sd_m: 2.1, rule: 'Flagged beyond 3.5.',
    shots: [70, 71, 72, 73, 71.5, 48].map((carry_m, i) => ({
      id: `${i}`, booked_at: '2026-05-01T10:00:00Z', carry_m, flagged: carry_m < 50,
    })),
  } // prettier-ignore
  const part = () => <StockShots player={PLAYER} />
  const fill = (queries: QueryClient) => {
    queries.setQueryData(stockQuery('tove').queryKey, [stock])
    queries.setQueryData(monitorQuery.queryKey, { ...MONITOR, state: 'off' as const })
  }

  it('tell a carry, its spread and the rule, and go into the bag at a press', async () => {
    const fetched = serve({ 'PUT /api/players': () => PLAYER, 'GET /': () => [] })
    shown(part(), fill)
    expect(screen.getByText(/71.5 m ± 2, 6 shots|72 m ± 2, 6 shots/)).toBeTruthy()
    expect(screen.getByText('Flagged beyond 3.5.')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: /^Use / }))
    await waitFor(() => expect(fetched).toHaveBeenCalled())
    const request = fetched.mock.calls[0]?.[0]
    const body = (await request?.clone().json()) as { clubs: { id: string; stock_carry_m: number }[] }
    expect(body.clubs.find((club) => club.id === '54')?.stock_carry_m).toBe(71.5)
  })

  it('are typed one by one', async () => {
    serve({})
    shown(part(), fill)
    choose('Club', '54')
    fireEvent.change(screen.getByLabelText('Carry, m'), { target: { value: '70,5' } })
    fireEvent.click(screen.getByRole('button', { name: 'Book it' }))
    expect(useQueue.getState().waiting[0]?.body).toMatchObject({
      purpose: 'stock',
      club_id: '54',
      carry_m: 70.5,
    })
    await waitFor(() => expect(useDesk.getState().told).toMatch(/^Veltrin can’t be reached/))
  })
})

describe('the launch monitor', () => {
  it('asks what the shots are for before it books any, and tells the monitor', async () => {
    const fetched = serve({
      'PUT /api/monitor/ready': () => ({ ...MONITOR, meant: '54', shots: [landed(1, 70)] }),
      'PUT /api/book': () => ({}),
    })
    const queries = shown(<MonitorPanel player={PLAYER} />, (q) =>
      q.setQueryData(monitorQuery.queryKey, MONITOR),
    )
    queries.setQueryData(monitorQuery.queryKey, { ...MONITOR, shots: [landed(1, 70)] })
    expect(await screen.findByText(/1 shot has landed/)).toBeTruthy()
    expect(useQueue.getState().waiting).toEqual([])
    choose('What the shots are for', 'stock shots, 54')
    await waitFor(() => expect(fetched.mock.calls.some(([r]) => r.url.includes('/api/book/'))).toBe(true))
    const ready = fetched.mock.calls.find(([r]) => r.url.endsWith('/ready'))?.[0]
    expect(await ready?.clone().json()).toMatchObject({ player_id: 'tove', club_id: '54' })
  })

  it('shows shots as they were measured, left and right', () => {
    shown(<LandedRows shots={[landed(1, 70), { ...landed(2, 68), side_m: 1 }]} />)
    const text = screen.getByRole('table').textContent
    expect(text).toContain('2.5 L')
    expect(text).toContain('1 R')
    expect(text).toContain('6200')
  })
})

describe('a CSV file', () => {
  const preview: Preview = {
    columns: ['Club', 'Carry'],
    matched: { columns: { club: 'Club', carry: 'Carry' }, distance: 'm', speed: 'm/s', clubs: {} },
    club_names: ['SW'],
    rows: 2,
    first: [['SW', '70'], ['SW', 'far']],
  } // prettier-ignore
  const job: Import = {
    id: 'j', state: 'refused', read: 2, rows: 2, stored: 0, doubles: 0, flagged: 0, problem: '1 rows can’t be read.',
    problems: [{ line: 3, column: 'Carry', problem: "'far' is not a number." }],
  } // prettier-ignore

  it('is matched first, then read whole or told line by line', async () => {
    serve({
      'POST /api/imports/preview': () => preview,
      'POST /api/imports': () => ({ ...job, state: 'reading' }),
      'GET /api/imports/j': () => job,
    })
    shown(<ImportSheet open player={PLAYER} onOpenChange={() => undefined} />)
    const file = new File(['Club,Carry\nSW,70\nSW,far\n'], 'range.csv')
    fireEvent.change(screen.getByLabelText('CSV file'), { target: { files: [file] } })
    const read = await screen.findByRole<HTMLButtonElement>('button', { name: /Match club, carry/ })
    expect(read.disabled).toBe(true)
    choose('“SW” is the', '54')
    fireEvent.click(screen.getByRole('button', { name: 'Read 2 rows' }))
    expect((await screen.findByRole('alert')).textContent).toContain("Line 3, Carry: 'far' is not a number.")
  })
})

describe('files and copies', () => {
  const copy = { name: 'veltrin-1.sqlite3', made_at: '2026-11-25T10:00:00Z', bytes: 2_097_152 }

  it('says what a file brought, and makes a copy at a press', async () => {
    serve({
      'POST /api/export/read/stream': () => ({
        stage: 'done', done: 1, of: 1,
        merged: { players: 1, renamed: 0, bookings: 34, known: 2, lines: 0, days: 0, without_image: 3, unreadable: 0 },
      }), // prettier-ignore
      'POST /api/copies': () => copy,
      'GET /api/copies': () => [copy],
    })
    lay('files')
    shown(<FilesSheet player={PLAYER} />, (q) => {
      q.setQueryData(copiesQuery.queryKey, [])
      q.setQueryData(sessionQuery.queryKey, { needed: false, coach: null, is_admin: true })
    })
    const file = new File(['{"format": "veltrin-book"}'], 'book.json')
    fireEvent.change(screen.getByLabelText('A Veltrin file'), { target: { files: [file] } })
    expect(await screen.findByText(/Added: 1 player and 34 shots; 2/)).toBeTruthy()
    expect(screen.getByText(/3 photographs are not in this file/)).toBeTruthy()
    expect(screen.getByRole('link', { name: /Tove.* only/ }).getAttribute('href')).toContain('player_id=tove')
    fireEvent.click(screen.getByRole('button', { name: 'Copy the whole database now' }))
    expect(await screen.findByText(/2.0 MB/)).toBeTruthy()
    cleanup()
    shown(<FilesSheet player={PLAYER} />, (q) =>
      q.setQueryData(sessionQuery.queryKey, { needed: true, coach: 'Otto', is_admin: false }),
    )
    expect(screen.queryByRole('button', { name: 'Copy the whole database now' })).toBeNull()
  })
})

describe('a fault', () => {
  const shape = {
    flight: [[0, 0, 0], [5, 0, 1], [9, 0, 0]], run: [[9, 0, 0], [14, 0.5, 0]],
    low_point_m: 0.08, edge_m: 0.009, early_m: 0, entry_m: 0, mark_m: 0, mark_depth_m: 0, heel_m: 0,
  } satisfies FaultResponse['planned'] // prettier-ignore
  const told: FaultResponse = {
    causes: [
      { id: 'rose-up', words: 'stood up', sign: 'No mark.', cure: 'Keep the height.', share_pct: 61.2, shape },
    ],
    chance_pct: 8.4, planned: shape, meant_m: 14.5, long_m: 1.2, wide_m: 1,
  } // prettier-ignore

  it('is read from several balls of the call on the Bench', async () => {
    const fetched = serve({ 'POST /api/faults': () => told })
    shown(<FaultReader player={PLAYER} />)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Read the fault' }).disabled).toBe(true)
    fireEvent.click(screen.getByRole('button', { name: 'thin' }))
    fireEvent.click(screen.getByRole('button', { name: 'Another ball of the same shot' }))
    const second = screen.getByRole('group', { name: 'Misses of ball 2' })
    fireEvent.click(within(second).getByRole('button', { name: 'long' }))
    fireEvent.click(screen.getByRole('button', { name: 'Read the fault' }))
    expect(await screen.findByText('Keep the height.')).toBeTruthy()
    expect(screen.getByRole('img', { name: /stood up: flight and finish/ })).toBeTruthy()
    expect(screen.getByRole('region', { name: 'Likely causes' }).textContent).toContain(
      '8 % that it was an ordinary',
    )
    const asked = fetched.mock.calls.map(([request]) => request).find(({ method }) => method === 'POST')
    const body = (await asked?.clone().json()) as { call_id: string; balls: unknown[] }
    expect(body.call_id).toBe('58~dropped-foot')
    expect(body.balls).toEqual([
      { misses: ['thin'], heel_mm: null, turf_cm: null, past_m: null, side_m: null },
      { misses: ['long'], heel_mm: null, turf_cm: null, past_m: null, side_m: null },
    ])
  })
})

describe('a trial', () => {
  const trial: Trial = {
    id: '11111111-1111-4111-8111-111111111111', player_id: 'tove', name: 'A against B', made_at: '2026-11-25T10:00:00Z', problem: '',
    a_call: '58~dropped-foot', b_call: '54~kept-club', a_words: 'lob wedge', b_words: 'sand wedge',
    order: ['a', 'b', 'b', 'a'], decides: 'strokes', struck: 3, verdict: 'open', fell_at: null, next_look: 2,
    words: 'No verdict yet: strokes still to play decides, and is looked at after 2 balls of each.', next_arm: 'a', request: toRequest(READING),
    balls: [{ arm: 'a', past_m: 1, side_m: 0 }, { arm: 'b', past_m: -1, side_m: 2 }, { arm: 'b', past_m: 3, side_m: 0 }],
    clouds: [{ arm: 'b', past_m: 1, past_within_m: 3, side_m: 1, side_within_m: 2 }],
    measures: [
      {
        name: 'carry', unit: 'm', shots_a: 1, shots_b: 2, mean_a: 9.5, mean_b: 9.46, sd_a: 1, sd_b: 1.2,
        difference: -0.04, low: -2.1, high: 2, decides: false,
      },
    ],
  } // prettier-ignore

  it('says which ball is next, and what can be said so far', () => {
    serve({})
    shown(<Trials player={PLAYER} />, (q) => q.setQueryData(trialsQuery('tove').queryKey, [trial]))
    const part = screen.getByRole('region', { name: 'Trial' })
    expect(part.textContent).toContain('Ball 4 of 4: A, lob wedge')
    expect(part.textContent).toContain('looked at after 2 balls of each')
    expect(
      within(part)
        .getByRole('img', { name: /Finishes of 3 balls/ })
        .querySelectorAll('ellipse'),
    ).toHaveLength(1)
    // A difference of nothing has no sign.
    expect(part.textContent).toContain('0.0')
    expect(part.textContent).not.toContain('−0.0')
    fireEvent.change(within(part).getByLabelText('Finish in words'), { target: { value: '2 past' } })
    fireEvent.click(within(part).getByRole('button', { name: 'Book ball 4' }))
    expect(useQueue.getState().waiting[0]?.body).toMatchObject({ purpose: 'trial', arm: 'a', past_m: 2 })
  })
})
