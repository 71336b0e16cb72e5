import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { InUnits } from '../lib/use-units'
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import type { ReactNode } from 'react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { DaySheet as Sheet, Mast, Player, TwoDays as Both } from '../api/client'
import { SEASONS, toDay } from '../shot/day'
import { START, type Reading } from '../shot/reading'
import { toRequest } from '../shot/request'
import { METRIC, scaleOf, type Units } from '../lib/units'
import { BlowCall } from '../shot/conditions/BlowCall'
import { DaySheet } from '../shot/conditions/DaySheet'
import { MastPanel } from '../shot/conditions/MastPanel'
import { TwoDays } from '../shot/conditions/TwoDays'
import { Weather } from '../shot/conditions/Weather'
import { WindReadings } from '../shot/conditions/WindReadings'
import { sampleCall, samplePlan } from './sample'
import { daysQuery, daySheetQuery, twoDaysQuery } from '../shot/api'

const YARDS: Units = { ...METRIC, distance: 'yd', speed: 'mph' }
const READING: Reading = { ...START, player: 'tove' }
const TOVE = {
  id: 'tove', name: 'Tove Aldersyn', hand: 'right', stature_m: 1.6, handicap: 16, note: '', layer_pct: 2, notes: '', units: '', ball: 'soft', attack_deg: -4, lead_pct: 52,
  version: 1, learns: true, learns_from: null, practice: 'habits', birth_year: null, is_minor: false, guardian: '', guardian_on: null,
  clubs: [], pinned: [], excluded: [],
} satisfies Player // prettier-ignore

function shown(part: ReactNode, fill: (queries: QueryClient) => void = () => undefined) {
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  queries.setQueryData(daysQuery.queryKey, [])
  fill(queries)
  return render(<QueryClientProvider client={queries}>{part}</QueryClientProvider>)
}

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

describe('the day sheet', () => {
  const cell = (carry_m: number | null, plays_as_m: number | null) => ({ carry_m, plays_as_m })
  const sheet = (winds: number[]): Sheet => ({
    winds_m_s: winds,
    falls_deg: [10, 5, -5, -10],
    rows: [
      {
        club_id: '7-iron', club_name: '7-iron', stock_m: 140, today: cell(136, 144),
        winds: winds.map((wind) => cell(136 - 6 * wind, 144 + 6 * wind)),
        falls: [cell(null, null), cell(138, 139.8), cell(130, 150), cell(124, null)],
      },
    ],
  }) // prettier-ignore

  const show = (units: Units, winds: number[]) => {
    const body = {
      player_id: 'tove',
      day: toDay(READING, 'Today'),
      winds_m_s: winds,
      falls_deg: [10, 5, -5, -10],
    }
    shown(
      <InUnits value={units}>
        <DaySheet reading={READING} player={TOVE} course="Skarvan Fell" />
      </InUnits>,
      (queries) => queries.setQueryData(daySheetQuery(body).queryKey, sheet(winds)),
    )
    return within(screen.getByRole('row', { name: /^7-iron/ })).getAllByRole('cell')
  }

  it('shows carries and what each distance plays as, a dash where there is none', () => {
    const cells = show(METRIC, [6, 4, 2, -2, -4, -6]).map((one) => one.textContent.trim())
    expect(cells[0]).toBe('140')
    expect(cells[1]).toBe('136, plays as 144')
    expect(cells[2]).toBe('100, plays as 180')
    // Nothing to say where it plays as itself; a dash where it won't get up, or asks for more than there is.
    expect(cells.slice(-4)).toEqual(['–', '138', '130, plays as 150', '124, plays as –'])
  })

  it('is in the coach’s units, with round steps of wind', () => {
    const mph = scaleOf('wind', YARDS)
    const winds = [15, 10, 5, -5, -10, -15].map((step) => mph.fromShown(step))
    const cells = show(YARDS, winds).map((one) => one.textContent.trim())
    expect(cells[0]).toBe('153')
    expect(screen.getAllByRole('columnheader', { name: '15 mph' })).toHaveLength(2)
  })
})

describe('two days', () => {
  const both: Both = {
    days: ['Dry June', 'Soaked December'].map((name, i) => ({
      name,
      request: toRequest(READING),
      calls: [
        sampleCall({ club_name: i === 0 ? 'Sand wedge 54' : '9-iron' }),
        sampleCall({ id: 'x', club_name: 'Pitching wedge', strokes: 2.7 }),
      ],
      carried: null,
    })),
  }
  const days = ['june', 'december'].map((id) => SEASONS.find((season) => season.id === id)?.day)

  it('stand side by side and lead back to the Bench', () => {
    const body = { request: toRequest(READING), days: days.filter((day) => day !== undefined) }
    shown(<TwoDays reading={READING} player={TOVE} />, (queries) =>
      queries.setQueryData(twoDaysQuery(body).queryKey, both),
    )
    const club = screen.getByRole('row', { name: /^club/ })
    expect(club.textContent).toContain('Sand wedge 54')
    expect(club.textContent).toContain('9-iron')
    const december = screen.getByRole('region', { name: 'Soaked December' })
    expect(december.textContent).toContain('Then: Pitching wedge, dropped foot (2.70)')
    fireEvent.click(within(december).getByRole('button', { name: 'Work on it on the Bench' }))
    expect(window.location.pathname).toBe('/')
  })
})

describe('the mast panel', () => {
  const live: Mast = {
    state: 'live', port: 8711, age_s: 0.4, refused: 0, problem: '',
    mean: { speed_m_s: 5.2, gust_m_s: 8.1, from_deg: 251, height_m: 10, over_s: 40, readings: 41 },
    air: { temperature_c: 6.2, humidity_pct: 88, pressure_hpa: 941, rain_mm_h: 1.5 },
  } // prettier-ignore

  it('says what it hears, and that it rains there', () => {
    shown(<MastPanel mast={live} />)
    const panel = screen.getByRole('region', { name: 'Weather mast' })
    expect(panel.textContent).toContain('5.2 m/s, gusts 8.1 m/s, from 251° (west), over 40 s so far')
    expect(panel.textContent).toContain('It is raining at the mast')
    expect(panel.textContent).not.toContain('is kept')
  })

  it('keeps the last wind when the mast is lost, and says why', () => {
    shown(<MastPanel mast={{ ...live, state: 'lost', age_s: 12, problem: 'The mast hung up.' }} />)
    expect(screen.getByRole('status').textContent).toBe('mast lost, last heard 12 s ago: The mast hung up.')
    expect(screen.getByText(/uses the last wind it received/)).toBeDefined()
  })

  it('asks for a port while nobody listens', () => {
    const asked = vi.fn(() => Promise.resolve(Response.json({ ...live, state: 'connecting' })))
    vi.stubGlobal('fetch', asked)
    shown(<MastPanel mast={{ ...live, state: 'off', mean: null, air: null }} />)
    const port = screen.getByLabelText(/port/)
    expect((port as HTMLInputElement).value).toBe('8711')
    fireEvent.change(port, { target: { value: '9000' } })
    expect((port as HTMLInputElement).value).toBe('9000')
    expect(screen.getByRole('button', { name: 'Follow the mast' })).toBeDefined()
    expect(shown(<MastPanel mast={undefined} />).container.textContent).toBe('')
  })
})

describe('weather and wind in words', () => {
  it('says what players wear only where they wear it', () => {
    const { unmount } = shown(<Weather reading={READING} player={TOVE} />)
    expect(screen.queryByText(/off Tove’s full swing/)).toBeNull()
    unmount()
    const clothed = { ...READING, layers: 2, ballBy: 'own' as const, ball: 20, pressure: 941 }
    const { container } = shown(<Weather reading={clothed} player={TOVE} />)
    expect(container.textContent).toContain('2 % each off Tove’s full swing')
    expect(container.textContent).toContain('its own, 20 °C')
    expect(container.textContent).toContain('941 hPa at the ball, not at sea level')
  })

  it('tells the wind by line or by compass, and leaves it alone while the mast leads', () => {
    const compass = { ...READING, wind: 5, windFrom: 250, windBy: 'compass' as const, bearing: 90 }
    const { container, unmount } = shown(<WindReadings reading={compass} isLed={false} />)
    expect(container.textContent).toContain('250°, west')
    expect(container.textContent).toContain('line points90°, east')
    expect(container.textContent).toContain('usual here')
    unmount()
    shown(<WindReadings reading={compass} isLed />)
    expect(screen.queryByRole('button', { name: /^Wind:/ })).toBeNull()
    // The line is the coach's own.
    expect(screen.getByRole('button', { name: /^Bearing of the line/ })).toBeDefined()
  })

  it('says what this wind does to the first call', () => {
    const call = sampleCall({ flight_s: 5.1, blown_m: -8, drift_m: -4 })
    const { container } = shown(<BlowCall call={call} plan={{ ...samplePlan([call]), harder: null }} />)
    expect(container.textContent).toContain('5.1 s in the air, the wind takes 8 m, carries it 4 m left')
  })
})
