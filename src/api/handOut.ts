import * as z from 'zod/mini'
import { PART_MARKS, USUAL_MARKS, type Mark } from '@/core/part/marks'
import { FADES } from '@/core/part/written'
import { AMOUNTS, type Amount } from '@/core/plan/amounts'
import { type Student } from '@/core/plan/student'
import { hasPiece, studentsAt } from '@/core/plan/student'
import { SHEET_KINDS, SHEETS, type SheetKind } from '@/core/sheets/kinds'
import type { SeatId } from '@/core/seats/seat'
import { seatIdSchema } from '@/core/seats/seat.schema'
import { MOST_SEATS } from '@/core/seats/bounds'

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
  z.transform((text): Mark[] => PART_MARKS.filter((m) => text.split(',').includes(m))),
)

/** How it is drawn, alike on every sheet; anything unknown falls back to the default. */
const drawing = {
  paper: z.catch(z.enum(['a4', 'letter']), 'a4'),
  size: z.catch(z.enum(['small', 'normal', 'large']), 'normal'),
  marks,
  p: passage,
}

/** What a sheet is: the part (or the score) of a piece, or another kind that can be made of it. */
export const WHATS = ['part', ...SHEET_KINDS] as const
export type What = (typeof WHATS)[number]

/** One sheet as it is asked for: what, of a seat or (null) of all. */
export const sheetQuery = z.object({
  what: z.catch(z.enum(WHATS), 'part'),
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

/** Another kind of sheet that is wanted: of each seat, or (what can be of either) one for the class. */
export type Also = { readonly kind: SheetKind; readonly whom: 'seat' | 'class' }

/** Whom a kind is made for when nobody has said so. */
export const usualWhom = (kind: SheetKind): Also['whom'] => (SHEETS[kind].for === 'class' ? 'class' : 'seat')

/** The head of an answer that says how many files a pack will have. */
export const FILES_IN_PACK = 'x-files-in-pack'

/** How many pieces one pack has at the most. */
export const MOST_PIECES = 24

/** What everybody gets, and what seats get otherwise. */
export type HandOut = {
  /** Whose parts are printed; null: of every seat. */
  readonly seats: readonly SeatId[] | null
  /** Whether their parts are printed, and what else is. */
  readonly parts: boolean
  readonly also: readonly Also[]
  /** How much is written in for everybody, and by seat where it is otherwise. */
  readonly much: Amount
  readonly own: Readonly<Record<SeatId, Amount>>
  /** How much stands in the teacher's score; null: none is printed. */
  readonly score: Amount | null
  /** A sheet for each student, by name, as it holds for them. */
  readonly students: boolean
  /** Each part as a series of sheets, from everything written in to nothing. */
  readonly fade: boolean
  /** Of a file each: the scores as MusicXML beside them, and other pieces of the shelf, by id. */
  readonly xml: boolean
  readonly and: readonly string[]
} & Omit<SheetQuery, 'what' | 'seat' | 'much'>

/** A list in one word of an address. */
const words = (text: string, most = MOST_SEATS): string[] => text.split(',').filter(Boolean).slice(0, most)

/** "calls:class", "theory": in the order in which kinds are offered; each once. */
function alsoIn(text: string): Also[] {
  const asked = new Map(
    words(text, SHEET_KINDS.length).map((word): [string, string | undefined] => [word.split(':')[0], word.split(':')[1]]),
  )
  return SHEET_KINDS.filter((kind) => asked.has(kind)).map((kind) => ({
    kind,
    whom: SHEETS[kind].for === 'either' && asked.get(kind) === 'class' ? 'class' : usualWhom(kind),
  }))
}
const sayAlso = ({ kind, whom }: Also): string => (whom === usualWhom(kind) ? kind : `${kind}:${whom}`)

/** What is asked for in the address of Hand out. */
export const handOutQuery = z.pipe(
  z.object({
    seats: z.catch(z.nullable(z.string().check(z.maxLength(400))), null),
    much: z.catch(z.enum(AMOUNTS), 'all'),
    own: z.catch(z.string().check(z.maxLength(600)), ''),
    score: z.catch(z.nullable(z.enum(AMOUNTS)), null),
    students: flag(false),
    fade: flag(false),
    parts: flag(true),
    also: z.catch(z.string().check(z.maxLength(400)), ''),
    xml: flag(false),
    and: z.catch(z.string().check(z.maxLength(40 * MOST_PIECES)), ''),
    ...drawing,
  }),
  z.transform(({ seats, own, also, and, ...rest }): HandOut => {
    const named = words(own).flatMap((word) => {
      const [seat, much] = word.split(':')
      const amount = AMOUNTS.find((a) => a === much)
      return seatIdSchema.safeParse(seat).success && amount ? [[seat, amount] as const] : []
    })
    return {
      ...rest,
      seats: seats === null ? null : words(seats).filter((s) => seatIdSchema.safeParse(s).success),
      own: Object.fromEntries(named),
      also: alsoIn(also),
      and: [...new Set(words(and, MOST_PIECES).filter((id) => z.uuid().safeParse(id).success))],
    }
  }),
)

const drawn = ({ paper, size, marks, p }: Omit<SheetQuery, 'what' | 'seat' | 'much'>): [string, string][] => [
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
    ...(h.parts ? [] : [['parts', '0']]),
    ...(h.also.length ? [['also', h.also.map(sayAlso).join(',')]] : []),
    ...(h.xml ? [['xml', '1']] : []),
    ...(h.and.length ? [['and', h.and.join(',')]] : []),
    ...drawn(h),
  ]).toString()
}

/** The sheets that are printed, in score order: of each seat its part and what else is its own, then what is for the class, the score last. */
export function sheetsOf(h: HandOut, seats: readonly SeatId[]): SheetQuery[] {
  const { paper, size, marks, p } = h
  const drawing = { paper, size, marks, p }
  const others = (whom: Also['whom'], seat: SeatId | null): SheetQuery[] =>
    h.also.filter((a) => a.whom === whom).map((a) => ({ what: a.kind, seat, much: h.much, ...drawing }))
  return [
    ...seats
      .filter((s) => h.seats === null || h.seats.includes(s))
      .flatMap((seat): SheetQuery[] => [
        ...(h.parts ? [{ what: 'part' as const, seat, much: h.own[seat] ?? h.much, ...drawing }] : []),
        ...others('seat', seat),
      ]),
    ...others('class', null),
    ...(h.score ? [{ what: 'part' as const, seat: null, much: h.score, ...drawing }] : []),
  ]
}

/** A sheet as it is put into a file: of a seat or (null) the class, for a student where it is one's own. */
export type FileSheet = Pick<SheetQuery, 'what' | 'seat' | 'much' | 'size'> & {
  readonly student: Pick<Student, 'id' | 'name' | 'noFourth' | 'versions'> | null
  /** Which sheet of a fading series; null: none. */
  readonly fade: number | null
}

/** The sheets of a file, in score order: a seat's, or those of each of its students who have the piece, one after the other; the class's last. */
export function fileSheetsOf(h: HandOut, seats: readonly SeatId[], students: readonly Student[], piece: string): FileSheet[] {
  const all = sheetsOf(h, seats)
  const faded = (s: FileSheet): FileSheet[] =>
    h.fade && s.what === 'part' && s.seat !== null ? Array.from({ length: FADES }, (_, fade) => ({ ...s, fade })) : [s]
  const plain = ({ what, seat, much, size }: SheetQuery): FileSheet => ({ what, seat, much, size, student: null, fade: null })
  const ofSeat = (seat: SeatId): FileSheet[] => {
    const own = all.filter((s) => s.seat === seat)
    const at = h.students ? studentsAt(students, seat) : []
    if (at.length === 0) return own.map(plain)
    // A seat whose students all have something else gets no sheet in their place.
    return at
      .filter((s) => hasPiece(s, piece))
      .flatMap(({ id, name, noFourth, versions, ...s }) =>
        own.map((x): FileSheet => ({
          ...plain(x),
          much: s.much ?? x.much,
          size: s.large ? 'large' : x.size,
          student: { id, name, noFourth, versions },
        })),
      )
  }
  return [...seats.flatMap(ofSeat), ...all.filter((s) => s.seat === null).map(plain)].flatMap(faded)
}

/** A sheet as it is asked for in an address; what changes nothing on it is left out. */
export const sheetParams = ({ what, seat, much, ...rest }: SheetQuery): string =>
  new URLSearchParams([
    ...(seat ? [['seat', seat]] : []),
    ...(what === 'part'
      ? [['much', much], ...drawn(rest)]
      : [
          ['what', what],
          ['paper', rest.paper],
        ]),
  ]).toString()

/** A sheet as it comes: who it is for, what its marks mean, where its notes leave what the seat has, and its pages as drawings. */
export const sheetSchema = z.object({
  title: z.string(),
  name: z.string(),
  book: z.string(),
  side: z.string(),
  legend: z.string(),
  problems: z.readonly(z.array(z.string())),
  pages: z.readonly(z.array(z.string())),
  /** Its pages have head and foot on them. */
  whole: z.optional(z.literal(true)),
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
