import * as z from 'zod/mini'
import { MARKS, USUAL_MARKS, type Mark } from '@/core/part/marks'
import { AMOUNTS, FADES, type Amount } from '@/core/part/written'
import { hasPiece, studentsAt, type Student } from '@/core/roster/student'
import { SHEET_KINDS } from '@/core/sheets/kinds'
import { MOST_SEATS, seatIdSchema, type SeatId } from '@/core/seats/seat'

const flag = (byDefault: boolean) =>
  z.pipe(
    z.catch(z.enum(['0', '1']), byDefault ? '1' : '0'),
    z.transform((v) => v === '1'),
  )

/** A passage by the printed numbers of its measures, as the desk has it in its address: "5~8". */
const passage = z.catch(
  z.nullable(
    z.pipe(
      z.string().check(z.regex(/^[^~]{1,12}~[^~]{1,12}$/)),
      z.transform((text): { from: string; to: string } => {
        const [from, to] = text.split('~')
        return { from, to }
      }),
    ),
  ),
  null,
)

/** What is written at the notes, in one word: "letters,fingers"; what is not known is left out. */
const marks = z.pipe(
  z.catch(z.string().check(z.maxLength(200)), USUAL_MARKS.join(',')),
  z.transform((text): Mark[] => MARKS.filter((m) => text.split(',').includes(m))),
)

/** How it is drawn, alike on every sheet; anything unknown falls back to the default. */
const drawing = {
  paper: z.catch(z.enum(['a4', 'letter']), 'a4'),
  size: z.catch(z.enum(['small', 'normal', 'large']), 'normal'),
  marks,
  p: passage,
}

/** One sheet as it is asked for: of a seat, or (null) the score of all. */
export const sheetQuery = z.object({
  seat: z.catch(z.nullable(seatIdSchema), null),
  much: z.catch(z.enum(AMOUNTS), 'all'),
  ...drawing,
})
export type SheetQuery = z.infer<typeof sheetQuery>

/** The same in systems as wide as a screen, in pixels, at a size of its own in percent. */
export const standQuery = z.object({
  seat: z.catch(z.nullable(seatIdSchema), null),
  much: z.catch(z.enum(AMOUNTS), 'all'),
  width: z.catch(z.coerce.number().check(z.int(), z.minimum(200), z.maximum(4000)), 800),
  scale: z.catch(z.coerce.number().check(z.int(), z.minimum(20), z.maximum(200)), 60),
  marks,
  p: passage,
})
export type StandQuery = z.infer<typeof standQuery>

/** Another sheet as it is asked for: what, for whom (the class, each seat, or one), on which paper; `look`: to be shown in the browser. */
export const otherQuery = z.object({
  what: z.enum(SHEET_KINDS),
  whom: z._default(z.union([z.enum(['class', 'each']), seatIdSchema]), 'class'),
  paper: z.catch(z.enum(['a4', 'letter']), 'a4'),
  look: flag(false),
})

/** What everybody gets, and what seats get otherwise. */
export type HandOut = {
  /** Whose parts are printed; null: of every seat. */
  readonly seats: readonly SeatId[] | null
  /** How much is written in for everybody, and by seat where it is otherwise. */
  readonly much: Amount
  readonly own: Readonly<Record<SeatId, Amount>>
  /** How much stands in the teacher's score; null: none is printed. */
  readonly score: Amount | null
  /** A sheet for each student, by name, as it holds for them. */
  readonly students: boolean
  /** Each part as a series of sheets, from everything written in to nothing. */
  readonly fade: boolean
} & Omit<SheetQuery, 'seat' | 'much'>

/** A list in one word of an address. */
const words = (text: string): string[] => text.split(',').filter(Boolean).slice(0, MOST_SEATS)

/** What is asked for in the address of Hand out. */
export const handOutQuery = z.pipe(
  z.object({
    seats: z.catch(z.nullable(z.string().check(z.maxLength(400))), null),
    much: z.catch(z.enum(AMOUNTS), 'all'),
    own: z.catch(z.string().check(z.maxLength(600)), ''),
    score: z.catch(z.nullable(z.enum(AMOUNTS)), null),
    students: flag(false),
    fade: flag(false),
    ...drawing,
  }),
  z.transform(({ seats, own, ...rest }): HandOut => {
    const named = words(own).flatMap((word) => {
      const [seat, much] = word.split(':')
      const amount = AMOUNTS.find((a) => a === much)
      return seatIdSchema.safeParse(seat).success && amount ? [[seat, amount] as const] : []
    })
    return {
      ...rest,
      seats: seats === null ? null : words(seats).filter((s) => seatIdSchema.safeParse(s).success),
      own: Object.fromEntries(named),
    }
  }),
)

const drawn = ({ paper, size, marks, p }: Omit<SheetQuery, 'seat' | 'much'>): [string, string][] => [
  ['paper', paper],
  ['size', size],
  ['marks', marks.join(',')],
  ...(p ? ([['p', `${p.from}~${p.to}`]] as [string, string][]) : []),
]

/** The same as it stands in an address. */
export function handOutParams(h: HandOut): string {
  const own = Object.entries(h.own).map(([seat, much]) => `${seat}:${much}`)
  return new URLSearchParams([
    ...(h.seats ? [['seats', h.seats.join(',')]] : []),
    ['much', h.much],
    ...(own.length ? [['own', own.join(',')]] : []),
    ...(h.score ? [['score', h.score]] : []),
    ...(h.students ? [['students', '1']] : []),
    ...(h.fade ? [['fade', '1']] : []),
    ...drawn(h),
  ]).toString()
}

/** The sheets that are printed, in score order, the teacher's score last. */
export function sheetsOf(h: HandOut, seats: readonly SeatId[]): SheetQuery[] {
  const { paper, size, marks, p } = h
  const drawing = { paper, size, marks, p }
  return [
    ...seats.filter((s) => h.seats === null || h.seats.includes(s)).map((seat) => ({ seat, much: h.own[seat] ?? h.much, ...drawing })),
    ...(h.score ? [{ seat: null, much: h.score, ...drawing }] : []),
  ]
}

/** A sheet as it is put into a file: of a seat or (null) the score, for a student where it is one's own. */
export type FileSheet = Pick<SheetQuery, 'seat' | 'much' | 'size'> & {
  readonly student: Pick<Student, 'id' | 'name' | 'noFourth' | 'versions'> | null
  /** Which sheet of a fading series; null: none. */
  readonly fade: number | null
}

/** The sheets of a file, in score order: a seat's, or one for each of its students who have the piece; the score last. */
export function fileSheetsOf(h: HandOut, seats: readonly SeatId[], students: readonly Student[], piece: string): FileSheet[] {
  const all = wholeSheetsOf(h, seats, students, piece)
  if (!h.fade) return all
  return all.flatMap((s) => (s.seat === null ? [s] : Array.from({ length: FADES }, (_, fade) => ({ ...s, fade }))))
}

function wholeSheetsOf(h: HandOut, seats: readonly SeatId[], students: readonly Student[], piece: string): FileSheet[] {
  return sheetsOf(h, seats).flatMap(({ seat, much, size }): FileSheet[] => {
    const at = h.students && seat !== null ? studentsAt(students, seat) : []
    const own = at.filter((s) => hasPiece(s, piece))
    // A seat whose students all have something else gets no sheet in their place.
    if (at.length > 0 && own.length === 0) return []
    if (own.length === 0) return [{ seat, much, size, student: null, fade: null }]
    return own.map((s) => ({
      seat,
      much: s.much ?? much,
      size: s.large ? 'large' : size,
      student: { id: s.id, name: s.name, noFourth: s.noFourth, versions: s.versions },
      fade: null,
    }))
  })
}

/** A sheet as it is asked for in an address. */
export const sheetParams = ({ seat, much, ...rest }: SheetQuery): string =>
  new URLSearchParams([...(seat ? [['seat', seat]] : []), ['much', much], ...drawn(rest)]).toString()

/** A sheet as it comes: who it is for, what its marks mean, where its notes leave what the seat has, and its pages as drawings. */
export const sheetSchema = z.object({
  title: z.string(),
  name: z.string(),
  book: z.string(),
  side: z.string(),
  legend: z.string(),
  problems: z.readonly(z.array(z.string())),
  pages: z.readonly(z.array(z.string())),
})

export const sheetReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), sheet: sheetSchema }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type SheetReply = z.infer<typeof sheetReply>

export const standReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), systems: z.readonly(z.array(z.string())) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type StandReply = z.infer<typeof standReply>
