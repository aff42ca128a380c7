import type { Key } from '@/core/music/key'
import type { Meter } from '@/core/music/time'

/** The times that are offered; others come with a file or the text. */
export const METERS: readonly Meter[] = [
  { beats: 4, unit: 4 },
  { beats: 3, unit: 4 },
  { beats: 2, unit: 4 },
  { beats: 5, unit: 4 },
  { beats: 2, unit: 2 },
  { beats: 3, unit: 8 },
  { beats: 6, unit: 8 },
  { beats: 9, unit: 8 },
  { beats: 12, unit: 8 },
  { beats: 5, unit: 8 },
  { beats: 7, unit: 8 },
]

/** The keys, those that string classes meet first in front (common practice): the first sign of its name finds each of them. */
export const KEYS: readonly Key[] = [
  ...[2, 1, 3, 0, -1, -2, 4, -3, -4, 5, 6, -5, -6, 7, -7].map((fifths): Key => ({ fifths, mode: 'major' })),
  ...[-1, 0, 1, -2, 2, -3, 3, -4, 4, 5, -5, 6, -6, 7, -7].map((fifths): Key => ({ fifths, mode: 'minor' })),
]
