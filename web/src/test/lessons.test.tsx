import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, fireEvent, render, renderHook, screen, waitFor, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Drill, Found, Lesson, LessonItem, Photograph } from '../api/client'
import { lessonQuery, preparedQuery } from '../lessons/api'
import { openLessonQuery } from '../api/lesson'
import { PhotoLines } from '../drawing/PhotoLines'
import { help, holdPhotograph, lay, takePhotographs, useDesk } from '../lib/desk'
import { GLOSSARY } from '../lib/glossary'
import { useMeasured } from '../shot/measured'
import { toRequest } from '../shot/request'
import { useBench } from '../shot/store'
import { METRIC } from '../lib/units'
import { fieldsOf, momentOf } from '../lib/when'
import { LessonPage } from '../lessons/LessonPage'
import { thingFrom } from '../lessons/TakeAlong'
import { SearchSheet } from '../files/SearchSheet'
import { SheetPage } from '../lessons/SheetPage'
import { HelpSheet } from '../desk/HelpSheet'
import { START } from '../shot/reading'
import { PLAYER } from './players'
import { sampleCall } from './sample'
import { serve } from './serve'
import { stubWidth } from './wide'
import { sessionQuery } from '../accounts/api'
import { playersQuery } from '../players/api'
import { drillsQuery } from '../api/drills'

const ID = '11111111-1111-4111-8111-111111111111'
const ITEM = '22222222-2222-4222-8222-222222222222'
const request = toRequest({ ...START, player: 'tove', fall: 6, flag: 14.5 })
const drill = {
  id: 'three-piles', name: 'Three piles', family: 'lie', trains: 't', how: 'Three clubs, one stroke.', score: 'inside',
  score_words: 'is inside', balls: 6, stations: [], needs: [], say: [], cures: [], methods: ['dropped-foot'], covers: [],
  lay: [], cautions: [], easier: '', harder: '', source: '',
} as Drill // prettier-ignore

const item = (more: Partial<LessonItem> = {}): LessonItem => ({
  id: ITEM, kind: 'booking', player_id: 'tove', at: '2026-11-20T10:08:00Z', ref: 'b', summary: 'Lob wedge: downhill',
  words: '', request, call: sampleCall({ faults: [{ fault: 'hits behind it', cure: 'lean with the hill' }] }),
  problem: '', booking: null, ...more,
}) // prettier-ignore
const sheet = (things: Lesson['sheets'][number]['things'] = []): Lesson['sheets'][number] => ({
  player_id: 'tove', player_name: 'Tove Aldersyn', hand: 'right', things,
}) // prettier-ignore
const thing = {
  item_id: ITEM, title: 'Down the hill', words: ['Lean with it'], drill_id: 'three-piles', drill_name: 'Three piles',
  fault: 'hits behind it', cure: 'lean with the hill', station: null, request, call: sampleCall(),
} // prettier-ignore
const lesson = (more: Partial<Lesson> = {}): Lesson => ({
  id: ID, version: 1, state: 'open', held_on: '2026-11-20T10:00:00Z', began_at: '2026-11-20T10:00:00Z', ended_at: null,
  place: 'Third green', aims: 'Ball first', notes: '', player_ids: ['tove'], player_names: ['Tove Aldersyn'], items: 1,
  day: null, done: [item()], photographs: [], recordings: [], sheets: [sheet()], ...more,
}) // prettier-ignore

let queries: QueryClient
const shown = (element: React.ReactNode) =>
  render(<QueryClientProvider client={queries}>{element}</QueryClientProvider>)

beforeEach(() => {
  stubWidth(true)
  localStorage.clear()
  useDesk.setState({ sheet: null, told: '', wayBack: null, note: '', photographs: [] })
  queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  queries.setQueryData(openLessonQuery.queryKey, null)
  queries.setQueryData(drillsQuery.queryKey, { drills: [drill], families: [], needs: [] })
  queries.setQueryData(playersQuery.queryKey, [PLAYER])
})
afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

describe('a lesson', () => {
  const page = (part = 'played') =>
    shown(
      <LessonPage
        id={ID}
        part={part}
        player={PLAYER}
        onPart={() => undefined}
        onSheet={() => undefined}
        onLeave={() => undefined}
      />,
    )

  it('shows what was meant and what came, drawn, and takes a shot along', async () => {
    const booking = { past_m: -3, side_m: 1.5, misses: ['thin'], holed: false, lost: 0.4 } as unknown
    const struck = item({ booking: booking as NonNullable<LessonItem['booking']> })
    queries.setQueryData(lessonQuery(ID).queryKey, lesson({ done: [struck] }))
    const fetched = serve({
      [`PUT /api/lessons/${ID}/things`]: () => lesson(),
      'GET /api/lessons': () => lesson(),
    })
    page()
    const done = screen.getByRole('list', { name: 'What was done' })
    expect(done.textContent).toContain(
      'thin. Finished 3 m short, 1.5 m right: 0.40 strokes worse than average.',
    )
    expect(within(done).getByRole('img', { name: /head's way past the ball/ })).toBeTruthy()
    fireEvent.click(within(done).getByRole('button', { name: 'take home' }))
    await waitFor(() => expect(fetched).toHaveBeenCalled())
    const body = (await fetched.mock.calls[0]?.[0].clone().json()) as { things: unknown[] }
    expect(body.things).toEqual([
      {
        item_id: ITEM,
        title: 'Downhill chip, 14.5 m, lob wedge 58',
        words: expect.arrayContaining([expect.any(String)]) as unknown,
        drill_id: 'three-piles',
        fault: 'hits behind it',
        cure: 'lean with the hill',
      },
    ])
  })

  it('takes three things along at most', () => {
    const three = [1, 2, 3].map((n) => ({ ...thing, item_id: `${n}` }))
    queries.setQueryData(lessonQuery(ID).queryKey, lesson({ sheets: [sheet(three)] }))
    page()
    fireEvent.click(screen.getByRole('button', { name: 'take home' }))
    expect(useDesk.getState().told).toContain('3 things are enough')
  })

  it('proposes the words that worked as they were said', () => {
    const said = item({ kind: 'words', words: 'Chase it.', call: null, request: null, summary: '' })
    expect(thingFrom(said, 'right', [drill], METRIC)).toMatchObject({
      title: 'Words that worked',
      words: ['Chase it.'],
      drill_id: null,
    })
  })

  it('is closed with a press, and begun where it is planned', async () => {
    queries.setQueryData(lessonQuery(ID).queryKey, lesson())
    const fetched = serve({ [`POST /api/lessons/${ID}/close`]: () => lesson({ state: 'closed' }) })
    page()
    fireEvent.click(screen.getByRole('button', { name: 'Close the lesson' }))
    await waitFor(() => expect(fetched.mock.calls.map(([r]) => r.method)).toContain('POST'))
    cleanup()
    queries.setQueryData(lessonQuery(ID).queryKey, lesson({ state: 'planned', done: [] }))
    queries.setQueryData(preparedQuery('tove', lesson().held_on).queryKey, {
      player_id: 'tove',
      player_name: 'Tove Aldersyn',
      notices: [
        { kind: 'aim', ref: ID, words: 'Aim of 1 Nov 2026: Ball first' },
        { kind: 'drill', ref: 'three-piles', words: 'Three piles: not passed' },
      ],
    })
    page('')
    expect(screen.getByRole('button', { name: 'Start the lesson' })).toBeTruthy()
    const prepared = screen.getByRole('region', { name: 'Prepare' })
    expect(prepared.textContent).toContain('Left open last time')
    expect(prepared.textContent).toContain('Three piles: not passed')
  })
})

describe('the sheet', () => {
  it('speaks the player’s units, with the drill and the cure', () => {
    queries.setQueryData(playersQuery.queryKey, [{ ...PLAYER, units: 'yards' }])
    queries.setQueryData(lessonQuery(ID).queryKey, lesson({ sheets: [sheet([thing])] }))
    queries.setQueryData(sessionQuery.queryKey, { needed: false, coach: null, is_admin: true })
    shown(<SheetPage lesson_id={ID} player_id="tove" onLeave={() => undefined} />)
    const told = screen.getByRole('region', { name: 'Lesson sheet' }).textContent
    expect(told).toContain('1. Down the hill')
    expect(told).toContain('Practise: Three piles.')
    expect(told).toContain('If it goes wrong: hits behind it. Then: lean with the hill.')
    expect(told).toContain('16 yd')
    expect(told).toContain('when this server is open')
    fireEvent.click(screen.getByRole('radio', { name: /pocket/ }))
    expect(document.querySelectorAll('.fold')).toHaveLength(2)
  })
})

describe('finding', () => {
  const found: Found[] = [
    { kind: 'lesson', ref: ID, title: 'Third green', about: 'Ball first', at: '2026-11-20 10:00:00' },
    { kind: 'drill', ref: 'three-piles', title: 'Three piles', about: '', at: '' },
  ]

  it('goes through what was found by keys and opens it', async () => {
    serve({ 'GET /api/search': () => ({ found }) })
    lay('search')
    shown(<SearchSheet />)
    const field = screen.getByRole('combobox', { name: 'Find' })
    fireEvent.change(field, { target: { value: 'three' } })
    expect(await screen.findByRole('option', { name: /Third green/ })).toBeTruthy()
    fireEvent.keyDown(field, { key: 'ArrowDown' })
    expect(screen.getByRole('option', { name: /Three piles/ }).getAttribute('aria-selected')).toBe('true')
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(window.location.pathname).toBe('/practice')
    expect(window.location.hash).toBe('#drill=three-piles')
    expect(useDesk.getState().sheet).toBeNull()
  })

  it('has every word with its meaning', () => {
    help('words')
    shown(<HelpSheet />)
    for (const word of Object.keys(GLOSSARY)) expect(document.body.textContent).toContain(`${word}: `)
  })
})

describe('a photograph', () => {
  it('has two lines whose ends move by keys', () => {
    const lines = {
      horizon: [[0.1, 0.2], [0.9, 0.2]],
      ground: [[0.1, 0.5], [0.9, 0.5]],
    } as Parameters<typeof PhotoLines>[0]['lines'] // prettier-ignore
    const moved = vi.fn()
    shown(<PhotoLines src="x" width={400} height={300} lines={lines} onLines={moved} />)
    const end = screen.getByRole('slider', { name: 'Ground, right end' })
    fireEvent.keyDown(end, { key: 'ArrowUp' })
    expect(moved).toHaveBeenCalledWith({ ...lines, ground: [[0.1, 0.5], [0.9, 0.498]] }) // prettier-ignore
  })

  it('goes with the next booked shot of its player only', () => {
    const one: Pick<Photograph, 'id'> = { id: 'p1' }
    holdPhotograph(one.id, 'tove')
    holdPhotograph('p2', 'corwin')
    expect(takePhotographs('tove')).toEqual(['p1'])
    expect(takePhotographs('tove')).toEqual([])
    expect(useDesk.getState().photographs).toEqual([{ id: 'p2', player_id: 'corwin' }])
  })
})

describe('a measured slope', () => {
  const measure = (slopes: Parameters<ReturnType<typeof useMeasured>>[0]) => {
    const { result } = renderHook(() => useMeasured('tove'), {
      wrapper: ({ children }) => <QueryClientProvider client={queries}>{children}</QueryClientProvider>,
    })
    act(() => result.current(slopes, 1.2, 'photograph'))
  }

  it.each([
    [{ fall: -4 }, '4° uphill, ± 1.2°, by photograph'],
    [{ fall: 3, side: 0 }, '3° downhill, level across, ± 1.2°, by photograph'],
    [{ side: -2.5 }, '2.5° below the feet, ± 1.2°, by photograph'],
  ])('joins the open lesson in words, and is set with its doubt', async (slopes, words) => {
    queries.setQueryData(openLessonQuery.queryKey, lesson())
    const fetched = serve({
      [`PUT /api/lessons/${ID}/items`]: () => item(),
      'GET /api/lessons': () => lesson(),
    })
    measure(slopes)
    await waitFor(() => expect(fetched.mock.calls.map(([r]) => r.method)).toContain('PUT'))
    const put = fetched.mock.calls.map(([r]) => r).find(({ method }) => method === 'PUT')
    expect(((await put?.clone().json()) as { summary: string }).summary).toBe(words)
    const { present } = useBench.getState().history
    expect([present.doubtFall, present.doubtSide]).toContain(1.2)
  })

  it('is only set where no lesson is open', () => {
    const fetched = serve({})
    measure({ side: 5 })
    expect(useBench.getState().history.present.side).toBe(5)
    expect(fetched).not.toHaveBeenCalled()
  })
})

describe('a date and a time', () => {
  it('make the moment they came from', () => {
    const at = new Date('2026-11-20T10:30:00Z')
    const { date, time } = fieldsOf(at)
    expect(momentOf(date, time)).toBe(at.toISOString())
    expect(momentOf('', '')).toBeNull()
  })
})
