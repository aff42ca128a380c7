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
]

/** The keys, from few signs to many. */
export const KEYS: readonly Key[] = [0, 1, 2, 3, 4, 5, 6, 7, -1, -2, -3, -4, -5, -6, -7].flatMap((fifths) =>
  (['major', 'minor'] as const).map((mode): Key => ({ fifths, mode })),
)
