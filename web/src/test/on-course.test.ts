import { describe, expect, it } from 'vitest'
import type { Place } from '../shot/mapped'
import { finishOn, sheetOf } from '../shot/on-course'

const FLAG = { distance_m: 100, bearing_deg: 0 }
const near = (place: Place, [east, north]: Place) => {
  expect(place[0]).toBeCloseTo(east, 6)
  expect(place[1]).toBeCloseTo(north, 6)
}

describe('where a ball finished on the course', () => {
  it('lies past the flag and to the right of the line, whichever way that goes', () => {
    near(finishOn({ ball: [0, 0], flag: [0, 100] }, FLAG, 5, 3), [3, 105])
    near(finishOn({ ball: [0, 0], flag: [100, 0] }, FLAG, 5, 3), [105, -3])
    near(finishOn({ ball: [10, 20], flag: [10, -80] }, FLAG, -8, 2), [8, -72])
  })

  it('is told about the target of the call, where that is not the flag', () => {
    near(finishOn({ ball: [0, 0], flag: [0, 100] }, { distance_m: 40, bearing_deg: 90 }, 2, 0), [42, 0])
  })
})

describe('a hole on paper', () => {
  const way: Place[] = [
    [100, 100],
    [300, 100],
  ]

  it('is played upwards, north by the needle, and a touch is where it seems to be', () => {
    const sheet = sheetOf(way, [100, 100], [300, 100], 340, 380, 20)
    const [from, to] = [sheet.out([100, 100]), sheet.out([300, 100])]
    expect(to[0]).toBeCloseTo(from[0], 6)
    expect(to[1]).toBeLessThan(from[1])
    // North is left of a hole that goes east.
    expect(sheet.north).toBeCloseTo(-90, 6)
    near(sheet.back(...sheet.out([180, 130])), [180, 130])
    near(sheet.step([180, 130], 0, 10), [190, 130])
    near(sheet.step([180, 130], 10, 0), [180, 120])
  })

  it('keeps all of it in sight', () => {
    const sheet = sheetOf(way, [100, 100], [300, 100], 340, 380, 20)
    for (const place of way) {
      const [x, y] = sheet.out(place)
      expect(x).toBeGreaterThanOrEqual(0)
      expect(x).toBeLessThanOrEqual(340)
      expect(y).toBeGreaterThanOrEqual(0)
      expect(y).toBeLessThanOrEqual(sheet.height)
    }
  })
})
