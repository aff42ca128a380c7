import type { Language } from '../language'

/** What a measure is called: "measure" or, in other classes, "bar"; in Spanish "compás". */
export const MEASURE_WORDS = ['measure', 'bar', 'compás'] as const
export type MeasureWord = (typeof MEASURE_WORDS)[number]

/** What is said of places. `more`: how many are left out of a list; `measuresMore`: with their noun, after whole lines. */
export type PlaceWords = {
  readonly language: Language
  readonly one: string
  readonly many: string
  readonly pickup: string
  readonly line: (n: number) => string
  readonly lines: (from: number, to: number, between: string) => string
  readonly and: string
  readonly to: string
  readonly comma: string
  readonly beat: (beat: number | string) => string
  readonly more: (n: number) => string
  readonly moreMeasures: (n: number) => string
  readonly inPlace: (place: string) => string
  readonly throughout: string
}

const english = (one: 'measure' | 'bar'): PlaceWords => ({
  language: 'en',
  one,
  many: `${one}s`,
  pickup: 'the pickup',
  line: (n) => `line ${n}`,
  lines: (from, to, between) => `lines ${from}${between}${to}`,
  and: ' and ',
  to: ' to ',
  comma: ', and ',
  beat: (beat) => `beat ${beat}`,
  more: (n) => `and ${n} more`,
  moreMeasures: (n) => `and ${n} more ${n === 1 ? one : `${one}s`}`,
  inPlace: (place) => `in ${place}`,
  throughout: 'all the way through',
})

/** The words of places, by what a measure is called. */
export const PLACE_WORDS: Readonly<Record<MeasureWord, PlaceWords>> = {
  measure: english('measure'),
  bar: english('bar'),
  // Common practice where Spanish is spoken: compás, línea, anacrusa, tiempo.
  compás: {
    language: 'es',
    one: 'compás',
    many: 'compases',
    pickup: 'la anacrusa',
    line: (n) => `línea ${n}`,
    lines: (from, to, between) => `líneas ${from}${between}${to}`,
    and: ' y ',
    to: ' a ',
    comma: ', y ',
    beat: (beat) => `tiempo ${beat}`,
    more: (n) => `y ${n} más`,
    moreMeasures: (n) => `y ${n} ${n === 1 ? 'compás' : 'compases'} más`,
    inPlace: (place) => `en ${place}`,
    throughout: 'de principio a fin',
  },
}
