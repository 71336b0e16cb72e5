import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Eye, KeptPractice, Progress, Scene, Score, SessionPart } from '../api/client'
import { eyeQuery, sceneQuery } from '../eye/api'
import { practiceQuery, practicesQuery, progressQuery } from '../practice/api'
import { markWords } from '../practice/drill-words'
import { rangeOf, readWords } from '../eye/eye-words'
import { useQueue } from '../book/queue'
import { ballsOf, hitBy, nextPart, strikeBall, useRun } from '../practice/run'
import { METRIC } from '../lib/units'
import { dayAfter, mondayOf, weeksOf } from '../lib/weeks'
import { EyePanel } from '../eye/EyePanel'
import { ProgressPanel } from '../practice/ProgressPanel'
import { RunSession } from '../practice/RunSession'
import { SeasonPanel } from '../practice/SeasonPanel'
import { PLAYER } from './players'
import { serve } from './serve'
import { stubWidth } from './wide'

const MARK = {
  balls: 2, limit: 2.4, share_pct: 61, hits: 1, chance_pct: 68, aim_handicap: 9, aim_share_pct: 70, aim_hits: 2,
  aim_chance_pct: 65, by_luck_pct: 45,
} // prettier-ignore
const station = (words: string) => ({
  words, balls: 2, flag_m: 15, fall_deg: 6, side_deg: 0, cover: 'fairway' as const, call_id: '58~stock-swing',
  call_words: `Lob wedge from the ${words}`, mark: MARK, measures: [{ words: 'ring', value: 2.4, unit: 'm' as const }],
  request: {} as SessionPart['stations'][number]['request'],
}) // prettier-ignore
const part = (more: Partial<SessionPart> = {}): SessionPart => ({
  drill_id: 'three-piles', name: 'Three piles', phase: 'mixed', family: 'lie', score: 'inside', balls: 4, minutes: 10,
  ground: 'slope', level: 0, stations: [station('down slope'), station('up slope')], order: [1, 0, 0, 1], hits: null,
  mark: { ...MARK, balls: 4, hits: 2, aim_hits: 3 }, asked: null, passed: null, level_after: null, ...more,
}) // prettier-ignore
const ID = '11111111-1111-4111-8111-111111111111'
const session = (more: Partial<KeptPractice> = {}): KeptPractice => ({
  id: ID, player_id: 'tove', made_at: '2027-03-01T10:00:00Z', planned_for: null, state: 'begun', version: 1,
  planned_local: null, zone: null, built_at: null,
  began_at: '2027-03-01T10:00:00Z', done_at: null, parts: [part(), part({ drill_id: 'ladder', name: 'Test', phase: 'test' })], minutes: 30,
  balls: 8, words: '', next_words: [], played: [], ...more,
}) // prettier-ignore

let queries: QueryClient
function shown(element: React.ReactNode) {
  render(<QueryClientProvider client={queries}>{element}</QueryClientProvider>)
}

beforeEach(() => {
  stubWidth(false)
  localStorage.clear()
  useQueue.setState({ waiting: [] })
  useRun.setState({ struck: {} })
  queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

describe('a session at the station', () => {
  const run = () => shown(<RunSession id={ID} player={PLAYER} drills={[]} onLeave={() => undefined} />)

  it('counts what is tapped, without a network too, and names the next lie', () => {
    serve({})
    queries.setQueryData(practiceQuery(ID).queryKey, session())
    run()
    expect(screen.getByText(/Ball 1 of 4: up slope/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'inside' }))
    expect(screen.getByText(/Ball 2 of 4: down slope/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'heavy' }))
    expect(screen.getByLabelText('1 hits of 2 balls')).toBeTruthy()
    const bodies = useQueue.getState().waiting.map(({ body }) => body)
    expect(bodies.map(({ station: at, hit, misses }) => [at, hit, misses])).toEqual([
      [1, true, []],
      [0, false, ['heavy']],
    ])
    fireEvent.click(screen.getByRole('button', { name: 'undo the last ball' }))
    expect(useQueue.getState().waiting).toHaveLength(1)
    expect(screen.getByText(/Ball 2 of 4/)).toBeTruthy()
  })

  it('takes a hit from where the ball finished', () => {
    expect(hitBy('inside', 2.4, { past: 2, side: 1, holed: false })).toBe(true)
    expect(hitBy('inside', 2.4, { past: 2.3, side: 1, holed: false })).toBe(false)
    expect(hitBy('line', 1, { past: 9, side: -0.8, holed: false })).toBe(true)
    expect(hitBy('landing', 1, { past: 0, side: 0, holed: false })).toBeNull()
    expect(hitBy('clean', null, { past: 0, side: 0, holed: false })).toBeNull()
    expect(markWords(MARK, 'inside', METRIC)).toBe('1 of 2 inside 2.4 m')
  })

  it('goes on where it stopped, on whatever device', () => {
    const played = [0, 1, 2, 3].map((n) => ({ id: `${n}`, part: 0, station: 1, hit: true, misses: [] }))
    const there = session({ played })
    expect(nextPart(there, ballsOf(there, []))).toBe(1)
    // What is both in the book and remembered here counts once.
    expect(ballsOf(there, [{ id: '0', part: 0, station: 1, hit: true }])).toHaveLength(4)
    serve({})
    strikeBall(there, { part: 1, station: 0, hit: false })
    expect(useRun.getState().struck[ID]).toHaveLength(1)
  })

  it('begins, ends, and says what it came to', async () => {
    const done = session({
      state: 'done', words: '1 of 2 passed: Three piles.', next_words: ['Three piles: passed; once more.'],
      done_at: '2027-03-01T11:00:00Z', parts: [part({ hits: 3, asked: 2, passed: true, level: 0, level_after: 1 }), part({ drill_id: 'ladder' })],
    }) // prettier-ignore
    let state = session({ state: 'planned' })
    serve({
      [`POST /api/practices/${ID}/begin`]: () => (state = session()),
      [`POST /api/practices/${ID}/finish`]: () => (state = done),
      [`GET /api/practices/${ID}`]: () => state,
    })
    queries.setQueryData(practiceQuery(ID).queryKey, state)
    run()
    fireEvent.click(screen.getByRole('button', { name: 'Begin' }))
    fireEvent.click(await screen.findByRole('button', { name: 'End the session' }))
    const told = await screen.findByRole('region', { name: 'Result of the session' })
    expect(told.textContent).toContain('1 of 2 passed: Three piles.')
    expect(told.textContent).toContain('0 → 1')
    expect(within(told).getByText('not finished')).toBeTruthy()
  })
})

describe('a season', () => {
  it('counts weeks from Monday', () => {
    expect(mondayOf('2027-03-07')).toBe('2027-03-01')
    expect(dayAfter('2027-02-28', 1)).toBe('2027-03-01')
    expect(weeksOf(['2027-03-17', '2027-03-02'])).toEqual(['2027-03-01', '2027-03-08', '2027-03-15'])
    expect(weeksOf([])).toEqual([])
  })

  it('moves a session to the day it is dropped on, and by keys', async () => {
    const fetched = serve({
      'PUT /api/practices': () => session(),
      'GET /api/practices': () => ({ total: 0, rows: [] }),
    })
    const place = { planned_local: '2099-03-03T17:00', zone: 'America/Los_Angeles', version: 4 }
    const planned = session({ state: 'planned', planned_for: '2099-03-04T01:00:00Z', ...place })
    queries.setQueryData(practicesQuery('tove').queryKey, { total: 1, rows: [planned] })
    shown(<SeasonPanel player={PLAYER} onOpen={() => undefined} />)
    expect(screen.getByRole('link', { name: 'Calendar file' }).getAttribute('href')).toContain(
      'player_id=tove',
    )
    const button = screen.getByRole('button', { name: /30 min/ })
    fireEvent.keyDown(button, { key: 'ArrowRight' })
    await waitFor(() => expect(fetched).toHaveBeenCalled())
    // By the clock of its place, wherever this browser is.
    expect(await fetched.mock.calls[0]?.[0].clone().json()).toEqual({
      ...place,
      planned_local: '2099-03-04T17:00',
    })
  })
})

describe('progress', () => {
  it('shows each drill over time and says whether it helped', () => {
    const went = {
      at: '2027-03-01T10:00:00Z', phase: 'test' as const, expected_pct: 60, passed: true, level: 0, level_after: 0,
      rate: { hits: 8, of: 12, low_pct: 48, high_pct: 81 },
    } // prettier-ignore
    const told: Progress = {
      player_id: 'tove', sessions: 2, balls: 24, kinds: [{ name: 'rough', went: [went] }],
      drills: [{ drill_id: 'three-piles', name: 'Three piles', level: 1, evidence: 3.2, went: [went, { ...went, passed: false }] }],
      helped: [
        {
          kind: 'rough', sessions: 2, since: went.at, answer: 'helped', before: 25, after: 22, before_lost: 0.23,
          after_lost: -0.08, difference: -0.31, low: -0.48, high: -0.13, words: 'It helped: 0.31 strokes a shot less.',
        },
      ],
    } // prettier-ignore
    queries.setQueryData(progressQuery('tove').queryKey, told)
    shown(<ProgressPanel player={PLAYER} drills={[]} onOpen={() => undefined} />)
    expect(screen.getByText(/rough: helped/)).toBeTruthy()
    expect(screen.getByRole('img', { name: /Three piles. Mar 1, 2027: 8 of 12, passed/ })).toBeTruthy()
  })
})

describe('the eye', () => {
  const kind = {
    kind: 'side' as const, words: 'slope across the line', unit: 'deg', scenes: 30, bias: -1.9, bias_within: 0.3,
    spread: 1.2, spread_within: 0.2, usual: 1.5, doubt: 2.2, is_known: true, less: 'too flat', more: 'too steep',
    says: 'Slope across the line: 1.9° too flat on the whole; 30 scenes.', over_time: [-2.2, -1.8, -1.7],
  } // prettier-ignore
  const eye: Eye = {
    reader_id: null, level: 2, scenes: 30, lost: 0.07, lost_before: 0.12, kinds: [kind],
    today: [{ scene: '5.2.side', is_read: false }, { scene: '6.2.fall', is_read: true }],
  } // prettier-ignore
  const scene: Scene = {
    scene: '5.2.side', level: 2, player_id: 'tove', cover_words: 'fairway',
    asked: [{ kind: 'side', words: 'slope across the line', unit: 'deg', low: -20, high: 20, step: 0.5 }],
    pictures: (['behind', 'beside', 'flag', 'close'] as const).map((view) => ({
      view, width_px: 800, height_px: 540,
      shapes: [{ paint: 'sky' as const, path: 'M0 0L800 0L800 540z', fade: 0 }],
    })),
  } // prettier-ignore
  const score: Score = {
    id: ID, scene: '5.2.side', lost: 0.21, read_call_words: 'Lob wedge', best_call_words: 'Sand wedge',
    read_strokes: 2.9, best_strokes: 2.69, ends: [[38, 1], [41, -2], [39, 0]], flag_m: 40, words: 'It cost 0.21 strokes.',
    read_way: [[0, 0, 0], [20, 0, 4], [38, 0, 0]], best_way: [[0, 0, 0], [20, 0, 5], [40, 0, 0]],
    readings: [{ kind: 'side', words: 'slope across the line', unit: 'deg', truth: -6, read: -2, off_words: '4.0° too flat' }],
  } // prettier-ignore

  it('shows the day and how one reads, asks before it forgets', () => {
    queries.setQueryData(eyeQuery(null).queryKey, eye)
    shown(<EyePanel player={PLAYER} />)
    expect(screen.getByText(/1.9° too flat on the whole/)).toBeTruthy()
    expect(screen.getByLabelText('1 of 2 read today')).toBeTruthy()
    expect(screen.getByText(/0.07 strokes a scene over the last ten; 0.12 over the ten before/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'delete my readings' }))
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    expect(screen.getByRole('button', { name: 'delete my readings' })).toBeTruthy()
  })

  it('takes a reading, offers calls for it, and tells what it cost', async () => {
    const fetched = serve({
      'POST /api/scenes/5.2.side/calls': () => ({
        calls: [
          { id: 'a', words: 'Lob wedge', carry_m: 31 },
          { id: 'b', words: 'Sand wedge', carry_m: 33 },
        ],
      }),
      'POST /api/scenes/5.2.side': () => score,
      'GET /api/eye': () => eye,
    })
    queries.setQueryData(eyeQuery(null).queryKey, eye)
    queries.setQueryData(sceneQuery('5.2.side', 'tove').queryKey, scene)
    shown(<EyePanel player={PLAYER} />)
    fireEvent.click(screen.getByRole('button', { name: 'Read the next scene' }))
    fireEvent.click(screen.getByRole('button', { name: /lie/ }))
    fireEvent.change(screen.getByRole('slider', { name: /slope across/ }), { target: { value: '-2' } })
    fireEvent.change(screen.getByRole('slider', { name: /to land/ }), { target: { value: '12' } })
    expect(screen.getByText('2.0°, ball below the feet')).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Choose a call for it' }))
    fireEvent.click(await screen.findByRole('radio', { name: /Sand wedge/ }))
    fireEvent.click(screen.getByRole('button', { name: 'Strike it' }))
    expect(await screen.findByText('0.21 strokes lost')).toBeTruthy()
    expect(screen.getByText('4.0° too flat')).toBeTruthy()
    const sent = fetched.mock.calls.map(([request]) => request.clone())
    expect(await sent[1]?.json()).toMatchObject({
      read: { side: -2 },
      land_m: 12,
      call_id: 'b',
      reader_id: null,
    })
  })

  it('says readings in words', () => {
    expect(readWords('fall', -4)).toBe('4.0° uphill')
    expect(readWords('wind', 3)).toBe('3.0 m/s headwind')
    expect(readWords('cross', 2.5)).toBe('2.5 m/s from the left')
    expect(readWords('give', 0.9)).toBe('sodden (0.90)')
    expect(rangeOf({ kind: 'flag', words: '', unit: 'm', low: 2, high: 230, step: 0.5 })).toEqual([5, 180])
    expect(rangeOf({ kind: 'sunk', words: '', unit: 'balls', low: 0, high: 1.2, step: 0.05 })).toEqual([
      0, 1.2,
    ])
  })
})
