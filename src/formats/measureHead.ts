import type { Measure } from '@/core/piece/piece'

/** What a measure says besides its notes; the same for every voice of a part. */
export type MeasureHead = { -readonly [K in keyof Omit<Measure, 'number' | 'events'>]?: Measure[K] }

/** Words that send the player elsewhere; sound attributes say it better where they are given. */
const WORDS: readonly (readonly [RegExp, (head: MeasureHead) => void])[] = [
  [/^(d\.?\s?c\.?|da capo)(\s+al\s|$)/i, (f) => (f.jump ??= { to: 'start', then: 'end' })],
  [/^(d\.?\s?s\.?|dal segno)(\s+al\s|$)/i, (f) => (f.jump ??= { to: 'segno', then: 'end' })],
  [/^fine\.?$/i, (f) => (f.fine = true)],
  [/^(to|al) coda/i, (f) => (f.toCoda = true)],
]

/** Whether words are such a sign; then they are kept as what they say. Adds it to the head. */
export function readJumpWords(words: string, head: MeasureHead): boolean {
  const found = WORDS.filter(([pattern]) => pattern.test(words))
  for (const [, put] of found) put(head)
  if (head.jump && /al\s+fine/i.test(words)) head.jump = { ...head.jump, then: 'fine' }
  if (head.jump && /al\s+coda/i.test(words)) head.jump = { ...head.jump, then: 'coda' }
  return found.length > 0
}
