import { parsePitch } from '../music/pitch'
import { MOST_READ, type Reads } from '../seats/reads'
import type { EverySeat, Seat, SeatId } from '../seats/seat'
import type { Answer } from './answer'
import { letterSaid, placeSaid } from './kind'
import { confusionsOf, notesKnown, REMEDIES, reteach, type Confusion, type NoteKnown } from './known'
import type { Mistake } from './question'
import type { Trainee } from './trainee'

/** How a seat stands with its notes, by all that was answered: by the whole seat, and by its students. */
export type Standing = {
  readonly answers: number
  readonly notes: readonly NoteKnown[]
  readonly confusions: readonly Confusion[]
  readonly again: readonly { readonly known: NoteKnown; readonly mistake: Mistake | null }[]
}

/** How every seat of a class stands. */
export const standingOf = (seats: readonly Pick<Seat, 'id'>[], answers: readonly Answer[]): EverySeat<Standing> =>
  Object.fromEntries(
    seats.map(({ id }) => {
      const own = answers.filter((a) => a.seat === id)
      return [id, { answers: own.length, notes: notesKnown(own), confusions: confusionsOf(own), again: reteach(own) }]
    }),
  )

/** "G on the fourth space": a note as a seat meets it. */
export function noteSaid(t: Trainee, name: string): string {
  const pitch = parsePitch(name)
  return pitch ? `${letterSaid(t, pitch)} on the ${placeSaid(t, pitch)}` : name
}

/** "G on the fourth space taken for “E”, 3 of 5 times." */
export const sayConfusion = (t: Trainee, { note, as, times, of }: Confusion): string =>
  `${noteSaid(t, note)} read as “${as}”, ${times} of ${of} times.`

/** "F♯ on the first space. Point at the signature first; …": what is to be taught again, with what to do about it. */
export const sayAgain = (t: Trainee, { known, mistake }: Standing['again'][number]): string =>
  `${noteSaid(t, known.note)} (${known.right} of ${known.answers} right). ${REMEDIES[mistake ?? 'somewhere else']}`

/** Which notes of each seat are read surely and which are not. */
export const readsOf = (standing: EverySeat<Standing>): Record<SeatId, Reads> =>
  Object.fromEntries(
    Object.entries(standing).map(([id, { notes }]) => [
      id,
      {
        sure: notes
          .filter((n) => n.stands === 'sure')
          .map((n) => n.note)
          .slice(0, MOST_READ),
        unsure: notes
          .filter((n) => n.stands === 'not sure')
          .map((n) => n.note)
          .slice(0, MOST_READ),
      },
    ]),
  )
