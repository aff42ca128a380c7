import { intervalFor } from '../music/interval'
import type { Piece } from '../piece/piece'
import { onOtherStrings } from '../piece/transpose'
import type { ClassSettings } from '../plan/class'
import type { Plan } from '../plan/plan'
import { instrumentNamed, type SeatId } from '../seats/seat'
import { tunedBy } from '../seats/tuning'
import { octavesFor } from './ensemble'
import { movedSubstitutes } from './inKey'

type Source = { readonly piece: Piece; readonly plan: Plan; readonly klass: ClassSettings }

/** Half steps from what a seat reads to what sounds, beside octaves: of one that is tuned otherwise as a whole and reads a transposed part. */
export function readsBelow({ seats }: Pick<ClassSettings, 'seats'>, seat: SeatId): number {
  const row = seats.find((r) => r.id === seat)
  return row?.transposed ? tunedBy(row, instrumentNamed(row.instrument).strings) : 0
}

/**
 * A piece as one seat reads it. A seat that is tuned a whole step higher and reads a transposed part has the piece a whole
 * step lower, on strings as they usually are: the same fingers, under other names. For every other seat it is as it was.
 * Where a note would leave the range of pitches the part stays as it sounds.
 */
export function asRead<S extends Source>(source: S, seat: SeatId): S {
  const by = readsBelow(source.klass, seat)
  const piece = by === 0 ? null : onOtherStrings(source.piece, -by)
  if (!piece) return source
  const { plan, klass } = source
  const substitutes = plan.substitutes[seat]
  return {
    ...source,
    piece,
    plan: {
      ...plan,
      octaves: octavesFor(source.piece, plan, klass),
      substitutes: substitutes ? { [seat]: movedSubstitutes(substitutes, intervalFor(-by, source.piece.key)) } : {},
    },
    klass: { ...klass, seats: klass.seats.map((r) => (r.id === seat ? { ...r, tuning: undefined, transposed: undefined } : r)) },
  }
}
