import type { SeatMap } from '@/core/fingering/map'
import type { Piece } from '@/core/piece/piece'
import type { SpotChoice } from '@/core/reading/choice'
import { sayFirst, type SaidThing } from '@/core/words/en/digest'
import type { ClassSettings } from '@/core/plan/class'

/** What is said first of a mapped piece, in the words of the class. */
export const digestFor = (piece: Piece, maps: readonly SeatMap[], spots: SpotChoice, klass: ClassSettings): readonly SaidThing[] =>
  sayFirst(piece, maps, spots, klass)
