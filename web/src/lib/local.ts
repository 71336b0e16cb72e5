import type { Settings } from '../api/client'

/** How the coach writes dates, times and numbers. The words are English, so these are the ways that go with them. */
export const LOCALES: readonly { value: Settings['locale']; words: string }[] = [
  { value: '', words: 'as this device does' },
  { value: 'en-GB', words: 'United Kingdom' },
  { value: 'en-IE', words: 'Ireland' },
  { value: 'en-US', words: 'United States' },
  { value: 'en-CA', words: 'Canada' },
  { value: 'en-AU', words: 'Australia' },
  { value: 'en-NZ', words: 'New Zealand' },
  { value: 'en-IN', words: 'India' },
]

const USUAL = 'en-GB'

/** The device's own way where it is one of ours; a month in another language would stand strangely in these words. */
export function localeOf(chosen: Settings['locale'], device: readonly string[]): string {
  if (chosen !== '') return chosen
  return device.find((one) => LOCALES.some(({ value }) => value !== '' && value === one)) ?? USUAL
}

let here = localeOf('', typeof navigator === 'undefined' ? [] : navigator.languages)

/** Write dates, times and numbers this way from now on. */
export function writeAs(chosen: Settings['locale']) {
  here = localeOf(chosen, navigator.languages)
}

export const inLocale = () => here

const written = new Map<string, Intl.NumberFormat>()

/** A number to be read, with at most so many decimals: long ones in groups. What is typed again is left ungrouped. */
export function numberWords(value: number, digits = 0): string {
  const key = `${here} ${digits}`
  const known = written.get(key) ?? new Intl.NumberFormat(here, { maximumFractionDigits: digits })
  written.set(key, known)
  const text = known.format(value)
  return text === '-0' ? '0' : text
}
