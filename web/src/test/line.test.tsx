import { cleanup, fireEvent, render, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { placed } from '../drawing/Obstacles'
import { Grip } from '../drawing/Grip'
import { lineScale } from '../drawing/line-scale'
import { Plot } from '../drawing/Plot'
import { fromSearch, toSearch } from '../shot/address'
import {
  changeWords,
  holdsWords,
  medicineWords,
  nameIn,
  sharesWords,
  stopsBy,
  whatIfRange,
} from '../shot/advice'
import {
  areasFromText,
  boxOf,
  moveArea,
  newArea,
  newObstacle,
  obstaclesFromText,
  stretchArea,
  usualBox,
} from '../shot/line'
import { QUICK_STARTS } from '../shot/quick-starts'
import { change, START, type Reading } from '../shot/reading'
import { fromLine, toRequest } from '../shot/request'
import { METRIC } from '../lib/units'
import { aimWords, callSentence } from '../shot/words'
import { sampleCall, samplePlan, sampleSpread } from './sample'

afterEach(cleanup)

const BOX = { x0: 8, x1: 14, y0: -4, y1: 6 }

describe('things drawn on the plan', () => {
  it('fill the box they are drawn over, round or straight by nature', () => {
    expect(boxOf(newArea('sand', BOX).points)).toEqual(BOX)
    expect(newArea('sand', BOX).points).toHaveLength(12)
    expect(newArea('out', BOX).points).toHaveLength(4)
    expect(newArea('bank', BOX).fall).toBeGreaterThan(0)
  })

  it('never shrink to nothing, dragged small or stretched back over themselves', () => {
    const dot = boxOf(newArea('water', { x0: 5, x1: 5, y0: 1, y1: 1 }).points)
    expect(dot.x1 - dot.x0).toBeCloseTo(1)
    const turned = boxOf(stretchArea(newArea('sand', BOX), -20, -20).points)
    expect(turned.x1 - turned.x0).toBeCloseTo(1)
    expect(turned.x0).toBe(8)
  })

  it('move and stretch by metres', () => {
    expect(boxOf(moveArea(newArea('sand', BOX), 2, -1).points)).toEqual({ x0: 10, x1: 16, y0: -5, y1: 5 })
    expect(boxOf(stretchArea(newArea('sand', BOX), 20, 6).points).x1).toBe(20)
  })

  it('have a usual place in front of the green or beside it', () => {
    expect(usualBox('sand', 16, 34).x1).toBeLessThanOrEqual(16)
    expect(usualBox('out', 16, 34).y0).toBeGreaterThan(0)
  })

  it('keep things in the way inside what the server takes', () => {
    const tree = newObstacle('tree', 60)
    expect(placed(tree, -3, 900)).toMatchObject({ at: 0.5, high: 45 })
    expect(placed({ ...tree, low: 3 }, 20, 1).high).toBeGreaterThan(3)
  })
})

const LINE: Reading = {
  ...START,
  areas: [newArea('sand', BOX), newArea('out', { x0: 0, x1: 60, y0: 30, y1: 40 })],
  obstacles: [{ ...newObstacle('branch', 60), at: 12.5 }],
  width: 18,
  rise: -2.25,
  land: 9,
  mood: 'protect',
  against: 'b',
}

describe('a line', () => {
  it('goes through the address and back', () => {
    expect(fromSearch(toSearch(LINE), START)).toEqual(LINE)
    expect(toSearch(START)).toBe('')
  })

  it('leaves broken things out of the address', () => {
    expect(
      areasFromText('lava*0*0*1,1_2,2_3,3!sand*0*0*1,1_2,2!sand*0*0*1,1_2,x_3,3!sand*0*0*1,1_2,2_3,3'),
    ).toHaveLength(1)
    expect(obstaclesFromText('wall*5*1*2*3*-4*4!wall*5*1*2*0*-4*4')).toHaveLength(1)
  })

  it('goes to the server and back', () => {
    const { line, mood } = toRequest(LINE)
    expect(mood).toBe('protect')
    expect(line).toMatchObject({ green_width_m: 18, rise_m: -2.25, land_m: 9 })
    expect({ ...LINE, ...fromLine(line) }).toEqual(LINE)
    expect(toRequest(START).line.land_m).toBeNull()
  })

  it('never fixes a landing place far beyond the flag', () => {
    expect(change({ ...START, land: 90 }, { flag: 40 }).land).toBe(60)
  })

  it.each(QUICK_STARTS)('starts quickly: $words', ({ make }) => {
    for (const flag of [4, 15, 60, 150]) {
      const now = { ...START, flag, front: flag - 3, back: flag + 9 }
      const next = change(now, make(now))
      expect(next.front).toBeLessThan(next.flag)
      expect(next.back).toBeGreaterThan(next.flag)
      for (const area of next.areas) expect(boxOf(area.points).x1).toBeLessThanOrEqual(next.front)
    }
  })

  it('keeps everything drawn on the page, above and below the ball', () => {
    for (const rise of [-20, 0, 20]) {
      const scale = lineScale(
        572,
        { ...START, rise, obstacles: [newObstacle('tree', 15)] },
        [sampleCall()],
        140,
      )
      expect(scale.y(Math.max(0.75, rise, scale.ground(6) + 9))).toBeGreaterThan(20)
      expect(scale.y(Math.min(0, rise))).toBeLessThanOrEqual(169)
      expect(scale.ground(1000)).toBe(rise)
    }
  })
})

describe('a grip that moves both ways', () => {
  it('steps with the arrow keys, deletes, and leaves the rest alone', () => {
    const [onStep, onDelete] = [vi.fn(), vi.fn()]
    render(
      <svg>
        <Grip
          x={0}
          y={0}
          label="sand"
          value={9}
          high={20}
          spoken="9 m"
          onMove={vi.fn()}
          onRelease={vi.fn()}
          onStep={onStep}
          onDelete={onDelete}
        />
      </svg>,
    )
    const grip = screen.getByRole('slider', { name: 'sand' })
    fireEvent.keyDown(grip, { key: 'ArrowRight' })
    fireEvent.keyDown(grip, { key: 'ArrowUp', shiftKey: true })
    fireEvent.keyDown(grip, { key: 'x' })
    expect(onStep.mock.calls).toEqual([[1, 0], [0, 5]]) // prettier-ignore
    fireEvent.keyDown(grip, { key: 'Delete' })
    expect(onDelete).toHaveBeenCalledOnce()
  })
})

describe('advice in words', () => {
  const go = sampleCall({ id: 'go', strokes: 4.2, spread: sampleSpread({ bad_pct: 30 }) })
  const out = sampleCall({
    id: 'out',
    club_name: 'Sand wedge 54',
    strokes: 4.05,
    spread: sampleSpread({ bad_pct: 4 }),
    target: { name: 'left', x_m: 0, y_m: -12, distance_m: 12, bearing_deg: -90 },
  })
  const plan = samplePlan([out, go], { direct_id: 'go', escape_id: 'out' })

  it('takes its medicine in numbers', () => {
    expect(medicineWords(plan)).toBe(
      'Going for it costs 0.15 strokes against the sand wedge 54 out to the left; 30 % bad shots against 4 %.',
    )
    expect(medicineWords({ ...plan, direct_id: null })).toContain('No shot at the flag is playable here')
    expect(medicineWords(samplePlan([go]))).toBeNull()
  })

  it('says where a way out goes, and where a finish is moved to', () => {
    expect(aimWords({ ...out, aim_deg: -88 }, METRIC)).toBe('play it 12 m, 90° left of the flag')
    expect(callSentence(sampleCall({ past_m: 2 }), 8, 24, METRIC)).toContain('finish 2 m past it')
    expect(sharesWords(go)).toBe('green 81 %, sand 19 %')
  })

  it('tells how a ball is stopped', () => {
    expect(stopsBy({ spin_rpm: 2000, descent_deg: 52, apex_m: 5 })).toBe('a steep landing (52°), 2,000 rpm')
    expect(stopsBy({ spin_rpm: 6000, descent_deg: 30, apex_m: 3 })).toBe('spin (6,000 rpm)')
    expect(stopsBy({ spin_rpm: 100, descent_deg: 3, apex_m: 0.05 })).toBe('rolling out')
  })

  const row = {
    reading: 'fall' as const, words: 'slope along the line', unit: 'deg', value: 6, doubt: 1.5, by_eye: false,
    corrected_to: null, changes: true, again: 'pace it',
    low: { value: 4.5, best_id: 'go', keeping_costs: 0.08 }, high: { value: 7.5, best_id: 'out', keeping_costs: 0 },
    holds_from: 4, holds_to: 9,
  } // prettier-ignore

  it('says where a call holds, and what changes it', () => {
    expect(holdsWords(row, METRIC)).toBe('from 4° to 9°')
    expect(holdsWords({ ...row, holds_to: null }, METRIC)).toBe('from 4° up')
    expect(holdsWords({ ...row, holds_from: null }, METRIC)).toBe('up to 9°')
    expect(holdsWords({ ...row, holds_from: null, holds_to: null }, METRIC)).toBe(
      'over the whole range that was checked',
    )
    expect(changeWords(row, nameIn(plan), METRIC)).toBe(
      'at 4.5°: Lob wedge 58, dropped foot (staying with this one costs 0.08)',
    )
  })

  it('varies each reading inside its range', () => {
    expect(whatIfRange('fall', 18)).toEqual([10, 20])
    expect(whatIfRange('firmness', 0.5)).toEqual([0, 1])
    expect(whatIfRange('flag', 100)).toEqual([85, 115])
  })

  it('plots with axes, breaks where there is no call, and says when there is nothing', () => {
    const points = [0, 1, 2, 3, 4].map((x) => ({ x, y: x === 2 ? null : x }))
    render(<Plot points={points} now={1} xWords="slope, °" yWords="strokes" least={0.1} digits={1} />)
    const plot = screen.getByRole('img', { name: 'strokes against slope, °' })
    expect(plot.querySelector('path')?.getAttribute('d')?.match(/M/g)).toHaveLength(2)
    cleanup()
    render(<Plot points={[{ x: 0, y: null }]} now={0} xWords="x" yWords="y" least={1} digits={0} />)
    expect(screen.getByText('No value in this range.')).toBeTruthy()
  })
})
