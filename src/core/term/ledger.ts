import type { Day } from '../plan/calendar'
import type { SeatId, SeatRow } from '../seats/seat'
import type { ClassSettings } from '../plan/class'
import type { PieceFacts } from './facts'
import type { Begun } from '../plan/term'
import { knows, withoutThings, withThings } from './things'
import { thingsInOrder } from '../plan/things'
import { kindOf, type LearnedThing } from '../plan/things'

/** What of a piece is new to a class as its seats stand now: facts that were made before may say more. */
export const stillNew = ({ news }: Pick<PieceFacts, 'news'>, seats: readonly SeatRow[]): Record<SeatId, LearnedThing[]> =>
  Object.fromEntries(seats.map((r) => [r.id, (news[r.id] ?? []).filter((t) => !knows(r.learned, t))]))

/** A class that begins a piece on a day: its seats have met what the piece brings, and the ledger says so. */
export function beginPiece(klass: ClassSettings, facts: Pick<PieceFacts, 'id' | 'title' | 'news'>, on: Day): ClassSettings {
  const before = unbegin(klass, facts.id)
  const brought = stillNew(facts, before.seats)
  const shifted = Object.fromEntries(
    before.seats.flatMap((r) => (brought[r.id].some((t) => kindOf(t) === 'shifts') ? [[r.id, r.learned.shifts] as const] : [])),
  )
  const { [facts.id]: _place, ...places } = before.term.path.places
  const { [facts.id]: _day, ...days } = before.term.path.days
  return {
    ...before,
    seats: before.seats.map((r) => ({ ...r, learned: withThings(r.learned, brought[r.id]) })),
    term: {
      ...before.term,
      begun: [...before.term.begun, { piece: facts.id, title: facts.title.slice(0, 300), on, brought, shifted }],
      path: { ...before.term.path, places, days },
    },
  }
}

/** The class as if a piece had not been begun: what it alone brought is taken back from what has been learned. */
export function unbegin(klass: ClassSettings, piece: string): ClassSettings {
  const gone = klass.term.begun.find((b) => b.piece === piece)
  if (!gone) return klass
  const begun = klass.term.begun.filter((b) => b !== gone)
  const seats = klass.seats.map((r): SeatRow => {
    const elsewhere = new Set(begun.flatMap((b) => b.brought[r.id] ?? []))
    const lost = (gone.brought[r.id] ?? []).filter((t) => !elsewhere.has(t))
    const learned = withoutThings(r.learned, lost)
    const was = lost.some((t) => kindOf(t) === 'shifts') ? gone.shifted[r.id] : undefined
    return { ...r, learned: was ? { ...learned, shifts: was } : learned }
  })
  return { ...klass, seats, term: { ...klass.term, begun } }
}

/** A piece that was begun on another day than was said. */
export const beganOn = (klass: ClassSettings, piece: string, on: Day): ClassSettings => ({
  ...klass,
  term: { ...klass.term, begun: klass.term.begun.map((b) => (b.piece === piece ? { ...b, on } : b)) },
})

/** A line of the ledger: a piece, its day, what it brought to whom of what is learned, and the notes and frames that no begun piece had before. */
export type LedgerLine = {
  readonly begun: Begun
  readonly brought: readonly { readonly seat: SeatId; readonly things: readonly LearnedThing[] }[]
  /** Null while the notes of the piece are not known: it is gone, or being worked out. */
  readonly met: readonly { readonly seat: SeatId; readonly what: readonly string[] }[] | null
}

/** The ledger by day, the first first. What was met is told from the pieces as they stand today, in the order of their days. */
export function ledgerOf({ term, seats }: ClassSettings, facts: ReadonlyMap<string, Pick<PieceFacts, 'met'>>): LedgerLine[] {
  const before = new Map<SeatId, Set<string>>(seats.map((r) => [r.id, new Set()]))
  return [...term.begun]
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0))
    .map((begun) => {
      const met = facts.get(begun.piece)?.met
      return {
        begun,
        brought: seats.flatMap((r) => {
          const things = thingsInOrder(begun.brought[r.id] ?? [])
          return things.length > 0 ? [{ seat: r.id, things }] : []
        }),
        met: met
          ? seats.flatMap((r) => {
              const known = before.get(r.id)!
              const what = (met[r.id] ?? []).filter((x) => !known.has(x))
              for (const x of what) known.add(x)
              return what.length > 0 ? [{ seat: r.id, what }] : []
            })
          : null,
      }
    })
}
