import { LOCALES, type Language } from '../language'
import { DAY_MS, dayNumber, type Day } from './calendar'

const formats = (options: Intl.DateTimeFormatOptions) => (language: Language) =>
  new Intl.DateTimeFormat(LOCALES[language], { ...options, timeZone: 'UTC' })
const [LONG, SHORT, FULL] = [
  formats({ weekday: 'long', day: 'numeric', month: 'long' }),
  formats({ day: 'numeric', month: 'long' }),
  formats({ day: 'numeric', month: 'long', year: 'numeric' }),
]
/** Milliseconds of the day's beginning. */
const at = (day: Day): number => (dayNumber(day) ?? 0) * DAY_MS

/** A day ("2026-12-07") as it stands over what is done on it: "Monday 7 December", "Lunes, 7 de diciembre". */
export function dayNamed(language: Language, day: Day): string {
  const said = LONG(language).format(at(day))
  return said.charAt(0).toUpperCase() + said.slice(1)
}

/** Without its weekday: "7 December", "7 de diciembre". */
export const dayOfMonth = (language: Language, day: Day): string => SHORT(language).format(at(day))

/** With its year: "31 March 2027", "31 de marzo de 2027". */
export const fullDay = (language: Language, day: Day): string => FULL(language).format(at(day))
