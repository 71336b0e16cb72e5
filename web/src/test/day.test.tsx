import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { PlanResponse } from '../api/client'
import { WindAloft } from '../drawing/WindAloft'
import { WindArrow } from '../drawing/WindArrow'
import { tailOf, windAt, WindFromAbove } from '../drawing/WindFromAbove'
import { fromSearch, toSearch } from '../shot/address'
import { blowWords, harderWords, isBlown, playsAsWords } from '../shot/blow-words'
import { COVER_NAMES } from '../shot/covers'
import {
  aloft,
  BEAUFORT,
  DAY_START,
  EXPOSURES,
  fromDay,
  fromLine,
  lieToday,
  SEASONS,
  seasonsAt,
  toDay,
  windAtHeight,
} from '../shot/day'
import { change, START, type Reading } from '../shot/reading'
import { fromRequest, toRequest } from '../shot/request'
import { compassWords, conditionWords, forceOf, partsWords, sideOfWind, windWords } from '../shot/sky-words'
import { METRIC, scaleOf, type Units } from '../lib/units'
import { slopeOf } from '../devices/use-tilt'
import { sampleCall } from './sample'

const MPH: Units = { ...METRIC, distance: 'yd', speed: 'mph' }
const windy = (changes: Partial<Reading>): Reading => ({ ...START, ...changes })
const [JUNE, DECEMBER] = ['june', 'december'].map((id) => {
  const found = SEASONS.find((season) => season.id === id)
  if (!found) throw new Error(`no season ${id}`)
  return found.day
}) as [(typeof SEASONS)[number]['day'], (typeof SEASONS)[number]['day']]

describe('the day of a reading', () => {
  it('goes to the server and back unchanged', () => {
    for (const { day } of SEASONS) {
      const reading = change(START, fromDay(day))
      expect(toDay(reading, day.name)).toEqual({
        ...day,
        air: { ...day.air, pressure_hpa: null },
        wind: { ...day.wind, bearing_deg: 0 },
      })
    }
  })

  it('survives the address', () => {
    const reading = change({ ...START, player: 'tove', bearing: 45, exposure: 'wooded' }, fromDay(DECEMBER))
    expect(fromSearch(toSearch(reading), { ...START, player: 'tove' })).toEqual(reading)
  })

  it('falls back where the address is broken', () => {
    const base = { ...START, player: 'tove' }
    const read = fromSearch('?rain=frogs&wind=900&ground=mud&exp=moon&layers=9', base)
    expect(read).toEqual(base)
  })

  it('survives a kept question', () => {
    const reading = change({ ...START, player: 'tove' }, { ...fromDay(DECEMBER), bearing: 300 })
    const again = fromRequest(toRequest(reading), '')
    for (const key of Object.keys(DAY_START) as (keyof typeof DAY_START)[]) {
      // Growth and sand are in the lie, a name is only the coach's.
      if (['dayName', 'grown', 'sandState'].includes(key)) continue
      expect(again[key], key).toEqual(reading[key])
    }
  })

  it('makes the lie what the day makes of it, and a reading of its own is kept', () => {
    const soaked = change(START, { ground: 'sodden', rain: 'rain' })
    expect(soaked.give).toBeGreaterThan(START.give)
    expect(soaked.wet).toBe('wet')
    const read = change(soaked, { give: 60 })
    expect(read.give).toBe(60)
    expect(change(read, { rain: 'none' }).wet).toBe('damp')
  })

  it('forgets a gust that the mean has overtaken', () => {
    const gusty = change(START, { wind: 5, gust: 8 })
    expect(change(gusty, { wind: 7 }).gust).toBe(8)
    expect(change(gusty, { wind: 8.5 }).gust).toBe(0)
  })

  it('puts a ball in a bunker into the sand of the day', () => {
    const bunker = change(START, { cover: 'sand' })
    expect(change(bunker, { sandState: 'sand-wet-hard' }).cover).toBe('sand-wet-hard')
    expect(change(START, { sandState: 'sand-wet-hard' }).cover).toBe('fairway')
  })

  it('is no longer the saved day once anything is changed', () => {
    const june = change(START, fromDay(JUNE))
    expect(june.dayName).toBe('Dry June')
    expect(change(june, { flag: 40 }).dayName).toBe('Dry June')
    expect(change(june, { temperature: 10 }).dayName).toBe('')
  })

  it('has every cover on every ground', () => {
    for (const cover of COVER_NAMES) {
      const gives = (['hard', 'firm', 'medium', 'soft', 'sodden'] as const).map(
        (ground) => lieToday(cover, { ...DAY_START, ground }).give,
      )
      expect(
        [...gives].sort((a, b) => a - b),
        cover,
      ).toEqual(gives)
    }
  })

  it('lies as high as the course', () => {
    expect(seasonsAt(620).every((day) => day.air.altitude_m === 620)).toBe(true)
  })
})

describe('wind', () => {
  it('is told against the line by its bearing', () => {
    expect(fromLine(windy({ windBy: 'compass', windFrom: 250, bearing: 250 }))).toBe(0)
    expect(fromLine(windy({ windBy: 'compass', windFrom: 10, bearing: 280 }))).toBe(90)
    expect(fromLine(windy({ windBy: 'line', windFrom: 90, bearing: 280 }))).toBe(90)
  })

  it.each([
    [0, 'headwind'],
    [90, 'from the right'],
    [180, 'tailwind'],
    [270, 'from the left'],
    [350, 'headwind'],
    [-45, 'headwind from the left'],
  ])('from %d is %s', (from, words) => expect(sideOfWind(from)).toBe(words))

  it('has its parts', () => {
    expect(partsWords(windy({ wind: 5, windFrom: 0 }), METRIC)).toBe('5 m/s headwind')
    expect(partsWords(windy({ wind: 5, windFrom: 127 }), METRIC)).toBe('3 m/s behind, 4 m/s from the right')
    expect(partsWords(windy({ wind: 0 }), METRIC)).toBe('no wind')
  })

  it('is looked up by height, as the server has it', () => {
    const hand = windy({ wind: 6 })
    expect(windAtHeight(hand, 2)).toBeCloseTo(6)
    expect(windAtHeight(hand, 10)).toBeCloseTo(8.27, 1)
    expect(windAtHeight(hand, 0)).toBe(0)
    expect(windAtHeight(hand, 400)).toBeGreaterThan(windAtHeight(hand, 30))
    expect(windAtHeight(windy({ wind: 6, windAt: 'mast' }), 10)).toBeCloseTo(6)
    for (const exposure of EXPOSURES) expect(aloft(windy({ exposure })).length).toBeGreaterThan(5)
  })

  it('has its word on the Beaufort scale', () => {
    for (const force of BEAUFORT) expect(forceOf(force.low_m_s)?.number).toBe(force.number)
    expect(windWords(windy({ wind: 0 }))).toBe('calm')
    expect(windWords(windy({ wind: 5, windAt: 'mast', windFrom: 270 }))).toBe('gentle breeze from the left')
    expect(compassWords(225)).toBe('south-west')
  })

  it('is told in the coach’s unit', () => {
    expect(partsWords(windy({ wind: 4.4704 }), MPH)).toBe('10 mph headwind')
    expect(scaleOf('wind', { ...METRIC, speed: 'km/h' }).toShown(5)).toBeCloseTo(18)
  })

  it('stands at the top of every place in words', () => {
    const reading = change(START, fromDay(DECEMBER))
    expect(conditionWords(reading, METRIC)).toBe('4 °C, soaked, drizzle, gentle breeze from the left')
    expect(conditionWords(START, METRIC)).toBe('15 °C, calm')
  })
})

describe('the wind drawn', () => {
  it('is read off where its tail is dragged to', () => {
    for (const windFrom of [0, 45, 135, 250, 350]) {
      const day = windy({ wind: 6, windFrom })
      const [x, y] = tailOf(day, 10)
      expect(windAt(x, y, 10, day)).toEqual({ wind: 6, windFrom })
    }
    const compass = windy({ wind: 6, windFrom: 250, windBy: 'compass', bearing: 200 })
    const [x, y] = tailOf(compass, 10)
    expect(windAt(x, y, 10, compass)).toEqual({ wind: 6, windFrom: 250 })
    expect(windAt(0, 0, 10, compass)).toEqual({ wind: 0, gust: 0 })
    // Gusts below the new mean are no longer what was read.
    expect(windAt(0, -90, 10, windy({ wind: 4, gust: 6 }))).toEqual({ wind: 9, windFrom: 0, gust: 0 })
  })

  it('is moved by keys, and not at all while the mast leads', () => {
    const onStep = vi.fn()
    const grips = { onDrag: vi.fn(), onRelease: vi.fn(), onStep }
    const { rerender } = render(<WindFromAbove reading={windy({ wind: 6 })} isLed={false} {...grips} />)
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Wind' }), { key: 'ArrowUp' })
    expect(onStep).toHaveBeenLastCalledWith({ wind: 6.5 })
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Wind' }), { key: 'ArrowLeft' })
    expect(onStep).toHaveBeenLastCalledWith({ windFrom: 355 })
    rerender(<WindFromAbove reading={windy({ wind: 6 })} isLed {...grips} />)
    expect(screen.queryByRole('slider', { name: 'Wind' })).toBeNull()
  })

  it('stands beside the line and by height', () => {
    const grips = { onDrag: vi.fn(), onRelease: vi.fn(), onStep: vi.fn() }
    render(
      <svg>
        <WindArrow reading={windy({ wind: 4, windFrom: 180 })} x={50} y={40} isLed={false} {...grips} />
      </svg>,
    )
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Wind' }), { key: 'ArrowDown' })
    expect(grips.onStep).toHaveBeenLastCalledWith({ wind: 3.5 })
    const { container } = render(<WindAloft day={windy({ wind: 6 })} peak={22} />)
    expect(container.textContent).toContain('at the ball’s peak')
    expect(container.textContent).toContain('6 m/s')
  })
})

describe('what the wind does to a call', () => {
  it('is told with time in the air, drift and what it plays as', () => {
    const call = sampleCall({
      plays_from_m: 114,
      plays_as_m: 122.3,
      blown_m: -8.4,
      drift_m: 10.4,
      flight_s: 5.6,
    })
    expect(playsAsWords(call, METRIC)).toBe('114 plays as 122 m')
    expect(blowWords(call, METRIC)).toBe(
      '5.6 s in the air, the wind takes 8.5 m, carries it 10.5 m right, descent 28°',
    )
    expect(isBlown(call)).toBe(true)
    expect(isBlown(sampleCall())).toBe(false)
  })

  it('is told for a harder swing into it, and only then', () => {
    const harder = {
      call_id: 'x', faster_pct: 5, spin_rpm: 262, apex_m: 2.9, carry_m: 1.6, still_carry_m: 6.1,
    } // prettier-ignore
    const plan = { harder } satisfies Pick<PlanResponse, 'harder'>
    expect(harderWords(plan, METRIC)).toBe(
      'The stock swing 5 % harder: 260 rpm more, 2.9 m higher, only 1.5 m further (calm: 6).',
    )
    expect(harderWords({ harder: { ...harder, carry_m: -0.4 } }, METRIC)).toContain('no further')
    expect(harderWords({ harder: null }, METRIC)).toBeNull()
  })
})

describe('the phone as a level', () => {
  it('reads fall and side for either hand', () => {
    expect(slopeOf({ topUp: -6.2, rightDown: 3.1 }, 'right')).toEqual({ fall: 6, side: -3 })
    expect(slopeOf({ topUp: 4, rightDown: 3.1 }, 'left')).toEqual({ fall: -4, side: 3 })
    expect(slopeOf({ topUp: 0.1, rightDown: -0.1 }, 'right')).toEqual({ fall: 0, side: 0 })
  })
})
