import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Drill, DrillMark, Drills, ReadyDrill, ReadyStation, PracticeSession } from '../api/client'
import { practicesQuery, readyDrillQuery } from '../practice/api'
import { drillsQuery } from '../api/drills'
import {
  aimWords,
  countsWords,
  drillMarkWords,
  measureWords,
  readingAt,
  todayWords,
} from '../practice/drill-words'
import { usePlace } from '../lib/place'
import { useBench } from '../shot/store'
import { DrillLinks } from '../ui/DrillLinks'
import { Practice } from '../practice/Practice'
import { PLAYER } from './players'
import { sampleCall } from './sample'
import { serve } from './serve'
import { stubWidth } from './wide'

const MARK: DrillMark = {
  balls: 10, limit: 2.4, share_pct: 61, hits: 6, chance_pct: 68, aim_handicap: 9, aim_share_pct: 70, aim_hits: 7,
  aim_chance_pct: 65, by_luck_pct: 45,
} // prettier-ignore
const STATION: ReadyStation = {
  words: 'down slope', balls: 10, flag_m: 15, land_m: null, fall_deg: 6, side_deg: 0, cover: 'fairway', sunk: 0,
  give: null, mark: MARK,
  call: sampleCall({
    detail: {
      flight: [[0, 0, 0], [5, 0, 1], [9, 0, 0]], run: [[9, 0, 0], [14, 0.5, 0]], ends: [], outline: [],
      ledgers: { loft: [], bounce: [], distance: [], spin: [], aim: [] },
      ghost: { carry_m: 9, total_m: 14, apex_m: 1, delivered_loft_deg: 50, flight: [], run: [] },
    },
  }),
  items: [
    { shape: 'ring', points: [[15, 0]], words: 'inside counts', is_near: false, size_m: 2.4 },
    { shape: 'rod', points: [[-0.6, -0.5], [0.6, -0.5]], words: 'along the toes', is_near: true, size_m: null },
  ],
  measures: [{ words: 'ring about the target, radius', value: 2.4, unit: 'm' }],
} // prettier-ignore
const drill = (id: string, name: string, more: Partial<Drill> = {}): Drill => ({
  id, name, family: 'lie', trains: 'the hill', how: 'Play it.', score: 'inside', score_words: 'ends inside the ring',
  balls: 10, stations: ['down slope'], needs: ['slope'], say: ['Shoulders with the slope.'], cures: ['upright'],
  methods: ['stock-swing'], covers: ['fairway'], lay: ['target ring'], cautions: ['Nobody in front.'],
  easier: 'Half as long.', harder: 'Twice as far.', source: 'common practice', ...more,
}) // prettier-ignore
const PILES = drill('three-piles', 'Three piles')
const SAND = drill('sand-line', 'Line in the sand', { needs: ['sand'], cures: ['dipped'], family: 'strike' })
const TOLD: Drills = { drills: [SAND, PILES], families: ['strike', 'lie'], needs: ['slope', 'sand'] }
const READY: ReadyDrill = { drill: PILES, player_id: 'tove', mark: MARK, stations: [STATION] }

function shown(part: React.ReactNode) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } })
  queries.setQueryData(drillsQuery.queryKey, TOLD)
  queries.setQueryData(practicesQuery('tove').queryKey, { total: 0, rows: [] })
  for (const one of TOLD.drills)
    queries.setQueryData(readyDrillQuery(one.id, 'tove', PLAYER.version).queryKey, { ...READY, drill: one })
  render(<QueryClientProvider client={queries}>{part}</QueryClientProvider>)
}

beforeEach(() => {
  stubWidth(true)
  window.location.hash = '#drill=three-piles'
})
afterEach(cleanup)

describe('practice', () => {
  it('lays the named drill out, with its mark, the aim and the luck in it', () => {
    shown(<Practice player={PLAYER} />)
    const page = screen.getByRole('article', { name: 'Three piles' })
    expect(page.textContent).toContain('6 of 10 inside 2.4 m')
    expect(page.textContent).toContain(
      'Aim 7 of 10: handicap 9 reaches it in 65 of 100 tries, luck alone in 45.',
    )
    expect(within(page).getByRole('img', { name: /Laid out at the ball: along the toes/ })).toBeTruthy()
    expect(within(page).getByRole('img', { name: /The line: inside counts/ })).toBeTruthy()
    expect(page.textContent).toContain('Nobody in front.')
  })

  it('leaves out what needs what is not there, and opens another', () => {
    shown(<Practice player={PLAYER} />)
    const list = screen.getByRole('navigation', { name: 'Drills' })
    fireEvent.click(within(list).getByRole('button', { name: /Line in the sand/ }))
    expect(screen.getByRole('article', { name: 'Line in the sand' })).toBeTruthy()
    expect(window.location.hash).toBe('#drill=sand-line')
    fireEvent.mouseDown(screen.getByRole('tab', { name: 'Session' }), { button: 0 })
    fireEvent.click(screen.getByRole('button', { name: 'sand' }))
    fireEvent.mouseDown(screen.getByRole('tab', { name: 'Drills' }), { button: 0 })
    const left = screen.getByRole('navigation', { name: 'Drills' })
    expect(within(left).queryByRole('button', { name: /Line in the sand/ })).toBeNull()
  })

  it('builds a session that the coach changes, and takes a change back', async () => {
    window.location.hash = ''
    const part = (drill_id: string, name: string, phase: 'blocked' | 'test') => ({
      drill_id, name, phase, minutes: 10, balls: 10, ground: 'slope' as const, why: 'From a slope 0.2 strokes are lost.',
    }) // prettier-ignore
    const session: PracticeSession = {
      parts: [part('three-piles', 'Three piles', 'blocked'), part('sand-line', 'Line in the sand', 'test')],
      warm_up_minutes: 5, walk_minutes: 3, setup_minutes: 3, minutes: 28, balls: 20, needs: ['slope', 'sand'], words: 'Chosen by what costs.',
    } // prettier-ignore
    const fetched = serve({ 'POST /api/practice': () => session })
    window.location.hash = ''
    shown(<Practice player={PLAYER} />)
    fireEvent.change(screen.getByLabelText('minutes'), { target: { value: '45' } })
    expect(await screen.findByText(/25 minutes, 20 balls/)).toBeTruthy()
    fireEvent.click(screen.getByRole('button', { name: 'Build the session' }))
    expect(await screen.findByText(/25 minutes, 20 balls/)).toBeTruthy()
    const asked = fetched.mock.calls.filter(([{ method }]) => method === 'POST')
    const wishes = await Promise.all(asked.map(([request]) => request.clone().json() as Promise<unknown>))
    // One as it is on arrival, and one as the coach wants it.
    expect(wishes).toMatchObject([{ minutes: 60 }, { minutes: 45, balls: null, theme: null }])
    const names = () =>
      within(screen.getByRole('region', { name: 'Session' }))
        .getAllByRole('listitem')
        .map((li) => li.textContent)
    fireEvent.click(screen.getByRole('button', { name: 'Three piles: two balls more' }))
    expect(names()[0]).toContain('12 balls')
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }))
    expect(names()[0]).toContain('10 balls')
    fireEvent.click(screen.getByRole('button', { name: 'Line in the sand earlier' }))
    expect(names()[0]).toContain('Line in the sand')
    fireEvent.click(screen.getByRole('button', { name: 'Leave Three piles out' }))
    expect(names()).toHaveLength(1)
    fireEvent.click(screen.getByRole('button', { name: 'Undo' }))
    expect(names()).toHaveLength(2)
    vi.unstubAllGlobals()
  })

  it('opens a station on the Bench', () => {
    shown(<Practice player={PLAYER} />)
    fireEvent.click(screen.getByRole('button', { name: 'open it on the Bench' }))
    expect(usePlace.getState().place).toBe('bench')
    expect(useBench.getState().history.present).toMatchObject({ fall: 6, flag: 15, call: '58~dropped-foot' })
  })

  it('is led to from a cause', () => {
    shown(<DrillLinks serves={(one) => one.cures.includes('upright')} />)
    fireEvent.click(screen.getByRole('button', { name: 'three piles' }))
    expect(usePlace.getState().place).toBe('practice')
    expect(window.location.hash).toBe('#drill=three-piles')
  })

  it('says what a mark is worth, and what counts at each station', () => {
    const metres = { distance: 'm', slope: 'deg', speed: 'm/s', temperature: 'C', small: 'cm' } as never
    expect(aimWords(MARK)).toContain('reaches it in 65 of 100 tries')
    expect(countsWords({ ...MARK, score: 'green', limit: null }, 'inside', metres)).toBe('on the green')
    expect(countsWords({ ...MARK, score: 'entry', limit: 0.02 }, 'entry', metres)).toBe(
      'within 2 cm of the line',
    )
    const other = { mark: { ...MARK, limit: 3 } }
    expect(drillMarkWords(MARK, [STATION, STATION], 'inside', metres)).toBe('6 of 10 inside 2.4 m')
    expect(drillMarkWords(MARK, [STATION, other], 'inside', metres)).toBe('6 of 10')
    expect(todayWords(MARK)).toBe('6 of 10: reached in 68 of 100 tries, playing as today')
    const units = { distance: 'm', slope: 'deg', speed: 'm/s', temperature: 'C' } as never
    expect(measureWords({ words: '', value: 4.2, unit: 'deg' }, units)).toBe('4.2°')
    expect(readingAt({ ...STATION, land_m: 5 }, 'tove')).toMatchObject({ land: 5, player: 'tove' })
  })
})
