import { describe, expect, it } from 'vitest'
import { astrayWords, clockWords, NOT_ASTRAY, secondsLeft } from '../book/astray'
import { clubBeside, differences, editOf, grooveWords, stepWords, swung, doubtsOf } from '../players/bag'
import { bookingFrom, bookingOf, NOTHING_SEEN } from '../book/booking'
import { newId } from '../lib/new-id'
import { finishWords, parseFinish } from '../book/finish'
import { omit } from '../lib/omit'
import { YARD } from '../lib/units'
import { club, PLAYER } from './players'

describe('a finish in words', () => {
  it.each([
    ['pin high 2 left', 0, -2],
    ['Pin-high, 2.5 right', 0, 2.5],
    ['3 short', -3, 0],
    ['3 short 1 right', -3, 1],
    ['2 past and 4 left', 2, -4],
    ['2m long', 2, 0],
    ['1,5 short, 2 l', -1.5, -2],
    ['stone dead', 0, 0],
  ])('%s', (text, past, side) => {
    expect(parseFinish(text, 1)).toEqual({ past, side, holed: false })
  })

  it('knows a holed ball, yards, and what it can’t read', () => {
    expect(parseFinish('holed', 1)?.holed).toBe(true)
    expect(parseFinish('2 past', YARD)?.past).toBeCloseTo(1.8288)
    for (const text of ['', 'somewhere', '3', '3 short of the big tree', 'left'])
      expect(parseFinish(text, 1)).toBeNull()
  })

  it('says it back as it would be said', () => {
    const say = (past: number, side: number, holed = false) => finishWords({ past, side, holed }, String)
    expect(say(0, -2)).toBe('pin high, 2 left')
    expect(say(3, 0)).toBe('3 past')
    expect(say(0, 0)).toBe('at the flag')
    expect(say(0, 0, true)).toBe('holed')
    expect(parseFinish(say(-3, 1), 1)).toEqual({ past: -3, side: 1, holed: false })
  })
})

describe('a booking', () => {
  const now = new Date('2026-11-25T14:30:00Z')

  it('has an id of its own in the form of a UUID, also without a secure page', () => {
    const ids = Array.from({ length: 50 }, newId)
    expect(new Set(ids).size).toBe(50)
    for (const id of ids)
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
  })

  it('says only what was seen', () => {
    const body = bookingOf('tove', { purpose: 'stock', club_id: '54' }, { ...NOTHING_SEEN, carry: 66 }, now)
    expect(body).toMatchObject({ carry_m: 66, past_m: null, side_m: null, holed: false, purpose: 'stock' })
    expect(body.booked_at).toBe('2026-11-25T14:30:00.000Z')
    const holed = { ...NOTHING_SEEN, finish: { past: 0, side: 0, holed: true } }
    expect(bookingOf('tove', { purpose: 'stock', club_id: '54' }, holed, now)).toMatchObject({
      past_m: null, holed: true, putts: 0,
    }) // prettier-ignore
  })

  it('takes a measured shot as it was measured', () => {
    const shot = {
      seq: 1, ball_speed_m_s: 30, launch_deg: 30, direction_deg: 1, spin_rpm: 6000, carry_m: 60, side_m: -2,
      total_m: 64, total_side_m: -2.5, descent_deg: 45, heel_mm: 3,
    } // prettier-ignore
    const aimed = bookingFrom('tove', { purpose: 'stock', club_id: '54' }, shot, 62, now)
    expect(aimed).toMatchObject({ source: 'monitor', carry_m: 60, carry_side_m: -2, past_m: 2, side_m: -2.5 })
    expect(aimed.measured).toMatchObject({ spin_rpm: 6000, ball_speed_m_s: 30 })
    expect(bookingFrom('tove', { purpose: 'stock', club_id: '54' }, shot, null, now).past_m).toBeNull()
  })
})

describe('a bag', () => {
  const note = (club_id: string, patch: object = {}) => ({
    club_id, speed_m_s: 30, suits: '', carry_doubt_m: 5, wear_pct: 0, grooves: 'fresh' as const, months: null, grip_pct: 100, ...patch,
  }) // prettier-ignore

  it('is written back without what may not be edited, at the version it was read', () => {
    const edit = editOf(PLAYER)
    expect(Object.keys(edit)).not.toContain('id')
    expect(Object.keys(edit)).not.toContain('pinned')
    expect(edit.version).toBe(3)
    expect(differences(edit, { ...edit, notes: 'x', version: 9 })).toEqual(['notes'])
  })

  it('adds a club nobody has yet', () => {
    const next = clubBeside(PLAYER.clubs, PLAYER.clubs[1])
    expect(next.id).toBe('54-2')
    expect(clubBeside([...PLAYER.clubs, next], PLAYER.clubs[1]).id).toBe('54-3')
    expect(next.rounds).toBe(0)
  })

  it('lists swung clubs from the longest and calls out odd steps', () => {
    expect(swung(PLAYER.clubs).map((c) => c.id)).toEqual(['7-iron', '54', '58'])
    const bag = {
      steps: [
        { longer_id: '7-iron', shorter_id: '54', step_m: 52, kind: 'gap' as const },
        { longer_id: '54', shorter_id: '58', step_m: 8, kind: 'even' as const },
      ],
      clubs: [],
      missing: [],
      rounds_worn: 70,
    }
    expect(stepWords(bag, PLAYER.clubs, (m) => `${m} m`)).toEqual(['Gap of 52 m between 7-iron and 54'])
  })

  it('says when grooves are due, and only then', () => {
    const today = new Date('2026-11-25')
    const wedge = club('54', { kind: 'wedge', rounds: 75 })
    expect(grooveWords(wedge, note('54', { grooves: 'worn' }), today)).toContain('replace')
    expect(grooveWords(club('54', { kind: 'wedge' }), note('54', { months: 9 }), today)).toContain(
      'count its rounds',
    )
    expect(grooveWords(club('54', { kind: 'wedge', cleaned_on: '2026-09-01' }), note('54'), today)).toContain(
      '85 days',
    )
    expect(grooveWords(club('54', { kind: 'wedge' }), note('54', { months: 3 }), today)).toBe('')
    expect(grooveWords(club('d', { kind: 'wood' }), note('d', { grooves: 'worn' }), today)).toBe('')
  })

  it('leaves fields out', () => {
    expect(omit({ a: 1, b: 2 }, 'a')).toEqual({ b: 2 })
  })
})

describe('the search clock', () => {
  it('runs three minutes from the beginning of the search', () => {
    expect(secondsLeft(null, 5000)).toBe(180)
    expect(secondsLeft(1000, 61_000)).toBe(120)
    expect(secondsLeft(1000, 999_000)).toBe(0)
    expect(clockWords(125)).toBe('2:05')
  })

  it('says nothing of what was not marked', () => {
    expect(astrayWords(NOT_ASTRAY, String)).toBe('')
    expect(astrayWords({ ...NOT_ASTRAY, landmark: 'the wall', inFrom: 2 }, (m) => `${m} m`)).toBe(
      'Lost ball: on the line of the wall, 2 m in from the short grass.',
    )
  })
})

describe('the doubt of a carry', () => {
  const note = { club_id: '7i', speed_m_s: 33, suits: '', carry_doubt_m: 6, wear_pct: 0, grooves: 'fresh', months: null, grip_pct: 100 } as const // prettier-ignore
  const shot = { id: 'a', booked_at: '2026-11-01T10:00:00Z', carry_m: 130, flagged: false }
  const stock = (shots: number) => ({ club_id: '7i', club_name: '7-iron', bag_carry_m: 130, carry_m: 130, sd_m: 6, shots: Array.from({ length: shots }, () => shot), rule: '' }) // prettier-ignore

  it('is what somebody said until three stock shots are measured, then shrinks with each', () => {
    expect(doubtsOf([note], [])['7i']).toBe(6)
    expect(doubtsOf([note], [stock(2)])['7i']).toBe(6)
    expect(doubtsOf([note], [stock(4)])['7i']).toBe(3)
    expect(doubtsOf([note], [stock(9)])['7i']).toBe(2)
  })
})
