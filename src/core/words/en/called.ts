import { capital } from '../../names'

/** What a class calls a measure, and the lengths of notes; nothing said: measure and quarter. */
export type Calling = {
  readonly measure?: 'measure' | 'bar' | undefined
  /** `none`: lengths are not called aloud, and are quarters where a sentence has to name one. */
  readonly lengths?: 'none' | 'quarters' | 'crotchets' | undefined
}

/**
 * British names of lengths, the longer texts first. "The eighth note" may be the one after the seventh: who counts notes
 * does not come here.
 */
const BRITISH: readonly (readonly [RegExp, string])[] = [
  [/\bwhole note(s?)\b/gi, 'semibreve$1'],
  [/\bhalf note(s?)\b/gi, 'minim$1'],
  [/\bdotted half(s?)\b/gi, 'dotted minim$1'],
  [/\bhalves\b/gi, 'minims'],
  [/\bquarter note(s?)\b/gi, 'crotchet$1'],
  [/\bquarters\b/gi, 'crotchets'],
  [/\b(dotted|\d+) quarter\b/gi, '$1 crotchet'],
  [/\beighth note(s?)\b/gi, 'quaver$1'],
  [/\beighths\b/gi, 'quavers'],
  [/\ban eighth\b/gi, 'a quaver'],
  [/\b(dotted|the|every) eighth\b/gi, '$1 quaver'],
  [/\bsixteenth note(s?)\b/gi, 'semiquaver$1'],
  [/\bsixteenths\b/gi, 'semiquavers'],
  [/\b(a|the) sixteenth\b/gi, '$1 semiquaver'],
]

/** A text of ours as a class says it: "Bar 5", "two crotchets". It must hold no title and no name of anybody. */
export function asCalled({ measure, lengths }: Calling, text: string): string {
  const bars = measure === 'bar' ? text.replace(/\b(m)easure(s?)\b/gi, (_, m: string, s: string) => `${m === 'M' ? 'B' : 'b'}ar${s}`) : text
  if (lengths !== 'crotchets') return bars
  const said = BRITISH.reduce((t, [american, british]) => t.replace(american, british), bars)
  return /^[A-Z]/.test(bars) ? capital(said) : said
}
