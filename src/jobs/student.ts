import { careAlways } from '@/core/drills/care'
import type { Knex } from 'knex'
import type { OwnWarmupReply, WeekReply } from '@/api/student'
import { warmupItems } from './warmup'
import { ownMusic } from '@/core/roster/own'
import { forPupils, languageOf } from '@/core/plan/pupils'
import { pupilWords } from '@/core/words/pupil'
import { hasPiece } from '@/core/plan/student'
import { serverToolkit } from '@/engrave/server'
import { systemsOf, type Wanted } from '@/engrave/sheet'
import { classById } from '@/store/classes'
import { ownPiece } from '@/store/own'
import { recordsOf } from '@/store/practice'
import { doneFrom } from '@/core/practice/sure'
import { Kept } from './kept'
import { knownBy } from './known'
import { weekOf } from './plan'

type Who = { readonly of: string; readonly student: string }
type Drawn = { readonly width: number; readonly scale: number }

/** How many days a student's week has. */
const WEEK = 7

/** A student of a class that stands, or null. */
async function studentIn(db: Knex, { of, student: id }: Who) {
  const klass = await classById(db, of)
  const student = klass?.settings.students.find((s) => s.id === id)
  return klass && student ? { klass, student } : null
}

/** A piece of a student: on the shelf of their class, and theirs; with everything that it is mapped by. */
async function pieceOf(db: Knex, who: Who & { readonly piece: string }) {
  const found = await studentIn(db, who)
  if (!found || !hasPiece(found.student, who.piece)) return null
  const stored = await ownPiece(db, who.of, found.student, who.piece)
  return stored && { ...found, stored }
}

/** What a student is asked of: a piece of theirs as they have it, or (null) all that they have learned. Null where there is none. */
export async function ownSource(db: Knex, who: Who, piece: string | null) {
  if (piece === null) {
    const found = await studentIn(db, who)
    return found && { ...found, music: null }
  }
  const found = await pieceOf(db, { ...who, piece })
  const music = found && ownMusic(found.stored.piece, found.stored.plan, found.klass.settings, found.student)
  return found && music && { klass: found.klass, student: found.student, music }
}

const wanted = (seat: string, much: Wanted['much']): Wanted => ({ seat, much, marks: ['fingers', 'positions'], passage: null })

/** A student's part in systems as wide as their screen; null: it is not theirs. */
export async function ownSystems(
  db: Knex,
  who: Who & { readonly piece: string },
  { width, scale }: Drawn,
): Promise<readonly string[] | null> {
  const found = await pieceOf(db, who)
  const own = found && ownMusic(found.stored.piece, found.stored.plan, found.klass.settings, found.student)
  if (!own) return null
  return systemsOf(await serverToolkit(), own, wanted(found.student.seat, found.student.much ?? 'all'), width, scale)
}

/** Warm-ups as they were made, for what they depend on: all drills of a piece take a second. */
const kept = new Kept<OwnWarmupReply>(60)

/** The warm-up of a piece as the teacher has settled it, with the student's notes. */
export async function ownWarmup(db: Knex, who: Who & { readonly piece: string }, { width, scale }: Drawn): Promise<OwnWarmupReply> {
  const found = await pieceOf(db, who)
  if (!found) return { ok: false, problem: pupilWords().notHere }
  const { student, stored } = found
  const language = languageOf(found.klass.settings, student)
  const klass = forPupils(found.klass.settings, language)
  const toolkit = await serverToolkit()
  const records = await recordsOf(db, who.of, [who.piece])
  const done = doneFrom(records, student.seat, student.name)
  const from = `${language} ${knownBy(found.klass, { id: who.piece, version: stored.version })} ${student.seat} ${width} ${scale} ${JSON.stringify(done)}`
  return kept.of(from, (): OwnWarmupReply => {
    const { items, minutes } = warmupItems({ piece: stored.piece, plan: stored.plan, klass }, student.seat, { done })
    return {
      ok: true,
      minutes,
      care: items.some((x) => x.care) ? careAlways(klass.talk) : null,
      items: items.map(({ music, ...x }) => ({
        ...x,
        systems: music ? (systemsOf(toolkit, music, wanted(student.seat, 'all'), width, scale) ?? []) : [],
      })),
    }
  })
}

/** What a student practises in the next days. */
export async function ownWeek(db: Knex, who: Who, today: string): Promise<WeekReply> {
  const found = await studentIn(db, who)
  return found
    ? weekOf(db, { of: who.of, student: found.student, language: languageOf(found.klass.settings, found.student) }, today, WEEK)
    : { ok: false, problem: pupilWords().noStudent }
}
