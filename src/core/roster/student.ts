import type { Learned } from '../instruments/learned'
import { type Seat } from '../seats/seat'
import { lengthOf } from '../tapes/tapes'
import type { Student } from '../plan/student.schema'

/** Millimetres from nut to bridge of a student's instrument: measured, else of its size, else of the usual one. */
export const stringOf = ({ length, size }: Pick<Student, 'length' | 'size'>, { instrument }: Pick<Seat, 'instrument'>): number =>
  length ?? lengthOf(instrument, size) ?? instrument.sizes[0].length

/** What a student has learned: as the seat, but for what holds for them alone. */
export const learnedBy = ({ noFourth }: Pick<Student, 'noFourth'>, learned: Learned): Learned =>
  noFourth ? { ...learned, fingers: learned.fingers.filter((f) => f !== 4) } : learned
