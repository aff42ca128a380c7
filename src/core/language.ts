/** The languages in which pupils and families are spoken to. The teacher's own pages speak the first. */
export const LANGUAGES = ['en', 'es'] as const
export type Language = (typeof LANGUAGES)[number]

/** What each is called in itself. */
export const LANGUAGE_NAMES: Readonly<Record<Language, string>> = { en: 'English', es: 'Español' }

/** Each as `Intl` knows it: lists ("a, b and c"), plurals, ordinals and dates are those of this place alone. */
export const LOCALES: Readonly<Record<Language, string>> = { en: 'en-GB', es: 'es' }

/** The language of the teacher's pages, as `Intl` knows it. */
export const LANGUAGE = LOCALES.en

/** Who is spoken to, as far as their language goes; nothing said: the teacher's. */
export type Spoken = { readonly language?: Language | undefined }

/** The words of a room in the language of who is spoken to. */
export const wordsIn =
  <W>(words: Readonly<Record<Language, W>>) =>
  (to: Spoken = {}): W =>
    words[to.language ?? 'en']

/** The same words in another language: texts for texts, and what makes texts of the same things. */
export type InOtherWords<T> = T extends string
  ? string
  : T extends (...given: infer A) => infer R
    ? (...given: A) => InOtherWords<R>
    : T extends object
      ? { readonly [K in keyof T]: InOtherWords<T[K]> }
      : T
