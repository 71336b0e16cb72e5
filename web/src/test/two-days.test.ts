import { describe, expect, it } from 'vitest'
import type { Mast, OnDay } from '../api/client'
import { change, START } from '../shot/reading'
import { toRequest } from '../shot/request'
import { carriedWords, changedRows } from '../shot/two-days'
import { METRIC } from '../lib/units'
import { fromMast, mastWords } from '../shot/mast'
import { aimFigure } from '../shot/words'
import { sampleCall } from './sample'

describe('two days', () => {
  const odds = (clean: number) => ({
    clean_pct: clean, heavy_pct: 100 - clean, thin_pct: 0, early_m: 0.1, deep_m: 0.01, high_m: 0.01,
  }) // prettier-ignore
  const day = (name: string, club: string, finish: number, clean: number): OnDay => {
    const struck = { carry_m: 7, run_m: 8, finish_m: 15, apex_m: 1, spin_rpm: 3000, odds: odds(100) }
    return {
      name,
      request: toRequest({ ...START, player: 'tove' }),
      calls: [sampleCall({ club_name: club })],
      carried: {
        call_id: 'x',
        here: struck,
        there: { ...struck, finish_m: finish, odds: odds(clean) },
        rows: [],
      },
    }
  }
  const june = day('Dry June', 'Sand wedge 54', 9.9, 90)
  const december = day('Soaked December', '9-iron', 24, 100)

  it('says what changes and what does not', () => {
    const rows = changedRows([june, december], METRIC, aimFigure)
    expect(rows[0]).toEqual({ name: 'club', values: ['Sand wedge 54', '9-iron'], same: false })
    expect(rows.find((row) => row.name === 'method')?.same).toBe(true)
    expect(changedRows([june, { ...december, calls: [] }], METRIC, aimFigure)[0]?.values[1]).toBe('no call')
  })

  it('says what becomes of the same stroke', () => {
    expect(carriedWords(june, december, METRIC)).toBe(
      'The same stroke with the sand wedge 54, Soaked December: stops 5 m shorter, and is struck clean 90 % instead of 100 %.',
    )
    expect(carriedWords(december, june, METRIC)).toContain('runs 9 m further.')
    expect(carriedWords({ ...june, carried: null }, december, METRIC)).toBe('')
  })
})

describe('the mast', () => {
  const live: Mast = {
    state: 'live', port: 8711, age_s: 0.4, refused: 0, problem: '',
    mean: { speed_m_s: 5.24, gust_m_s: 8.11, from_deg: 251, height_m: 10, over_s: 119, readings: 120 },
    air: { temperature_c: 6.2, humidity_pct: 88.4, pressure_hpa: 941.2, rain_mm_h: 0 },
  } // prettier-ignore

  it('drives wind and air while it is live', () => {
    const patch = fromMast(live, START)
    expect(patch).toMatchObject({ wind: 5.2, gust: 8.1, windFrom: 251, windBy: 'compass', windAt: 'mast' })
    expect(patch).toMatchObject({ temperature: 6, humidity: 88, pressure: 941 })
  })

  it('does not work calls out again for a flutter', () => {
    const led = change(START, fromMast(live, START) ?? {})
    expect(led.windDoubt).toBe(0.5)
    expect(fromMast(live, led)).toBeNull()
    const mean = live.mean && { ...live.mean, speed_m_s: 5.9 }
    expect(fromMast({ ...live, mean }, led)).toMatchObject({ wind: 5.9 })
  })

  it.each(['off', 'connecting', 'stale', 'lost'] as const)('changes nothing while it is %s', (state) => {
    expect(fromMast({ ...live, state }, START)).toBeNull()
  })

  it('leaves out what no one plays in', () => {
    const mean = live.mean && { ...live.mean, speed_m_s: 60, gust_m_s: 80 }
    expect(fromMast({ ...live, mean }, START)).toBeNull()
  })

  it('says whether it is heard', () => {
    expect(mastWords(undefined)).toBe('')
    expect(mastWords({ ...live, state: 'off' })).toBe('')
    expect(mastWords(live)).toBe('mast live')
    expect(mastWords({ ...live, state: 'stale', age_s: 7.4 })).toBe('no data from the mast for 7 s')
    expect(mastWords({ ...live, state: 'lost', age_s: 31 })).toBe('mast lost, last heard 31 s ago')
    expect(mastWords({ ...live, state: 'lost', age_s: null, mean: null })).toBe('no mast there')
    expect(mastWords({ ...live, state: 'connecting' })).toBe('looking for the mast')
  })
})
