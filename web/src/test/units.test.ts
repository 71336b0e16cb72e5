import { describe, expect, it } from 'vitest'
import { cardUnits, distance, height, METRIC, parseNumber, show, small, trim, type Units } from '../lib/units'
import { NUMBERS } from '../shot/numbers'

const YARDS: Units = { distance: 'yd', small: 'in', slope: 'pct', temperature: 'F', speed: 'mph' }

describe('the card of a player', () => {
  it('is in the player’s units, else in the coach’s', () => {
    expect(cardUnits({ units: 'yards' }, METRIC)).toMatchObject({ distance: 'yd', small: 'in', speed: 'm/s' })
    expect(cardUnits({ units: 'metric' }, YARDS)).toMatchObject({ distance: 'm', small: 'cm', speed: 'mph' })
    expect(cardUnits({ units: '' }, YARDS)).toBe(YARDS)
  })
})

describe('showing', () => {
  it.each([
    [14.5, '14.5 m', '15.9 yd'],
    [-3, '-3 m', '-3.3 yd'],
  ])('distances: %d', (metres, metric, yards) => {
    expect(show(metres, 'distance', METRIC)).toBe(metric)
    expect(show(metres, 'distance', YARDS)).toBe(yards)
  })

  it('slopes, temperature, altitude', () => {
    expect(show(45, 'slope', YARDS)).toBe('100 %')
    expect(show(-2.5, 'slope', METRIC)).toBe('-2.5°')
    expect(show(100, 'temperature', YARDS)).toBe('212 °F')
    expect(show(620, 'altitude', YARDS)).toBe('2,034 ft')
  })

  it('no more digits than the model deserves', () => {
    expect(distance(14.74, METRIC)).toBe('14.5')
    expect(distance(128.4, METRIC)).toBe('128')
    expect(distance(-0.6, METRIC)).toBe('−0.5')
    expect(height(0.74, METRIC)).toBe('0.7')
    expect(height(31.6, METRIC)).toBe('32')
    expect(small(0.0457, METRIC)).toBe('5 cm')
    expect(small(0.0457, YARDS)).toBe('1.75 in')
    expect(trim(-0.04, 1)).toBe('0')
  })
})

describe('typing', () => {
  it('takes what is in range, in the coach’s units', () => {
    expect(parseNumber('6,5', NUMBERS.fall, METRIC)).toEqual({ value: 6.5 })
    expect(parseNumber('100', NUMBERS.flag, YARDS)).toEqual({ value: 91.44 })
    expect(parseNumber('10', NUMBERS.fall, YARDS)).toEqual({ value: 5.7106 })
  })

  it.each(['', 'abc', 'NaN', '1e9', '21', '-20.5'])('refuses %s and tells the range', (text) => {
    const parsed = parseNumber(text, NUMBERS.fall, METRIC)
    expect(parsed).toHaveProperty('problem')
    expect((parsed as { problem: string }).problem).toContain('from -20 to 20')
  })
})
