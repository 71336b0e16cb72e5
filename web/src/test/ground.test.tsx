import { cleanup, fireEvent, render, screen, within } from '@testing-library/react'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Call, Method, Player } from '../api/client'
import { GroundSection } from '../drawing/GroundSection'
import { Swatch } from '../drawing/Swatch'
import { COVER_LIST, coverOf, type CoverName } from '../shot/covers'
import { change, START, type Reading } from '../shot/reading'
import { METRIC } from '../lib/units'
import { seatWords } from '../shot/words'
import { LieRows } from '../shot/bench/LieRows'
import { Catalogue } from '../shot/methods/Catalogue'
import { SchoolColumn } from '../shot/methods/SchoolColumn'
import { sampleCall } from './sample'
import { stubWidth } from './wide'

afterEach(cleanup)

function section(reading: Reading, call?: Call) {
  const hands = { onDrag: vi.fn(), onRelease: vi.fn(), onStep: vi.fn() }
  const shown = seatWords(reading.sunk, coverOf(reading.cover).group, METRIC)
  const view = render(
    <GroundSection reading={reading} call={call} fallShown="6° down" sunkShown={shown} {...hands} />,
  )
  return { ...hands, ...view }
}

describe('the ground in section', () => {
  it.each(COVER_LIST.map((cover) => cover.name))('draws %s without a broken number', (cover: CoverName) => {
    const { container } = section(change(START, { cover }), sampleCall())
    expect(container.innerHTML).not.toMatch(/NaN|undefined|Infinity/)
    expect(container.querySelectorAll('[role=slider]').length).toBeGreaterThanOrEqual(1)
  })

  it('offers the grips that the cover has', () => {
    const names = (cover: CoverName) => {
      const { unmount } = section(change(START, { cover }))
      const found = screen.getAllByRole('slider').map((grip) => grip.getAttribute('aria-label'))
      unmount()
      return found
    }
    expect(names('rough')).toEqual([
      'Fall of the ground',
      'Seat of the ball',
      'Tips of the grass',
      'Softness of the ground',
    ])
    expect(names('sand')).toEqual(['Fall of the ground', 'Seat of the ball'])
    expect(names('hard-pan')).toEqual(['Fall of the ground', 'Softness of the ground'])
  })

  it('keeps the ball where it is above the soil when the grass grows', () => {
    const rough = change(START, { cover: 'rough' })
    const { onStep } = section(rough)
    fireEvent.keyDown(screen.getByRole('slider', { name: 'Tips of the grass' }), { key: 'PageUp' })
    const patch = onStep.mock.calls[0]?.[0] as Partial<Reading>
    expect(patch.grass).toBe(90)
    const gap = (grass: number, sunk: number) => grass - sunk * 42.67
    expect(gap(patch.grass ?? 0, patch.sunk ?? 0)).toBeCloseTo(gap(rough.grass, rough.sunk), -0.5)
  })

  it('shows the way through the sand of a splash', () => {
    const splash = sampleCall({}, { blow: 'splash', entry_m: 0.05, mark_m: 0.16, mark_depth_m: 0.01 })
    const { container } = section(change(START, { cover: 'sand' }), splash)
    expect(container.textContent).toContain('in 5 cm behind the ball, mark 16 cm')
  })
})

it('draws a swatch for each cover', () => {
  for (const cover of COVER_LIST) {
    const { container, unmount } = render(<Swatch cover={cover.name} />)
    expect(container.querySelector('circle')).toBeTruthy()
    expect(container.innerHTML).not.toMatch(/NaN|undefined/)
    unmount()
  }
})

describe('the lie in rows', () => {
  beforeEach(() => stubWidth(true))
  const rows = (cover: CoverName, patch: Partial<Reading> = {}) =>
    render(<LieRows reading={change({ ...START, ...patch }, { cover })} />).container.textContent

  it('asks for what the cover has', () => {
    expect(rows('rough')).toContain('80 mm, 80 % dense, ')
    expect(rows('sand')).toContain('100 mm deep, no lip')
    expect(rows('sand', { lip: 1.2 })).toContain('lip 1.2 m high, at 3 m')
    expect(rows('hard-pan')).not.toContain('mm')
  })
})

const METHOD: Method = {
  id: 'dropped-foot', name: 'Dropped foot', family: 'downhill', school: 'with the slope', way: 'set-up', blow: 'face',
  hand: 'level', hinge: 'early', difficulty: 1.05, key_words: ['Trail foot back.'],
  faults: [{ fault: 'weight falls back', cure: 'hold it' }], miss: 'heavy', wins_when: 'height is wanted',
  source: 'common practice', cautions: ['Nobody ahead.'],
} // prettier-ignore

const PLAYER = {
  id: 'tove', name: 'Tove', hand: 'right', stature_m: 1.6, handicap: 16, note: '', layer_pct: 1.5, notes: '', units: '', ball: 'soft', attack_deg: -4, lead_pct: 52,
  version: 1, learns: true, learns_from: null, practice: 'habits', birth_year: null, is_minor: false, guardian: '', guardian_on: null,
  clubs: [], pinned: ['dropped-foot'], excluded: [],
} satisfies Player // prettier-ignore

function shown(part: ReactNode) {
  return render(<QueryClientProvider client={new QueryClient()}>{part}</QueryClientProvider>)
}

describe('a school', () => {
  it('stands with its numbers, its pin and the way to the Bench', () => {
    const onTake = vi.fn()
    const side = { method: METHOD, call: sampleCall(), reason: null }
    const frame = { from: 0, to: 16, up: 1, side: 1 }
    shown(
      <SchoolColumn side={side} isFavoured player={PLAYER} reading={START} frame={frame} onTake={onTake} />,
    )
    const column = screen.getByRole('article', { name: 'Dropped foot' })
    expect(column.textContent).toContain('the numbers favour it here')
    expect(column.textContent).toContain('clean 88\u00a0%, heavy 9\u00a0%, thin 3\u00a0%')
    const pin = within(column).getByRole('button', { name: 'Pin Dropped foot for Tove' })
    expect(pin.getAttribute('aria-pressed')).toBe('true')
    fireEvent.click(within(column).getByRole('button', { name: 'To the Bench' }))
    expect(onTake).toHaveBeenCalledExactlyOnceWith('58~dropped-foot')
  })

  it('is listed with its reason, faults and cures where it can not be played', () => {
    const side = { method: METHOD, call: null, reason: 'is for a downhill lie' }
    shown(<Catalogue families={[['downhill', [side]]]} player={PLAYER} flag={14.5} onTake={vi.fn()} />)
    const family = screen.getByRole('region', { name: 'downhill' })
    expect(family.textContent).toContain('not here: is for a downhill lie')
    fireEvent.click(within(family).getByRole('button', { name: /Dropped foot$/ }))
    expect(family.textContent).toContain('weight falls back: hold it.')
    expect(family.textContent).toContain('Nobody ahead.')
    expect(within(family).queryByRole('button', { name: /Bench/ })).toBeNull()
  })
})
