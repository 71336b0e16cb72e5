const DAY_MS = 86_400_000

/** A day so many days after another, both as 2027-03-01. */
export function dayAfter(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) + days * DAY_MS).toISOString().slice(0, 10)
}

/** The Monday of a day's week. */
export function mondayOf(day: string): string {
  const weekday = (new Date(`${day}T00:00:00Z`).getUTCDay() + 6) % 7
  return dayAfter(day, -weekday)
}

const MOST_WEEKS = 60

/** The Mondays of all weeks from the first of these days to the last, empty weeks too. */
export function weeksOf(days: readonly string[]): string[] {
  const sorted = [...days].sort()
  const [first, last] = [sorted[0], sorted.at(-1)]
  if (first === undefined || last === undefined) return []
  const weeks = []
  for (
    let monday = mondayOf(first);
    monday <= last && weeks.length < MOST_WEEKS;
    monday = dayAfter(monday, 7)
  )
    weeks.push(monday)
  return weeks
}
