import type { SeatMap } from '@/core/fingering/map'
import type { Piece } from '@/core/piece/piece'
import { asClassSays } from '@/core/reading/asClassSays'
import type { SpotChoice } from '@/core/reading/choice'
import { digestOf } from '@/core/reading/digest/digest'
import { readersOf } from '@/core/reading/digest/readers'
import type { Thing } from '@/core/reading/digest/thing'
import type { ClassSettings } from '@/core/plan/class'

/** What is said first of a mapped piece, in the words of the class. */
export const digestFor = (piece: Piece, maps: readonly SeatMap[], spots: SpotChoice, klass: ClassSettings): readonly Thing[] =>
  digestOf(readersOf(piece, maps, spots, klass.spots, klass.reads)).map((x) => asClassSays(klass.talk, x))
