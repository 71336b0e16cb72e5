import { describe, expect, it } from 'vitest'
import { fromSearch, toSearch } from '../shot/address'
import { change, snap, START, type Reading } from '../shot/reading'
import { fromRequest, toRequest } from '../shot/request'

const LIE: Reading = {
  ...change(START, { cover: 'rough' }),
  player: 'tove',
  fall: 7.5,
  side: -3,
  cover: 'rough',
  sunk: 1.2,
  wet: 'damp',
  grass: 95,
  give: 80,
  growth: 'against',
  doubtGive: 10,
  doubtFall: 1.2,
  surround: 'semi',
  firmness: 'firm',
  keep: '54',
  call: '54~cut',
}

describe('the reading in the address', () => {
  it('comes back as it went in', () => {
    expect(fromSearch(toSearch(LIE), START)).toEqual(LIE)
  })

  it('says only what differs from the start', () => {
    expect(toSearch(START)).toBe('')
    expect(toSearch({ ...START, fall: 2 })).toBe('fall=2')
  })

  it.each(['fall=99', 'fall=abc', 'fall=', 'fall=NaN', 'round=lava', 'firm=7', 'front=40&back=20'])(
    'falls back where the address is broken: %s',
    (search) => {
      expect(fromSearch(search, START)).toEqual(START)
    },
  )
})

describe('the reading as a request', () => {
  it('comes back as it went in', () => {
    expect(fromRequest(toRequest(LIE), LIE.call)).toEqual(LIE)
  })

  it('asks for the detail of the chosen call, and only for what is drawn when told so', () => {
    expect(toRequest(LIE).detail_for).toEqual(['54~cut'])
    expect(toRequest(START, ['a', 'b'])).toMatchObject({ detail_for: [], only: ['a', 'b'] })
  })
})

describe('the lie', () => {
  it('takes a new cover as it usually is, and forgets what was measured of the old one', () => {
    const read = change(START, { give: 20, doubtGive: 7 })
    expect(read).toMatchObject({ give: 20, doubtGive: 7 })
    expect(change(read, { cover: 'sand' })).toMatchObject({
      cover: 'sand',
      give: 70,
      sunk: 0.1,
      doubtGive: null,
    })
  })

  it('forgets the doubt of what is read again', () => {
    const measured = change(START, { fall: 4, doubtFall: 1.3 })
    expect(change(measured, { side: 2 }).doubtFall).toBe(1.3)
    expect(change(measured, { fall: 5 }).doubtFall).toBeNull()
  })

  it('sends grass only where it grows; a lip stays behind in the bunker', () => {
    const sand = change({ ...START, lip: 1 }, { cover: 'sand' })
    expect(toRequest(sand).lie).toMatchObject({ grass_mm: null, density: null, lip_m: 1 })
    expect(toRequest(change(sand, { cover: 'fairway' })).lie).toMatchObject({
      grass_mm: 12,
      density: 0.3,
      lip_m: 0,
    })
  })

  it('goes into the address with its cover only, where it is as usual', () => {
    expect(toSearch(change(START, { cover: 'sand-soft' }))).toBe('cover=sand-soft')
  })
})

describe('changing the line', () => {
  it('leaves the green where it is while the flag stays on it', () => {
    expect(change(START, { flag: 20 })).toMatchObject({ flag: 20, front: START.front, back: START.back })
  })

  it('takes the green along when the flag leaves it', () => {
    const next = change(START, { flag: 60 })
    expect(next.front).toBeCloseTo(START.front + 45)
    expect(next.back).toBeCloseTo(START.back + 45)
  })

  it('never lets the edges cross', () => {
    expect(change(START, { front: 40 }).front).toBe(START.back - 1)
    expect(change(START, { back: 2.5 }).back).toBe(START.front + 1)
  })
})

it('lets a ball lie as deep as the grass allows', () => {
  expect(change(START, { cover: 'rough' })).toMatchObject({ cover: 'rough', sunk: 1 })
  expect(change(change(START, { cover: 'rough', sunk: 1.5 }), { cover: 'tight' }).sunk).toBe(0)
  expect(change(change(START, { cover: 'semi' }), { sunk: 3 }).sunk).toBe(0.9)
  expect(fromSearch('cover=semi&sunk=2', START).sunk).toBe(0.9)
})

it('snaps to the step and stops at the ends', () => {
  expect(snap('fall', 3.26)).toBe(3.5)
  expect(snap('fall', 33)).toBe(20)
  expect(snap('side', -33)).toBe(-20)
})
