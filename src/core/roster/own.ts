import type { Piece } from '../piece/piece'
import { lineIndexFor, octavesFor } from '../balance/ensemble'
import { settingsFor, type ClassSettings } from '../plan/class'
import { forPupils, languageOf } from '../plan/pupils'
import { emptyPlan, type Plan } from '../plan/plan'
import { seatsOf } from '../seats/seat'
import { NO_TERM } from '../plan/term'
import { learnedBy } from './student'
import { type Student } from '../plan/student'

/** A piece as one student has it: their line, their fingers, nothing of anybody else. */
export type OwnMusic = { readonly piece: Piece; readonly plan: Plan; readonly klass: ClassSettings }

/**
 * A piece with its plan and class cut down to what one student reads: the line of their seat, where the whole class has put
 * it, and what holds for them alone. Nothing of other seats, students or the teacher's planning is left in it. Null when
 * the class has no such seat any more.
 */
export function ownMusic(piece: Piece, plan: Plan, settings: ClassSettings, student: Student): OwnMusic | null {
  const klass = forPupils(settings, languageOf(settings, student))
  const seat = seatsOf(klass).find((s) => s.id === student.seat)
  const row = klass.seats.find((r) => r.id === student.seat)
  if (!seat || !row) return null
  const line = piece.lines[lineIndexFor(piece, plan, klass, seat)]
  const one = <T>(all: Readonly<Partial<Record<string, T>>>): Record<string, T> => {
    const own = all[seat.id]
    return own === undefined ? {} : { [seat.id]: own }
  }
  return {
    piece: { ...piece, lines: [line] },
    plan: {
      ...emptyPlan(),
      // Where it fits best beside the others: alone it might fit elsewhere.
      octaves: { [seat.id]: octavesFor(piece, plan, klass)[seat.id] },
      lines: { [seat.id]: 0 },
      policy: plan.policy,
      seatPolicy: one(plan.seatPolicy),
      learned: { [seat.id]: learnedBy(student, settingsFor(klass, plan, seat).learned) },
      pins: one(plan.pins),
      substitutes: one(plan.substitutes),
      book: plan.book,
      seatBooks: one(plan.seatBooks),
    },
    klass: { ...klass, seats: [row], students: [], term: NO_TERM, reads: one(klass.reads) },
  }
}

/** A class cut down to one student: their seat as they have learned it, and nothing of anybody else. Null when the seat is gone. */
export function ownClass(settings: ClassSettings, student: Student): ClassSettings | null {
  const klass = forPupils(settings, languageOf(settings, student))
  const row = klass.seats.find((r) => r.id === student.seat)
  if (!row) return null
  const reads = Object.hasOwn(klass.reads, row.id) ? { [row.id]: klass.reads[row.id] } : {}
  return { ...klass, seats: [{ ...row, learned: learnedBy(student, row.learned) }], students: [], term: NO_TERM, reads }
}
