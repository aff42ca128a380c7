import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { offersAt, type Offer } from '@/core/fingering/offers'
import { once } from '@/core/once'
import type { Piece } from '@/core/piece/piece'
import { isShown, type KindChoice, type SpotChoice } from '@/core/reading/choice'
import { spotsOf } from '@/core/reading/spots'
import type { Talk } from '@/core/plan/talk'
import type { Spot } from '@/core/reading/spots/spot'
import { tellingOf } from '@/core/words/en/fingering'
import { said, type SaidSpot } from '@/core/words/en/spots/said'
import type { ClassSettings } from '@/core/plan/class'
import type { Ensemble } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import type { SeatId } from '@/core/seats/seat'
import { answerAt, type Beat } from '@/core/balance/timeline'

/** What the selectors read of the open piece. */
type Opened = { readonly piece: Piece; readonly ensemble: Ensemble; readonly plan: Plan; readonly klass: ClassSettings }

/** Notes of the picked moment in a seat. */
export const pickedNotes = (
  d: Pick<Opened, 'piece' | 'ensemble'> & { readonly timeline: readonly Beat[]; readonly moment: number },
  seat: SeatId,
): readonly MappedNote[] => (d.timeline[d.moment] ? (answerAt(d.piece, d.ensemble[seat], d.timeline[d.moment].onset)?.notes ?? []) : [])

/** What the seat could play at an event in place of what it cannot; empty when there is no trouble there. */
export function offersFor(piece: Piece, map: SeatMap, event: string, talk: Talk): Offer[] {
  const moment = map.moments.findIndex((m) => m.events.some((e) => e.event.id === event))
  return moment < 0 ? [] : offersAt(piece, map, moment, talk)
}

/** The moment that begins at a time, or the last before it. */
export const momentAt = (timeline: readonly Beat[], onset: number): number => {
  const next = timeline.findIndex((b) => b.onset > onset)
  return next < 0 ? timeline.length - 1 : Math.max(0, next - 1)
}

/** What was last shown of a seat's spots, and by which choices. */
type Shown = {
  readonly ofPiece: SpotChoice
  readonly ofClass: KindChoice
  readonly talk: Talk
  readonly spots: readonly SaidSpot[]
}
const lastShown = once((_: readonly Spot[]): { was: Shown | null } => ({ was: null }))

/** The spots of a seat that the teacher sees; the same list for as long as nothing about them changes. */
export function shownIn({ piece, ensemble, plan, klass }: Opened, seat: SeatId): readonly SaidSpot[] {
  const all = spotsOf(piece, ensemble[seat])
  const last = lastShown(all)
  const { talk } = klass
  if (last.was?.ofPiece !== plan.spots || last.was.ofClass !== klass.spots || last.was.talk !== talk) {
    const shown = all.filter((x) => isShown(x, plan.spots, klass.spots))
    last.was = { ofPiece: plan.spots, ofClass: klass.spots, talk, spots: shown.map((x) => said(x, tellingOf(ensemble[seat], talk))) }
  }
  return last.was.spots
}

/** The spots of all seats that the teacher sees, in the order of the music, seat after seat at one moment. */
export const shownSpots = (d: Opened): SaidSpot[] =>
  inScoreOrder(
    d.ensemble,
    Object.keys(d.ensemble).flatMap((s) => shownIn(d, s)),
  )

/** Spots in the order of the music, seat after seat at one moment, the hardest first. */
export function inScoreOrder<S extends Spot>(ensemble: Ensemble, spots: readonly S[]): S[] {
  const row = new Map(Object.keys(ensemble).map((seat, i) => [seat, i]))
  return [...spots].sort((a, b) => a.onset - b.onset || row.get(a.seat)! - row.get(b.seat)! || b.hard - a.hard)
}

/** Whether a spot is beyond the class: new for it, or not to be played. */
export const isBeyond = (s: Spot): boolean => s.kind === 'new-for-class' || s.kind === 'out-of-reach'
