import { describe, expect, it } from 'vitest'
import { lineScale, LINE_WIDE } from '../drawing/line-scale'
import { arcHeight, polyline, rings } from '../lib/geometry'
import { rescaled } from '../shot/ledger'
import { START } from '../shot/reading'
import { drawnIds, merge } from '../shot/use-plan'
import { sampleCall, samplePlan } from './sample'

const row = (words: string, value: number, total = false) => ({ words, value, total })

describe('ledgers in yards', () => {
  it('still add up to the shown total', () => {
    const rows = [
      row('stock', 100.8),
      row('swing', -40.3),
      row('slope', 5.7),
      row('carry', 66.2, true),
      row('run', 3.1),
      row('finish', 69.3, true),
    ]
    const shown = rescaled(rows, 1 / 0.9144)
    let sum = 0
    for (const { value, total } of shown) {
      if (total) expect(value).toBeCloseTo(sum, 6)
      else sum += value
    }
    expect(shown.at(-1)?.value).toBeCloseTo(69.3 / 0.9144, 1)
  })
})

describe('the arc', () => {
  const stock = { low: 0.09, radius: 1.55, depth: 0.09 ** 2 / 3.1 }

  it('meets the ground just at a ball struck as stock', () => {
    expect(arcHeight(stock, 0)).toBeCloseTo(0)
  })
})

describe('scales', () => {
  it('holds the green and the longest ball, and doubles the heights of low runners only', () => {
    const high = lineScale(LINE_WIDE, START, [sampleCall({ total_m: 120, carry_m: 118, apex_m: 34 })], 140)
    expect(high.lift).toBe(1)
    expect(high.x(120)).toBeLessThan(LINE_WIDE)
    const low = lineScale(LINE_WIDE, START, [sampleCall()], 140)
    expect(low.lift).toBeGreaterThan(1)
    expect(0.75 * low.k * low.lift).toBeLessThan(140)
  })

  it('has round steps', () => {
    expect(rings(23, 3)).toEqual([10, 20])
  })

  it('draws polylines', () => {
    expect(polyline([[0, 0], [1.26, 2]])).toBe('M0,0L1.3,2') // prettier-ignore
  })
})

describe('the fast answer', () => {
  const plan = samplePlan([sampleCall(), sampleCall({ id: 'b' })])

  it('replaces just the drawn calls', () => {
    const fresh = merge(plan, [sampleCall({ id: 'b', carry_m: 9 })])
    expect(fresh.calls.map((c) => c.carry_m)).toEqual([5.8, 9])
  })

  it('asks for each drawn call once', () => {
    expect(drawnIds(plan, 'b')).toEqual(['b', '58~dropped-foot'])
    expect(drawnIds(undefined, '')).toEqual([])
  })
})
