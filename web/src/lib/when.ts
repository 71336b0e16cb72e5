import { inLocale } from './local'

// Every date and time that is shown is written here, one way each, where the coach lives.

/** A day without a time (2027-03-01) is that day everywhere. */
const at = (moment: string | Date) =>
  typeof moment === 'string' && moment.length === 10 ? new Date(`${moment}T12:00:00`) : new Date(moment)

const told = (moment: string | Date, options: Intl.DateTimeFormatOptions) =>
  at(moment).toLocaleString(inLocale(), options)

/** A moment as day, month and year. */
export const dayWords = (moment: string | Date) =>
  told(moment, { day: 'numeric', month: 'short', year: 'numeric' })

/** A moment as day, month and time, where the year is plain. */
export const dayAndTime = (moment: string | Date) =>
  told(moment, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })

/** A moment as day, month, year and time. */
export const momentWords = (moment: string | Date) => `${dayWords(moment)}, ${timeWords(moment)}`

/** A day in full, with its weekday. */
export const weekdayWords = (moment: string | Date) =>
  told(moment, { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })

/** A day, told as 2027-03-01, as day and month. */
export const dayAndMonth = (day: string) => told(day, { day: 'numeric', month: 'short' })

/** A moment's time of the day. */
export const timeWords = (moment: string | Date) => told(moment, { hour: '2-digit', minute: '2-digit' })

/** What a date field and a time field hold for a moment. */
export function fieldsOf(moment: Date): { date: string; time: string } {
  const local = new Date(moment.getTime() - moment.getTimezoneOffset() * 60_000).toISOString()
  return { date: local.slice(0, 10), time: local.slice(11, 16) }
}

/** The moment that a date field and a time field say here; null where they say none. */
export function momentOf(date: string, time: string): string | null {
  const at = new Date(`${date}T${time || '12:00'}:00`)
  return Number.isNaN(at.getTime()) ? null : at.toISOString()
}

/** The name of this place's time zone. */
export const zoneHere = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC'

/** A moment as the clock here says it: 2027-03-01T17:00. */
export function localHere(moment: string | null): string | null {
  if (moment === null) return null
  const { date, time } = fieldsOf(new Date(moment))
  return `${date}T${time}`
}

/** Today here, as 2027-03-01. */
export const todayHere = () => fieldsOf(new Date()).date
