import { rmSync } from 'node:fs'
import { ensembleMapper } from '@/core/balance/ensemble'
import { previewOf } from '@/core/balance/preview'
import { type Preview } from '@/core/balance/preview.schema'
import { serverToolkit } from '@/engrave/server'
import { slimmed } from '@/engrave/post'
import type { EasierReply, PlanReply, SheetsReply } from '@/api/practice'
import type { BridgeReply, PieceFact } from '@/api/term'
import { easierOn, planOn, sheetsOn } from './plan'
import type { OwnWarmupReply, WeekReply } from '@/api/student'
import { drawingsFor, type Drawings } from './training'
import { ownSystems, ownWarmup, ownWeek } from './student'
import { blockSheet, musicEngraver, shownBlocks } from './blockSheets'
import type { BlockSheet } from '@/core/sheets/blocks'
import { readingOf } from '@/core/reading/reading'
import { bowAlone } from '@/core/sheets/exercises'
import { FADES } from '@/core/part/written'
import { doneFrom, surenessOf } from '@/core/practice/sure'
import { recordsOf } from '@/store/practice'
import { bridgeIn, factsIn } from './term'
import { systemsOf, type Sheet } from '@/engrave/sheet'
import { knownBy, type Known } from './known'
import { keptSheet } from './sheets'
import { turn } from './turns'
import { engraveSystems } from '@/engrave/toolkit'
import { tuneMei } from '@/engrave/tune'
import { pdfOf, type InFile } from '@/paper/pdf'
import { stripsPdf } from '@/paper/strips'
import { exported, type Export } from '@/formats/export'
import { ALL_SEATS } from '@/formats/kinds'
import { asRead, readsBelow } from '@/core/balance/asRead'
import type { DiffersReply } from '@/api/handouts'
import { keepHandout } from '@/store/handouts'
import { differsToday, frozenAs, mapNow } from './frozen'
import { classById, type StoredClass } from '@/store/classes'
import { connect, noteOpened } from '@/store/connection'
import { DataError, dataFile } from '@/store/database'
import { getVersion } from '@/store/versions'
import { backUp, type BackupMade, type BackupProgress } from '@/store/library/backup'
import { bring, compare, type BroughtBack, type Compared } from '@/store/library/bring'
import { look, type LookedInto } from '@/store/library/look'
import { parsedJson } from '@/store/json'
import { bringPieces, getHead, getPiece, pinnedPieces } from '@/store/pieces'
import { pinsSay, type PinsSay } from '@/core/balance/pinsSay'
import { sayDifferences } from '@/core/plan/differs'
import { linesOf, matchLines } from '@/core/seats/lines'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import { emptyPlan, type Plan } from '@/core/plan/plan'
import { inSentence } from '@/core/names'
import { learnedBy } from '@/core/roster/student'
import type { What } from '@/api/handOut'
import { forPupils, languageOf } from '@/core/plan/pupils'
import { isReadAtHome } from '@/core/sheets/kinds'
import { pupilWords } from '@/core/words/pupil'
import { type Student } from '@/core/plan/student'
import { settingsFor, type ClassSettings } from '@/core/plan/class'
import { bringRequest } from '@/formats/brought'
import { LIMITS, megabytes } from '@/formats/limits'
import type { Knex } from 'knex'
import type { Task, TaskKind } from './protocol'
import { sayIssue } from '@/core/issue'

export type { Preview }
export type VersionShown = {
  readonly version: number
  readonly savedAt: number
  readonly name: string | null
  readonly title: string
  readonly measures: number
  readonly pins: number
  readonly systems: readonly string[]
  /** What it has otherwise than what stands now; null when that cannot be read. */
  readonly differs: readonly string[] | null
}

/** What came of a request to put pieces on the shelf; `refused`: it was not one, and why. */
export type Shelved = { readonly added: readonly { id: string; title: string }[] } | { readonly refused: string }

/** What each kind of work brings. */
export type Results = {
  preview: Preview | null
  sheet: Sheet | null
  /** A file of the sheets, with the title that its name is made of. */
  pdf: { readonly title: string; readonly bytes: Uint8Array } | null
  systems: readonly string[] | null
  version: VersionShown | null
  export: Export | null
  pins: PinsSay
  strips: Uint8Array
  plan: PlanReply
  planSheets: SheetsReply
  easier: EasierReply
  /** Null: it does not stand there, or cannot be read. */
  facts: PieceFact | null
  own: readonly string[] | null
  ownWarmup: OwnWarmupReply
  /** Null: there is nothing to be asked of. */
  drawings: Drawings | null
  week: WeekReply
  /** The id of what was kept; null: there is no such piece, or nothing was chosen. */
  freeze: string | null
  differs: DiffersReply
  bridge: BridgeReply
  shelve: Shelved
  backup: BackupMade
  look: LookedInto & Compared
  bring: BroughtBack & { readonly safe: BackupMade | null }
}

/** Of how many pieces the pins are weighed: those that were used last. */
const MOST_PINNED = 40

/** Does the work with a connection of its own, closed at the end. */
async function using<T>(as: 'reading' | 'writing', work: (db: Knex) => Promise<T>): Promise<T> {
  const file = dataFile()
  const db = connect(file, as)
  try {
    if (as === 'writing') {
      await db.raw('SELECT 1')
      noteOpened(db, file)
    }
    return await work(db)
  } finally {
    await db.destroy()
  }
}

/** A piece on the shelf of a class with what it is mapped by, and what that is known by; null when it does not stand there. */
async function sourceOf(db: Knex, of: string, id: string) {
  const [klass, stored] = [await classById(db, of), await getPiece(db, of, id)]
  if (!klass || !stored) return null
  return { piece: stored.piece, plan: stored.plan, klass: klass.settings, known: knownBy(klass, stored) }
}

/** A class that was there when its page asked; one that was taken away since is no fault. */
async function classOf(db: Knex, of: string): Promise<StoredClass> {
  const klass = await classById(db, of)
  if (!klass) throw new DataError('gone', 'This class doesn’t exist any more.')
  return klass
}

/** The same for a student who has learned less than their seat. */
function forStudent<S extends { plan: Plan; klass: ClassSettings; known: string }>(
  source: S,
  seat: SeatId,
  student: Pick<Student, 'noFourth'>,
): S {
  const player = seatsOf(source.klass).find((s) => s.id === seat)
  if (!player || !student.noFourth) return source
  const learned = learnedBy(student, settingsFor(source.klass, source.plan, player).learned)
  const plan = { ...source.plan, learned: { ...source.plan.learned, [seat]: learned } }
  return { ...source, plan, known: `${source.known} ${seat} without the fourth finger` }
}

/** The same in the language of who takes it home: of a student, or (null) of the pupils of the class. */
function asSpoken(source: Known, what: What, seat: SeatId | null, student: Student | null = null): Known {
  const language = languageOf(source.klass, student)
  if (language === 'en' || !isReadAtHome(what, seat)) return source
  return { ...source, klass: forPupils(source.klass, language), known: `${source.known} in ${language}` }
}

/** The sheets of a file, each as it holds for whom it is; students of a seat who have the same on it share what was made. */
async function fileSheets(
  db: Knex,
  { id, of, ...source }: { id: string; of: string } & Known,
  { sheets, paper, now, marks, p }: Pick<Of<'pdf'>, 'sheets' | 'paper' | 'now' | 'marks' | 'p'>,
): Promise<InFile[]> {
  const made: InFile[] = []
  const records = sheets.some((s) => s.fade !== null) ? await recordsOf(db, of, [id]) : []
  const { length } = source.piece.lines[0].measures
  const blocks = new Map<string, Promise<BlockSheet | null>>()
  for (const { what, seat, much, size, student, fade } of sheets) {
    await turn()
    const version = student?.version ? await getVersion(db, id, student.version) : null
    const whole = version
      ? { ...source, piece: version.piece, plan: version.plan, known: `${source.known} as version ${student!.version}` }
      : source
    const listed = source.klass.students.find((s) => s.id === student?.id) ?? null
    const own = asSpoken(student && seat !== null ? forStudent(whole, seat, student) : whole, what, seat, listed)
    const w = pupilWords(own.klass.talk)
    if (what !== 'part') {
      // A week is of a student's own pieces; all else is the same for those who have the same version and fingers.
      const key = JSON.stringify([
        what,
        seat,
        student?.version ?? null,
        student?.noFourth ?? false,
        own.klass.talk.language,
        what === 'week' ? listed?.id : null,
      ])
      if (!blocks.has(key)) blocks.set(key, blockSheet(db, own, what, { of, seat, student: listed, now }))
      const sheet = await blocks.get(key)
      if (sheet) made.push({ ...sheet, name: student ? `${student.name}, ${inSentence(sheet.name)}` : sheet.name })
      continue
    }
    // What fades first is what the record says is sure: of the student by name too.
    const done = fade === null ? [] : [...doneFrom(records, seat), ...(student ? doneFrom(records, seat, student.name) : [])]
    const sure = surenessOf(id, length, done).flatMap((s, i) => (s === 'sure' ? [i] : []))
    const wanted = { seat, much, marks, passage: p, ...(fade === null ? {} : { fade: { step: fade, sure } }) }
    const sheet = await keptSheet(own, wanted, { paper, size })
    if (!sheet) continue
    const name = [student?.name, student ? inSentence(sheet.name) : sheet.name, fade === null ? '' : w.sheetOf(fade + 1, FADES)]
    made.push({ ...sheet, name: name.filter(Boolean).join(', '), link: student?.link ?? null })
  }
  return made
}

/** The same as one PDF; null where nothing of it can be made. */
async function fileOf(
  db: Knex,
  source: Parameters<typeof fileSheets>[1],
  task: Parameters<typeof fileSheets>[2],
): Promise<Uint8Array | null> {
  const made = await fileSheets(db, source, task)
  return made.length === 0 ? null : pdfOf(made, task.paper, new Date(task.now), await musicEngraver(), turn)
}

type Of<K extends TaskKind> = Extract<Task, { kind: K }>

const TASKS: { readonly [K in TaskKind]: (task: Of<K>, say: BackupProgress) => Promise<Results[K]> } = {
  preview: ({ of, id, measures }) =>
    using('reading', async (db) => {
      const source = await sourceOf(db, of, id)
      return source && previewOf(source.piece, source.plan, source.klass, measures)
    }),
  sheet: ({ of, id, what, seat, much, paper, size, marks, p, now }) =>
    using('reading', async (db) => {
      const found = await sourceOf(db, of, id)
      const source = found && asSpoken(found, what, seat)
      if (!source || what === 'part') return source && keptSheet(source, { seat, much, marks, passage: p }, { paper, size })
      const sheet = await blockSheet(db, source, what, { of, seat, student: null, now })
      return sheet && shownBlocks(sheet, paper)
    }),
  pdf: ({ of, id, ...task }) =>
    using('reading', async (db) => {
      const source = await sourceOf(db, of, id)
      const bytes = source && (await fileOf(db, { id, of, ...source }, task))
      return bytes && { title: source.piece.title, bytes }
    }),
  freeze: ({ id, name, asked, of, ...task }) =>
    using('writing', async (db) => {
      const source = await sourceOf(db, of, id)
      if (!source) return null
      const made = await fileOf(db, { id, of, ...source }, task)
      if (!made) return null
      const kept = { class_id: of, piece_id: id, name, title: source.piece.title, made_at: task.now, asked, bytes: Buffer.from(made) }
      const handout = frozenAs(source, kept, mapNow(source))
      await keepHandout(db, handout)
      return handout.id
    }),
  differs: ({ of, handout }) => using('reading', (db) => differsToday(db, of, handout)),
  systems: ({ of, id, seat, much, width, scale, marks, p }) =>
    using('reading', async (db) => {
      const source = await sourceOf(db, of, id)
      return source && systemsOf(await serverToolkit(), source, { seat, much, marks, passage: p }, width, scale)
    }),
  version: ({ of, id, version, measures }) =>
    using('reading', async (db) => {
      const klass = await classById(db, of)
      const shown = (await getHead(db, of, id)) && (await getVersion(db, id, version))
      if (!klass || !shown) return null
      const { piece, plan, savedAt, name } = shown
      // It may be just because it cannot be read as it stands that a version is looked at.
      const now = await getPiece(db, of, id).catch(() => null)
      const first = { ...piece, lines: piece.lines.map((l) => ({ ...l, measures: l.measures.slice(0, measures) })) }
      return {
        version,
        savedAt,
        name,
        title: piece.title,
        measures: piece.lines[0].measures.length,
        pins: Object.values(plan.pins).reduce((n, p) => n + Object.keys(p ?? {}).length, 0),
        systems: engraveSystems(await serverToolkit(), tuneMei(first), 860, 36).map(slimmed),
        differs: now && sayDifferences({ piece, plan }, now, klass.settings),
      }
    }),
  pins: ({ of }) =>
    using('reading', async (db) => {
      const klass = await classOf(db, of)
      return pinsSay(await pinnedPieces(db, of, MOST_PINNED), klass.settings)
    }),
  export: ({ of, id, as, seat, bow }) =>
    using('reading', async (db) => {
      const source = await sourceOf(db, of, id)
      if (!source) return null
      const isNotes = as === 'musicxml' || as === 'mxl'
      const read = isNotes && !bow && seat !== ALL_SEATS ? asRead(source, seat) : source
      if (read !== source)
        return exported(
          as,
          read.piece,
          read.plan,
          ensembleMapper()(read.piece, read.plan, read.klass),
          seat,
          readsBelow(source.klass, seat),
        )
      const whole = ensembleMapper()(source.piece, source.plan, source.klass)
      if (!bow) return exported(as, source.piece, source.plan, whole, seat)
      if (!whole[seat]) return null
      const { piece, plan, klass } = bowAlone(source.klass, readingOf(source.piece, whole[seat]))
      return exported(as, piece, plan, ensembleMapper()(piece, plan, klass), seat)
    }),
  strips: ({ pages, now }) => stripsPdf(pages, 'Tapes', new Date(now)),
  own: ({ of, student, piece, width, scale }) => using('reading', (db) => ownSystems(db, { of, student, piece }, { width, scale })),
  ownWarmup: ({ of, student, piece, width, scale }) => using('reading', (db) => ownWarmup(db, { of, student, piece }, { width, scale })),
  drawings: ({ of, student, piece }) => using('reading', (db) => drawingsFor(db, { of, student }, piece)),
  week: ({ of, student, today }) => using('reading', (db) => ownWeek(db, { of, student }, today)),
  facts: ({ of, piece }) => using('reading', (db) => factsIn(db, of, piece)),
  bridge: ({ of, piece }) => using('reading', (db) => bridgeIn(db, of, piece)),
  plan: ({ of, today }) => using('reading', (db) => planOn(db, of, today)),
  planSheets: ({ of, today }) => using('reading', (db) => sheetsOn(db, of, today)),
  easier: ({ of, today }) => using('reading', (db) => easierOn(db, of, today)),
  shelve: async ({ of, text, now }) => {
    const body = bringRequest.safeParse(parsedJson(text))
    if (!body.success) return { refused: `we can’t save the pieces: ${sayIssue(body.error)}` }
    const { file, pieces } = body.data
    const bytes = Buffer.from(file.base64, 'base64')
    if (bytes.length > LIMITS.file) return { refused: `the file is too big (the limit is ${megabytes(LIMITS.file)})` }
    const seats = seatsOf((await using('reading', (db) => classOf(db, of))).settings)
    const made = pieces.map(({ piece, text: own = '', plan }) => ({
      piece,
      source: { name: file.name, text: own },
      plan: plan ?? { ...emptyPlan(), lines: linesOf(matchLines(seats, piece)) },
    }))
    const ids = await using('writing', async (db) => bringPieces(db, of, { name: file.name, bytes }, made, now))
    return { added: ids.map((id, i) => ({ id, title: pieces[i].piece.title })) }
  },
  backup: ({ to, now }, say) => using('reading', (db) => backUp(db, to, now, say)),
  look: async ({ file, staged }, say) => {
    const looked = await look(file, staged, say)
    return { ...looked, ...(await using('writing', (db) => compare(db, staged))) }
  },
  bring: async ({ staged, how, safe, now }, say) => {
    const saved = how === 'replace' ? await using('reading', (db) => backUp(db, safe, now, say)) : null
    const brought = await using('writing', (db) => bring(db, staged, how))
    for (const end of ['', '-wal', '-shm']) rmSync(staged + end, { force: true })
    return { ...brought, safe: saved }
  },
}

/** Does a task in this thread. */
export const done = <T extends Task>(task: T, say: BackupProgress = () => undefined): Promise<Results[T['kind']]> =>
  (TASKS[task.kind] as (task: Task, say: BackupProgress) => Promise<Results[T['kind']]>)(task, say)
