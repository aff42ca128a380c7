import { LANGUAGES, LOCALES, type Language } from './language'

const PLURALS = Object.fromEntries(LANGUAGES.map((l) => [l, new Intl.PluralRules(LOCALES[l])])) as Record<Language, Intl.PluralRules>

/** The word for so many: "note" for 1, "notes" for 3; `many` where the plural is not the word with an s. */
export const plural = (n: number, one: string, many = `${one}s`): string => (PLURALS.en.select(n) === 'one' ? one : many)

/** The same in another language, with both words: "1 minuto", "3 minutos". */
export const countWith = (language: Language, n: number, one: string, many: string): string =>
  `${n} ${PLURALS[language].select(n) === 'one' ? one : many}`

/** "1 note", "3 notes"; `many` where the plural is not the word with an s. */
export const count = (n: number, one: string, many?: string): string => `${n} ${plural(n, one, many)}`

const CARDINALS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten', 'eleven', 'twelve']

/** A number as it is said in a sentence: "no", "two", "13". */
export const inWords = (n: number): string => CARDINALS[n] ?? `${n}`

/** Minutes as a teacher uses them, whole and at least one: "1 min", "12 min". */
export const sayMinutes = (n: number): string => `${wholeMinutes(n)} min`

/** The same in a sentence: "about 1 minute", "about 12 minutes". */
export const aboutMinutes = (n: number): string => `about ${count(wholeMinutes(n), 'minute')}`

const wholeMinutes = (n: number): number => Math.max(1, Math.round(n))

/** How often: "once", "3 times". */
export const sayTimes = (n: number): string => (n === 1 ? 'once' : `${n} times`)
