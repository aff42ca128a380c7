import { describe, expect, it } from 'vitest'
import { uiTexts } from './uiTexts'

/*
 * The words of the product, held to the guide (docs/words-sample.md): nothing of the machine room, none of the names that
 * hid what is there, no sentence with two semicolons.
 */

/** What is not said any more, and what is said instead. */
const GONE: readonly (readonly [RegExp, string])[] = [
  [/\bTrue strings\b/, 'Tuner'],
  [/\bTake away\b/, 'Export'],
  [/\bHand out\b/, 'Print & share'],
  [/\b[Oo]ff the shelf\b/, 'deleted'],
  [/\bBring (such a file|.* back)\b/, 'Restore'],
  [/\bbeyond the class\b/, 'not learned yet'],
  [/\btrouble spots?\b/, 'places to watch'],
  [/\bplace free\b/, 'any order'],
  [/\bNot begun\b/, 'Take back “begun”'],
  [/\b[Aa] line to read\b/, 'sight-reading line'],
  [/\bwith the telling\b/, 'with explaining'],
  [/\bjoined across\b/, 'put together'],
  [/\botherwise than\b/, 'different from'],
  [/\bwhat stands\b/i, 'what you have now'],
  [/\bbeing (made|read|drawn|worked out|compared|sent|saved|looked at)\b/i, 'Making …'],
  [/\b(could|can) ?not be (made|read|drawn|saved|recorded|logged|weighed|engraved|sent|fetched) ?\.( |$)/, 'We couldn’t …'],
  [/\b[Ll]oad the page again\b/, 'Reload the page'],
  [/\b(evenness|squared|policy|version base|slots?)\b/i, ''],
  [/\bon this machine\b/, 'on this computer'],
]

const FOLDERS = [
  'src/ui',
  'src/app',
  'src/core/words',
  'src/core/sheets',
  'src/core/practice',
  'src/core/drills',
  'src/core/trainer',
  'src/core/balance',
  'src/core/fingering',
  'src/core/reading',
  'src/core/term',
  'src/core/plan',
  'src/core/tapes',
  'src/formats',
  'src/jobs',
  'src/server',
  'src/store',
]

describe('the words of the product', () => {
  // Style sheets and headers of answers are read by no one.
  const texts = FOLDERS.flatMap(uiTexts).filter((t) => !/[{}]|charset=|filename\*|-Policy\b/.test(t.text))

  it('are found', () => {
    expect(texts.length).toBeGreaterThan(2000)
  })

  it.each(GONE)('%s is not said', (gone, instead) => {
    expect(texts.filter((t) => gone.test(t.text)).map((t) => `${t.file}:${t.line} “${t.text}” → ${instead}`)).toEqual([])
  })

  it('one idea a sentence: no semicolon between two of them', () => {
    expect(texts.filter((t) => /([a-z”]|…); [a-z]|^;/.test(t.text)).map((t) => `${t.file}:${t.line} “${t.text}”`)).toEqual([])
  })
})
