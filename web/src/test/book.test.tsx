import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { choose } from './choose'
import { lay, useDesk } from '../lib/desk'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { BookSummary, Call, LieRate } from '../api/client'
import { summaryQuery, type Which } from '../book/api'
import { FinishTap } from '../book/FinishTap'
import { FaceTap, TurfTap } from '../drawing/StrikeTap'
import { NOTHING_SEEN, type Seen } from '../book/booking'
import { enqueue, flush, giveUp, keepSending, useQueue } from '../book/queue'
import { AstraySheet } from '../book/AstraySheet'
import { Charts } from '../book/Charts'
import { Filters } from '../book/Filters'
import { Lies } from '../book/Lies'
import { plainTarget, targetOf } from '../book/finish-map'
import { SeenForm } from '../book/SeenForm'
import { WaitingShots } from '../book/WaitingShots'
import { START } from '../shot/reading'
import { PLAYER } from './players'
import { sampleCall } from './sample'
import { stubWidth } from './wide'

const WHICH: Which = { player_id: 'tove' }

function shown(part: ReactNode, fill: (queries: QueryClient) => void = () => undefined) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  fill(queries)
  return render(<QueryClientProvider client={queries}>{part}</QueryClientProvider>)
}

beforeEach(() => {
  stubWidth(true)
  localStorage.clear()
  useQueue.setState({ waiting: [] })
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

const BODY = { player_id: 'tove' } as Parameters<typeof enqueue>[1]
const answer = (status: number, body: unknown) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })

describe('the queue of shots', () => {
  it('keeps a shot while nobody answers and sends it when somebody does, once', async () => {
    const fetched = vi.fn().mockRejectedValueOnce(new TypeError('no network'))
    vi.stubGlobal('fetch', fetched)
    await enqueue('11111111-1111-4111-8111-111111111111', BODY)
    expect(useQueue.getState().waiting).toHaveLength(1)
    expect(JSON.parse(localStorage.getItem('veltrin.waiting') ?? '[]')).toHaveLength(1)
    fetched.mockImplementation(() => Promise.resolve(answer(200, {})))
    await Promise.all([flush(), flush()])
    expect(useQueue.getState().waiting).toEqual([])
    expect(fetched).toHaveBeenCalledTimes(2)
  })

  it('shows what the server would not have, keeps it, and sends the others', async () => {
    const fetched = vi
      .fn()
      .mockImplementationOnce(() =>
        Promise.resolve(answer(409, { errors: [{ field: 'call_id', problem: 'no call', fix: 'choose' }] })),
      )
      .mockImplementation(() => Promise.resolve(answer(200, {})))
    vi.stubGlobal('fetch', fetched)
    await enqueue('11111111-1111-4111-8111-111111111111', BODY)
    await enqueue('22222222-2222-4222-8222-222222222222', BODY)
    const [left] = useQueue.getState().waiting
    expect(useQueue.getState().waiting).toHaveLength(1)
    expect(left?.problem).toContain('no call')
    shown(<WaitingShots />)
    expect(screen.getByRole('status').textContent).toContain('was refused')
    fireEvent.click(screen.getByRole('button', { name: 'Delete it' }))
    expect(useQueue.getState().waiting).toEqual([])
  })

  it('waits for a sign-in instead of giving up', async () => {
    vi.stubGlobal(
      'fetch',
      vi.fn(() =>
        Promise.resolve(answer(401, { errors: [{ field: 'session', problem: 'nobody', fix: 'in' }] })),
      ),
    )
    await enqueue('11111111-1111-4111-8111-111111111111', BODY)
    expect(useQueue.getState().waiting[0]?.problem).toBeUndefined()
    giveUp('11111111-1111-4111-8111-111111111111')
  })

  it('tries again when the network comes back, and tells who wants to know', async () => {
    const fetched = vi.fn().mockRejectedValueOnce(new TypeError('no network'))
    vi.stubGlobal('fetch', fetched)
    const told = vi.fn()
    const stop = keepSending(told)
    await enqueue('11111111-1111-4111-8111-111111111111', BODY)
    fetched.mockImplementation(() => Promise.resolve(answer(200, {})))
    window.dispatchEvent(new Event('online'))
    await flush()
    expect(told).toHaveBeenCalledTimes(1)
    stop()
  })
})

describe('entering what a ball did', () => {
  const target = { ...plainTarget(20, 12), green: { front: -6, back: 8, width: 12 } }
  const form = (seen: Seen, onSeen: (seen: Seen) => void) =>
    shown(<SeenForm seen={seen} target={target} player={PLAYER} onSeen={onSeen} />)

  it('reads a finish in words, in the coach’s unit', () => {
    const onSeen = vi.fn<(seen: Seen) => void>()
    form(NOTHING_SEEN, onSeen)
    fireEvent.change(screen.getByLabelText('Finish in words'), { target: { value: 'pin high 2 left' } })
    expect(onSeen).toHaveBeenLastCalledWith({
      ...NOTHING_SEEN,
      finish: { past: 0, side: -2, holed: false },
    })
    fireEvent.change(screen.getByLabelText('Finish in words'), { target: { value: 'somewhere' } })
    expect(screen.getByText(/Say how far short or past/)).toBeTruthy()
  })

  it('toggles misses, putts and what came next', () => {
    const onSeen = vi.fn<(seen: Seen) => void>()
    form({ ...NOTHING_SEEN, misses: ['thin'], putts: 2 }, onSeen)
    fireEvent.click(screen.getByRole('button', { name: 'thin' }))
    expect(onSeen.mock.lastCall?.[0].misses).toEqual([])
    fireEvent.click(screen.getByRole('button', { name: 'long' }))
    expect(onSeen.mock.lastCall?.[0].misses).toEqual(['thin', 'long'])
    fireEvent.click(within(screen.getByRole('group', { name: 'Putts' })).getByText('2'))
    expect(onSeen.mock.lastCall?.[0].putts).toBeNull()
    fireEvent.click(screen.getByRole('button', { name: 'chipped again' }))
    expect(onSeen.mock.lastCall?.[0].again).toBe(true)
    fireEvent.click(screen.getByRole('button', { name: 'holed' }))
    expect(onSeen.mock.lastCall?.[0].finish?.holed).toBe(true)
  })

  it('takes a landing only when it is a number', () => {
    const onSeen = vi.fn<(seen: Seen) => void>()
    form(NOTHING_SEEN, onSeen)
    const field = screen.getByLabelText('Landed at, m')
    fireEvent.change(field, { target: { value: '11,5' } })
    expect(onSeen.mock.lastCall?.[0].carry).toBe(11.5)
    fireEvent.change(field, { target: { value: 'far' } })
    expect(onSeen.mock.lastCall?.[0].carry).toBeNull()
  })

  it('moves the finish by arrow keys for those who don’t tap', () => {
    const onFinish = vi.fn()
    shown(
      <FinishTap
        finish={{ past: 1, side: 0, holed: false }}
        target={plainTarget(20, 12)}
        words="1 past"
        shown={String}
        onFinish={onFinish}
      />,
    )
    const pad = screen.getByRole('application')
    fireEvent.keyDown(pad, { key: 'ArrowLeft' })
    expect(onFinish).toHaveBeenLastCalledWith({ past: 1, side: -0.5, holed: false })
    fireEvent.keyDown(pad, { key: 'ArrowDown' })
    expect(onFinish).toHaveBeenLastCalledWith({ past: 0.5, side: 0, holed: false })
  })

  it('shows as much about the target as the call can reach, and a finish beyond it by an arrow with its words', () => {
    const spread = { short_m: -20, long_m: 32, left_m: -9, right_m: 7 } as NonNullable<Call['spread']>
    const wide = sampleCall({ spread })
    const { reach } = targetOf(wide, START)
    expect(reach.low).toBeLessThanOrEqual(-wide.target.distance_m)
    expect(reach.high).toBeCloseTo(38.4)
    expect(reach.half).toBeCloseTo(10.8)
    const tap = (past: number) => (
      <FinishTap
        finish={{ past, side: 0, holed: false }}
        target={plainTarget(20, 12)}
        words={`${past} past`}
        shown={String}
        onFinish={() => undefined}
      />
    )
    const { container, rerender } = shown(tap(3))
    expect(container.querySelector('text.halo:not(.quiet)')).toBeNull()
    rerender(tap(31))
    expect(container.querySelector('text.halo:not(.quiet)')?.textContent).toBe('31 past')
  })

  it('says where face and turf were met', () => {
    shown(
      <>
        <FaceTap at={{ heel: -8, up: 12 }} leftHanded={false} onTap={() => undefined} />
        <TurfTap at={-4} onTap={() => undefined} />
      </>,
    )
    expect(screen.getByLabelText('Face: 8 mm towards the toe, 12 mm up')).toBeTruthy()
    expect(screen.getByLabelText('Turf met 4 cm behind the ball')).toBeTruthy()
  })
})

describe('a ball gone astray', () => {
  it('keeps the mark, counts three minutes, and leads to the lie', () => {
    vi.useFakeTimers()
    lay('astray')
    shown(<AstraySheet />)
    fireEvent.change(screen.getByLabelText('Landmark on the line'), { target: { value: 'the split birch' } })
    fireEvent.change(screen.getByLabelText('In from the short grass, m'), { target: { value: '3' } })
    fireEvent.click(screen.getByRole('checkbox'))
    expect(screen.getByRole('timer').textContent).toBe('3:00')
    fireEvent.click(screen.getByRole('button', { name: 'Start the 3-minute search' }))
    vi.advanceTimersByTime(0)
    fireEvent.click(screen.getByRole('button', { name: 'Found: read the lie' }))
    expect(useDesk.getState().note).toBe(
      'Lost ball: on the line of the split birch, 3 m in from the short grass, provisional played.',
    )
  })
})

const rate = (hits: number, of: number) => ({ hits, of, low_pct: 20, high_pct: 80 })
const LIE: LieRate = {
  cover: 'rough', slope: 'level', words: 'rough', shots: 9, on: rate(8, 9), on_and_two: rate(7, 9), again: rate(1, 9),
  up_and_down: rate(0, 0), lost: 0.22, lost_within: 0.1,
} // prettier-ignore
const SUMMARY: BookSummary = {
  total: 3,
  covers: [{ id: 'rough', words: 'rough' }],
  methods: [],
  clubs: [],
      holes: [],
  lies: [{ ...LIE, words: 'fairway', cover: 'fairway', lost: -0.4 }, LIE],
  points: [
    { id: 'a', cover: 'rough', expected_carry_m: 30, expected_total_m: 40, carry_m: 28, total_m: 37, past_m: -3, side_m: 1 },
    { id: 'b', cover: 'rough', expected_carry_m: 30, expected_total_m: 40, carry_m: 33, total_m: null, past_m: null, side_m: null },
  ],
  along_sd_m: 5,
  across_sd_m: 2,
  trend: [
    { first: '2026-05-01T10:00:00Z', last: '2026-05-03T10:00:00Z', shots: 2, lost: 0.3, length_pct: -4 },
    { first: '2026-05-04T10:00:00Z', last: '2026-05-05T10:00:00Z', shots: 1, lost: 0.1, length_pct: 1 },
  ],
} // prettier-ignore

describe('what the book comes to', () => {
  it('puts the dearest lie first, counts behind every share', () => {
    shown(<Lies summary={SUMMARY} onOpen={vi.fn()} />)
    const names = screen.getAllByRole('rowheader').map((cell) => cell.textContent)
    expect(names).toEqual(['rough', 'fairway'])
    const row = screen.getAllByRole('row')[1]?.textContent ?? ''
    expect(row).toContain('8/9')
    expect(row).toContain('not booked')
    expect(row).toContain('± 0.10')
  })

  it('draws predicted against actual, the finish and the trend', () => {
    shown(<Charts summary={SUMMARY} />)
    expect(screen.getByRole('img', { name: 'Carry: predicted against actual, 2 shots' })).toBeTruthy()
    expect(screen.getByRole('img', { name: 'Run: predicted against actual, 1 shot' })).toBeTruthy()
    expect(screen.getByRole('img', { name: 'Where 1 ball finished around their target' })).toBeTruthy()
    expect(screen.getByRole('img', { name: 'Strokes lost against the plan over time' })).toBeTruthy()
  })

  it('filters by lie and takes the filter back', () => {
    const onWhich = vi.fn()
    const { rerender } = shown(<Filters which={WHICH} summary={SUMMARY} onWhich={onWhich} />)
    choose('Filter: cover', 'rough')
    expect(onWhich).toHaveBeenLastCalledWith({ player_id: 'tove', cover: 'rough' })
    rerender(<Filters which={{ ...WHICH, cover: 'rough' }} summary={SUMMARY} onWhich={onWhich} />)
    choose('Filter: cover', 'every lie')
    expect(onWhich).toHaveBeenLastCalledWith({ player_id: 'tove' })
    expect(summaryQuery(WHICH).queryKey).toEqual(['book', 'summary', WHICH])
  })
})
