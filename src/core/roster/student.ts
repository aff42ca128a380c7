import * as z from 'zod/mini'
import type { Learned } from '../instruments/learned'
import { AMOUNTS } from '../part/written'
import { seatIdSchema, type Seat } from '../seats/seat'
import { LENGTHS, lengthOf } from '../tapes/tapes'

/** How many students a class may have. */
export const MOST_STUDENTS = 120

/** How many pieces a student may be given by name. */
const MOST_ASSIGNED = 200

/** A student of a class: first name, the seat they play at, their instrument's size or measured string, and what holds for them alone. */
export const studentSchema = z.object({
  id: z.uuid(),
  /** First name: nothing more is asked for. */
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)),
  seat: seatIdSchema,
  /** A size by its name; empty: not said. */
  size: z._default(z.string().check(z.maxLength(20)), ''),
  /** Nut to bridge in millimetres, where it was measured. */
  length: z._default(z.nullable(z.number().check(z.minimum(LENGTHS.least), z.maximum(LENGTHS.most))), null),
  /** The fourth finger is not used yet. */
  noFourth: z._default(z.boolean(), false),
  /** Large print. */
  large: z._default(z.boolean(), false),
  /** The pieces that are theirs; null: all that the class has. */
  pieces: z._default(z.nullable(z.array(z.uuid()).check(z.maxLength(MOST_ASSIGNED))), null),
  /** Pieces of which they play a saved version of their own, by its number. */
  versions: z._default(z.record(z.uuid(), z.int().check(z.minimum(1), z.maximum(2_000_000_000))), {}),
  /** How much is written in for them; null: as for their seat. */
  much: z._default(z.nullable(z.enum(AMOUNTS)), null),
})
export type Student = Readonly<z.infer<typeof studentSchema>>

/** A student of whom only name and seat are known. */
export const newStudent = (id: string, name: string, seat: string): Student => ({
  id,
  name,
  seat,
  size: '',
  length: null,
  noFourth: false,
  large: false,
  pieces: null,
  versions: {},
  much: null,
})

/** Millimetres from nut to bridge of a student's instrument: measured, else of its size, else of the usual one. */
export const stringOf = ({ length, size }: Pick<Student, 'length' | 'size'>, { instrument }: Pick<Seat, 'instrument'>): number =>
  length ?? lengthOf(instrument, size) ?? instrument.sizes[0].length

/** What a student has learned: as the seat, but for what holds for them alone. */
export const learnedBy = ({ noFourth }: Pick<Student, 'noFourth'>, learned: Learned): Learned =>
  noFourth ? { ...learned, fingers: learned.fingers.filter((f) => f !== 4) } : learned

/** Whether a piece is a student's: of all that the class has, or among those that were given to them. */
export const hasPiece = ({ pieces }: Pick<Student, 'pieces'>, id: string): boolean => pieces === null || pieces.includes(id)

/** Students of a seat, in the order of the roster. */
export const studentsAt = (students: readonly Student[], seat: string): readonly Student[] => students.filter((s) => s.seat === seat)
