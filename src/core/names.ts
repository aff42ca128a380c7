import { LANGUAGE, LANGUAGES, LOCALES, type Language } from './language'

const listsOf = (type: Intl.ListFormatType) =>
  Object.fromEntries(LANGUAGES.map((l) => [l, new Intl.ListFormat(LOCALES[l], { type })])) as Record<Language, Intl.ListFormat>
const LISTS = listsOf('conjunction')
const CHOICES = listsOf('disjunction')

/** "a", "a and b", "a, b and c", each as it is; in Spanish "a, b y c". */
export const sayList = (all: readonly string[], language: Language = 'en'): string => LISTS[language].format(all)

/** "a or b"; in Spanish "a o b". */
export const sayOr = (all: readonly string[], language: Language = 'en'): string => CHOICES[language].format(all)

/** Names of seats in a sentence: "Violin", "Violin and viola", "Violin, viola and cello". */
export const sayNames = (all: readonly string[], language: Language = 'en'): string =>
  sayList(
    all.map((n, i) => (i === 0 ? n : inSentence(n))),
    language,
  )

/** Those who play an instrument: "Violas", "Basses". */
export const people = (instrument: string): string => `${instrument}${instrument.endsWith('s') ? 'es' : 's'}`

/** With a capital, as a sentence begins. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** A seat's name in the middle of a sentence: "Violin" is "violin", "Violin 2" "violin 2"; what a teacher wrote in capitals stays. */
export const inSentence = (name: string): string => (/^[A-Z][^A-Z]*$/.test(name) ? name[0].toLowerCase() + name.slice(1) : name)

const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth', 'eleventh', 'twelfth']

const BEYOND = new Intl.PluralRules(LANGUAGE, { type: 'ordinal' })
const ENDINGS: Partial<Record<Intl.LDMLPluralRule, string>> = { one: 'st', two: 'nd', few: 'rd' }

/** "first" for 1, up to "twelfth"; beyond it the number: "13th", "21st". `n`: from 1. */
export const ordinal = (n: number): string => ORDINALS[n - 1] ?? `${n}${ENDINGS[BEYOND.select(n)] ?? 'th'}`
