/** The days of the week as they are named on a command line and in a list. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const
export type Weekday = (typeof WEEKDAYS)[number]
const NAMES: Readonly<Record<Weekday, string>> = {
  Mon: 'Monday',
  Tue: 'Tuesday',
  Wed: 'Wednesday',
  Thu: 'Thursday',
  Fri: 'Friday',
  Sat: 'Saturday',
  Sun: 'Sunday',
}

/** A day as ISO 8601 has it: "2026-03-02". */
export type Day = string

/** A day in milliseconds, as clocks count. */
export const DAY_MS = 86_400_000

/** Days of a whole turn of the calendar: 400 years. */
const ERA = 146_097
/** 1 January 1970, counted from 1 March 0000. */
const EPOCH = 719_468

/**
 * The number of a date of the Gregorian calendar, counted from 1 January 1970. A year is begun in March, so that a leap day
 * is its last (Hinnant, chrono-compatible low-level date algorithms). The core knows no clock, so it counts by itself.
 */
function numberOf(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year
  const era = Math.floor(y / 400)
  const inEra = y - era * 400
  const inYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1
  return era * ERA + inEra * 365 + Math.floor(inEra / 4) - Math.floor(inEra / 100) + inYear - EPOCH
}

/** The number of a day, counted from 1 January 1970; null where the text is no day of the calendar. */
export function dayNumber(day: Day): number | null {
  const m = /^(\d{4})-(\d{2})-(\d{2})$/.exec(day)
  if (!m) return null
  const n = numberOf(Number(m[1]), Number(m[2]), Number(m[3]))
  // 30 February is taken for 2 March: it is no day.
  return dayOf(n) === day ? n : null
}

/** The day of a number. */
export function dayOf(n: number): Day {
  const z = n + EPOCH
  const era = Math.floor(z / ERA)
  const inEra = z - era * ERA
  const years = Math.floor((inEra - Math.floor(inEra / 1460) + Math.floor(inEra / 36_524) - Math.floor(inEra / 146_096)) / 365)
  const inYear = inEra - (365 * years + Math.floor(years / 4) - Math.floor(years / 100))
  const marched = Math.floor((5 * inYear + 2) / 153)
  const day = inYear - Math.floor((153 * marched + 2) / 5) + 1
  const month = marched < 10 ? marched + 3 : marched - 9
  const year = years + era * 400 + (month <= 2 ? 1 : 0)
  const two = (x: number) => `${x}`.padStart(2, '0')
  return `${`${year}`.padStart(4, '0')}-${two(month)}-${two(day)}`
}

/** 1 January 1970 was a Thursday. */
export const weekdayOf = (n: number): Weekday => WEEKDAYS[(((n + 3) % 7) + 7) % 7]

export const weekdayName = (weekday: Weekday): string => NAMES[weekday]

/** "Thursday". */
export const sayWeekday = (day: Day): string => NAMES[weekdayOf(dayNumber(day) ?? 0)]

/** The day that comes so many days later; the day itself where it is none of the calendar. */
export function dayLater(day: Day, by: number): Day {
  const n = dayNumber(day)
  return n === null ? day : dayOf(n + by)
}

/** How far a plan may reach, in days. */
export const LONGEST_PLAN = 400

/** The days from one to another, both included, that fall on some weekdays and are no holidays; in order. */
export function daysBetween(from: Day, to: Day, weekdays: readonly Weekday[], holidays: readonly Day[] = []): Day[] {
  const [a, b] = [dayNumber(from), dayNumber(to)]
  if (a === null || b === null) return []
  const days: Day[] = []
  for (let n = a; n <= b && n - a <= LONGEST_PLAN; n++)
    if (weekdays.includes(weekdayOf(n)) && !holidays.includes(dayOf(n))) days.push(dayOf(n))
  return days
}

/** The days that there would be with one more weekday, each by itself, and with all of them. */
export function withOtherDays(
  from: Day,
  to: Day,
  weekdays: readonly Weekday[],
  holidays: readonly Day[] = [],
): { readonly weekdays: readonly Weekday[]; readonly days: readonly Day[] }[] {
  const free = WEEKDAYS.filter((d) => !weekdays.includes(d))
  const sets = [...free.map((d) => [d]), ...(free.length > 1 ? [free] : [])]
  return sets.map((more) => ({ weekdays: more, days: daysBetween(from, to, [...weekdays, ...more], holidays) }))
}
