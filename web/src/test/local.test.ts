import { afterEach, describe, expect, it } from 'vitest'
import { localeOf, numberWords, writeAs } from '../lib/local'
import { METRIC, show } from '../lib/units'
import { dayWords, weekdayWords } from '../lib/when'

afterEach(() => writeAs(''))

describe('the coach’s way of writing', () => {
  it('is the one that is chosen, else the device’s where it goes with the words', () => {
    expect(localeOf('en-US', ['en-GB'])).toBe('en-US')
    expect(localeOf('', ['de-DE', 'en-US'])).toBe('en-US')
    // A month in another language would stand strangely in an English sentence.
    expect(localeOf('', ['de-DE'])).toBe('en-GB')
  })

  it('orders day and month as the coach does', () => {
    writeAs('en-GB')
    expect(dayWords('2026-11-29')).toBe('29 Nov 2026')
    expect(weekdayWords('2026-11-29')).toMatch(/^Sunday,? 29 November 2026$/)
    writeAs('en-US')
    expect(dayWords('2026-11-29')).toBe('Nov 29, 2026')
  })

  it('groups long numbers, and never writes minus zero', () => {
    writeAs('en-GB')
    expect(numberWords(9400)).toBe('9,400')
    expect(numberWords(-0.04, 1)).toBe('-0'.replace('-', ''))
    writeAs('en-IN')
    expect(numberWords(1234567)).toBe('12,34,567')
    writeAs('en-GB')
    expect(show(1500, 'altitude', METRIC)).toBe('1,500 m')
    expect(show(7.25, 'slope', METRIC)).toBe('7.3°')
  })
})
