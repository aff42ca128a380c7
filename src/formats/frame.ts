import type { Measure } from '@/core/piece/piece'

/** What a measure says besides its notes; the same for every voice of a part. */
export type Frame = { -readonly [K in keyof Omit<Measure, 'number' | 'events'>]?: Measure[K] }

/** Words that send the player elsewhere; sound attributes say it better where they are given. */
const WORDS: readonly (readonly [RegExp, (frame: Frame) => void])[] = [
  [/^(d\.?\s?c\.?|da capo)(\s+al\s|$)/i, (f) => (f.jump ??= { to: 'start', then: 'end' })],
  [/^(d\.?\s?s\.?|dal segno)(\s+al\s|$)/i, (f) => (f.jump ??= { to: 'segno', then: 'end' })],
  [/^fine\.?$/i, (f) => (f.fine = true)],
  [/^(to|al) coda/i, (f) => (f.toCoda = true)],
]

/** Whether words are such a sign; then they are kept as what they say. Adds it to the frame. */
export function readJumpWords(words: string, frame: Frame): boolean {
  const found = WORDS.filter(([pattern]) => pattern.test(words))
  for (const [, put] of found) put(frame)
  if (frame.jump && /al\s+fine/i.test(words)) frame.jump = { ...frame.jump, then: 'fine' }
  if (frame.jump && /al\s+coda/i.test(words)) frame.jump = { ...frame.jump, then: 'coda' }
  return found.length > 0
}
