import type { Student } from './student.schema'

export type { Student } from './student.schema'
/** How many students a class may have. */
export const MOST_STUDENTS = 120

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
  language: null,
})

/** Whether a piece is a student's: of all that the class has, or among those that were given to them. */
export const hasPiece = ({ pieces }: Pick<Student, 'pieces'>, id: string): boolean => pieces === null || pieces.includes(id)

/** Students of a seat, in the order of the roster. */
export const studentsAt = (students: readonly Student[], seat: string): readonly Student[] => students.filter((s) => s.seat === seat)
