import { rmSync } from 'node:fs'
import type { Knex } from 'knex'
import { upgraded, type Piece } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import { searchText, summaryOf } from '@/core/piece/summary'
import { readClassSettings } from '@/core/plan/class.schema'
import { readPlan } from '@/core/plan/plan.schema'
import { answerSchema } from '@/core/trainer/answer.schema'
import { aimSchema, planSettingsSchema, recordSchema } from '@/core/plan/record.schema'
import { openDatabase } from '../database'
import { addAnswers } from '../answers'
import { putPractice, savePlanSettings } from '../practice'
import { changed, keptChanges, keptSince, keptWhole, LONGEST_CHAIN, type KeptState, type State } from '../states'
import { openArchive, type Archive } from './archive'
import type { BackupProgress } from './backup'
import {
  CONTENTS,
  contentsSchema,
  oldLibrarySchema,
  pieceFile,
  pieceLineSchema,
  HANDOUTS,
  handoutLineSchema,
  practiceLineSchema,
  RECORDS,
  versionLineSchema,
  type Contents,
  type OldLibrary,
  type PieceLine,
} from './format'
import { sealOf } from './seal'
import { count } from '@/core/count'
import { sayList } from '@/core/names'
import { sayIssue } from '@/core/issue'

/** What a library file holds, as it was found when every byte of it was read; `problems` in the teacher's words. */
export type LookedInto = {
  readonly madeAt: number | null
  readonly className: string
  readonly school: string
  readonly pieces: number
  readonly deleted: number
  readonly versions: number
  readonly originals: number
  readonly problems: readonly string[]
}

/** Why a file cannot be brought back at all; its message is for the teacher. */
export class NoLibrary extends Error {}

/** The text of a library of the shape before this one may have so many bytes. */
const MOST_OLD = 512_000_000
/** A file that a piece came in may have so many. */
const MOST_ORIGINAL = 64_000_000
const MOST_CONTENTS = 64_000_000

/**
 * Reads a whole library file, checks everything in it and lays it down as a data file of its own beside the one in use, one
 * piece at a time: bringing it back is then only a matter of copying. Pieces that are damaged are named and left out.
 */
export async function look(file: string, staged: string, say: BackupProgress): Promise<LookedInto> {
  let archive: Archive
  try {
    archive = await openArchive(file)
  } catch {
    throw new NoLibrary('This file is not a backup, or it is damaged or cut off. Try another copy of it.')
  }
  for (const end of ['', '-wal', '-shm']) rmSync(staged + end, { force: true })
  const db = await openDatabase(staged)
  try {
    if (!archive.names.has(CONTENTS)) throw new NoLibrary('This file is not a backup made by Even Seat. Choose one that is.')
    const sealed = await sealOf(file)
    const old = sealed === 'none' ? await oldLibrary(archive) : null
    const found = old ? await layOld(db, archive, old, say) : await layNew(db, archive, say)
    // Every byte of it was read and is right, but something around it is not: say so, and let it be used.
    if (sealed === 'broken' && found.problems.length === 0)
      found.problems.push(
        'The file has changed since it was saved, maybe because a disk or a copy went wrong. We could read everything, but keep another copy.',
      )
    return found
  } finally {
    archive.close()
    await db.destroy()
  }
}

type Finding = { -readonly [K in keyof LookedInto]: LookedInto[K] } & { problems: string[] }

async function oldLibrary(archive: Archive): Promise<OldLibrary | null> {
  let value: unknown
  try {
    value = JSON.parse((await archive.bytes(CONTENTS, MOST_OLD)).toString('utf8'))
  } catch {
    throw new NoLibrary('This backup is damaged. Try another copy of it.')
  }
  if (typeof value === 'object' && value !== null && 'version' in value) return null
  const old = oldLibrarySchema.safeParse(value)
  if (!old.success) throw new NoLibrary(`We can’t read this backup at ${sayIssue(old.error)}`)
  return old.data
}

async function readContents(archive: Archive): Promise<Contents> {
  let value: unknown
  try {
    value = JSON.parse((await archive.bytes(CONTENTS, MOST_CONTENTS)).toString('utf8'))
  } catch {
    throw new NoLibrary('The contents of this backup are damaged. Try another copy of it.')
  }
  const contents = contentsSchema.safeParse(value)
  if (contents.success) return contents.data
  const version: unknown = typeof value === 'object' && value !== null && 'version' in value ? value.version : null
  if (typeof version === 'number' && version > 2)
    throw new NoLibrary('This backup was made by a newer Even Seat. Restore it with that one.')
  throw new NoLibrary(`We can’t read the contents of this backup at ${sayIssue(contents.error)}`)
}

/** The class of a library from before there were several: bringing it in, it becomes the one that is open. */
export const ONLY_CLASS = 'class'

const layClass = (db: Knex, klass: Contents['class'], { id = ONLY_CLASS, opened_at = 0, removed_at = null as number | null } = {}) =>
  db('classes').insert({
    id,
    name: klass.name || 'My class',
    school: klass.school,
    settings: klass.settings === null ? null : JSON.stringify(readClassSettings(klass.settings)),
    version: 1,
    opened_at,
    removed_at,
  })

async function layNew(db: Knex, archive: Archive, say: BackupProgress): Promise<Finding> {
  const contents = await readContents(archive)
  const classes = contents.classes ?? []
  if (classes.length === 0) await layClass(db, contents.class)
  for (const c of classes) await layClass(db, c, c)
  // Until its shelves are known a piece belongs to the first class.
  const home = classes[0]?.id ?? ONLY_CLASS
  const found: Finding = {
    madeAt: contents.madeAt,
    className: sayList(classes.length > 0 ? classes.filter((c) => c.removed_at === null).map((c) => c.name) : [contents.class.name]),
    school: contents.class.school,
    pieces: 0,
    deleted: 0,
    versions: 0,
    originals: 0,
    problems: [],
  }
  const total = contents.pieces.length + contents.originals.length
  let done = 0
  found.originals = await layOriginals(db, archive, contents.originals, found.problems, () => say(done++, total, 'files'))
  for (const { id, title } of contents.pieces) {
    say(done++, total, title)
    if (!archive.names.has(pieceFile(id))) {
      found.problems.push(`“${title}” is listed in the backup but is not in it.`)
      continue
    }
    try {
      await db.transaction((t) => layPiece(t, archive, id, home, found))
    } catch (e) {
      found.problems.push(`“${title}” is damaged in this backup, so we can’t restore it (${(e as Error).message}).`)
    }
  }
  await layShelves(db, classes)
  await layPractice(db, archive, contents, home, found)
  await layHandouts(db, archive, found.problems)
  const listed = new Set(contents.pieces.map((p) => pieceFile(p.id)))
  const beside = [...archive.names].filter((n) => n.startsWith('pieces/') && !listed.has(n)).length
  if (beside) found.problems.push(`${count(beside, 'piece is', 'pieces are')} in the backup but not in its list. Left out.`)
  const lost = [...archive.names].filter((n) => n.startsWith('unreadable/')).length
  if (lost) found.problems.push(`${count(lost, 'piece')} couldn’t be read when the backup was made. Left out here, but still in the file.`)
  return found
}

/** What stands on the shelf of each class. A piece that no class names stays with the first, so that it is not lost. */
async function layShelves(db: Knex, classes: NonNullable<Contents['classes']>): Promise<void> {
  const there = new Set(((await db('pieces').select('id')) as { id: string }[]).map((p) => p.id))
  const named = classes.map((c) => ({ id: c.id, pieces: [...new Set(c.pieces)].filter((p) => there.has(p)) }))
  if (named.length === 0) return
  await db.transaction(async (t) => {
    const all = named.flatMap((c) => c.pieces)
    for (let i = 0; i < all.length; i += TOGETHER)
      await t('shelves')
        .whereIn('piece_id', all.slice(i, i + TOGETHER))
        .delete()
    for (const c of named) for (const piece of c.pieces) await t('shelves').insert({ class_id: c.id, piece_id: piece })
  })
}

/** How many rows are named in one statement. */
const TOGETHER = 200

/** What was practised, and what the plan is made from. What cannot be read is counted and left out; of pieces that are not there nothing is kept. */
async function layPractice(db: Knex, archive: Archive, contents: Contents, home: string, found: Finding): Promise<void> {
  const classes = contents.classes ?? [{ id: ONLY_CLASS, name: contents.class.name, practice: contents.practice }]
  for (const c of classes) {
    const settings = planSettingsSchema.safeParse(c.practice)
    if (settings.success) await savePlanSettings(db, c.id, 0, settings.data)
    else if (c.practice != null)
      found.problems.push(`The plan over the days${classes.length > 1 ? ` of ${c.name}` : ''} in this backup can’t be read. Left out.`)
  }
  const known = new Set(classes.map((c) => c.id))
  if (!archive.names.has(RECORDS)) return
  let lost = 0
  try {
    for await (const text of archive.lines(RECORDS)) {
      const line = practiceLineSchema.safeParse(JSON.parse(text))
      const record = line.success ? recordSchema.safeParse(line.data.record) : null
      const aim = line.success ? aimSchema.safeParse(line.data.aim) : null
      const answer = line.success ? answerSchema.safeParse(line.data.answer) : null
      const of = line.success && line.data.class !== undefined && known.has(line.data.class) ? line.data.class : home
      if (record?.success) await putPractice(db, of, { record: record.data })
      else if (aim?.success) await putPractice(db, of, { aim: aim.data })
      else if (answer?.success) await addAnswers(db, of, [answer.data], answer.data.at)
      else lost++
    }
  } catch (e) {
    found.problems.push(`The practice records in this backup are damaged from some line on (${(e as Error).message}).`)
  }
  if (lost) found.problems.push(`${count(lost, 'record')} couldn’t be read. Left out.`)
}

/** Hand-outs as they were printed: what cannot be read is counted and left out. */
async function layHandouts(db: Knex, archive: Archive, problems: string[]): Promise<void> {
  if (!archive.names.has(HANDOUTS)) return
  let lost = 0
  try {
    for await (const text of archive.lines(HANDOUTS)) {
      const line = handoutLineSchema.safeParse(JSON.parse(text))
      if (line.success) await db('handouts').insert({ ...line.data, bytes: Buffer.from(line.data.bytes, 'base64') })
      else lost++
    }
  } catch (e) {
    problems.push(`The saved prints in this backup are damaged from some line on (${(e as Error).message}).`)
  }
  if (lost) problems.push(`${count(lost, 'saved print')} couldn’t be read. Left out.`)
}

/** The files that pieces came in: each is there and whole, or is named. */
async function layOriginals(
  db: Knex,
  archive: Archive,
  originals: Contents['originals'],
  problems: string[],
  next: () => void,
): Promise<number> {
  const places = new Map([...archive.names].flatMap((n) => (n.startsWith('originals/') ? [[n.split('/')[1], n] as const] : [])))
  let count = 0
  for (const { id, name, created_at } of originals) {
    next()
    const place = places.get(id)
    if (!place) {
      problems.push(`The file “${name}”, the original of a piece, is not in this backup.`)
      continue
    }
    try {
      const bytes = await archive.bytes(place, MOST_ORIGINAL)
      await db('originals').insert({ id, name, bytes, created_at })
      count++
    } catch {
      problems.push(`The file “${name}”, the original of a piece, is damaged in this backup.`)
    }
  }
  return count
}

/** Notes as they are checked: a piece of today, whatever version it was kept in. */
function checkedPiece(value: unknown): Piece {
  const piece = pieceSchema.safeParse(upgraded(value))
  if (!piece.success) throw new Error(`its notes cannot be read: ${sayIssue(piece.error)}`)
  return piece.data
}

async function layPiece(t: Knex.Transaction, archive: Archive, id: string, home: string, found: Finding): Promise<void> {
  let [before, chain, versions] = [null as State | null, 0, 0]
  let first: PieceLine | null = null
  let standing: State | null = null
  let last = 0
  for await (const text of archive.lines(pieceFile(id))) {
    const value = JSON.parse(text) as unknown
    if (!first) {
      first = pieceLineSchema.parse(value)
      if (first.id !== id) throw new Error('it says it is another piece')
      standing = await layStanding(t, first, home)
      continue
    }
    const line = versionLineSchema.parse(value)
    if (line.version <= last) throw new Error('its versions are out of order')
    last = line.version
    let kept: KeptState
    let state: State
    try {
      // What changed is applied here once, so that a chain that does not fit is found now and not when it is needed.
      state = line.state ?? changed(before ?? fail('nothing is before it'), line.changes)
      // The last one is what stands, as it was checked: what is saved next is kept as a change of it.
      const stands = line.version === first.version
      if (stands) state = standing!
      if (!before || chain >= LONGEST_CHAIN - 1 || (line.state && !stands)) kept = keptWhole(state)
      else kept = stands ? keptSince(before, state) : keptChanges(line.changes)
    } catch {
      found.problems.push(`Version ${line.version} of “${(standing!.piece as Piece).title}” doesn’t fit the ones before it. Left out.`)
      before = null
      continue
    }
    chain = kept.whole ? 0 : chain + 1
    before = state
    versions++
    await insertVersion(t, id, line, kept)
  }
  if (!first || !standing) throw new Error('there is nothing in it')
  // A history without the present state would make a later change hang on the wrong version.
  if (last !== first.version) {
    await insertVersion(
      t,
      id,
      { version: Math.max(first.version, last + 1), saved_at: first.changed_at, notes: true, name: null },
      keptWhole(standing),
    )
    await t('pieces')
      .where({ id })
      .update({ version: Math.max(first.version, last + 1) })
    versions++
  }
  found.pieces++
  found.versions += versions
  if (first.deleted_at !== null) found.deleted++
}

function fail(text: string): never {
  throw new Error(text)
}

const insertVersion = (
  t: Knex.Transaction,
  id: string,
  v: { version: number; saved_at: number; notes: boolean; name: string | null; said?: string },
  kept: KeptState,
) =>
  t('piece_versions').insert({
    piece_id: id,
    version: v.version,
    saved_at: v.saved_at,
    notes: Number(v.notes),
    name: v.name,
    said: v.said ?? '',
    whole: Number(kept.whole),
    body: kept.body,
  })

/** Lays down the piece as it stands, its row, notes and plan, and says its state as it was checked. */
async function layStanding(t: Knex.Transaction, p: PieceLine, home: string): Promise<State> {
  const piece = checkedPiece(p.piece)
  const summary = summaryOf(piece)
  const original = p.original_id !== null && (await t('originals').where({ id: p.original_id }).first('id')) ? p.original_id : null
  await t('pieces').insert({
    id: p.id,
    class_id: home,
    title: piece.title,
    summary: JSON.stringify(summary),
    search: searchText(summary),
    source_name: p.source_name,
    original_id: original,
    version: p.version,
    created_at: p.created_at,
    changed_at: p.changed_at,
    opened_at: p.opened_at,
    deleted_at: p.deleted_at,
  })
  await t('shelves').insert({ class_id: home, piece_id: p.id })
  await t('notes').insert({ piece_id: p.id, piece: JSON.stringify(piece), source_text: p.source_text })
  const plan = readPlan(p.plan)
  await t('plans').insert({ piece_id: p.id, plan: JSON.stringify(plan) })
  return { piece, plan, text: p.source_text }
}

async function layOld(db: Knex, archive: Archive, old: OldLibrary, say: BackupProgress): Promise<Finding> {
  await layClass(db, old.class)
  const found: Finding = {
    madeAt: null,
    className: old.class.name,
    school: old.class.school,
    pieces: 0,
    deleted: 0,
    versions: 0,
    originals: 0,
    problems: [],
  }
  const total = old.pieces.length + old.originals.length
  let done = 0
  found.originals = await layOriginals(db, archive, old.originals, found.problems, () => say(done++, total, 'files'))
  for (const { versions, ...p } of old.pieces) {
    say(done++, total, 'pieces')
    try {
      await db.transaction(async (t) => {
        const standing = await layStanding(t, p, ONLY_CLASS)
        let before: State | null = null
        const ordered = [...versions].sort((a, b) => a.version - b.version)
        for (const [i, v] of ordered.entries()) {
          const state: State =
            v.version === p.version
              ? standing
              : { piece: v.piece ?? before?.piece ?? p.piece, plan: v.plan, text: v.source_text ?? before?.text ?? '' }
          const kept = before && i % LONGEST_CHAIN !== 0 ? keptSince(before, state) : keptWhole(state)
          await insertVersion(t, p.id, { version: v.version, saved_at: v.saved_at, notes: v.piece != null, name: null }, kept)
          before = state
        }
        if (ordered.at(-1)?.version !== p.version)
          await insertVersion(t, p.id, { version: p.version, saved_at: p.changed_at, notes: true, name: null }, keptWhole(standing))
        found.pieces++
        found.versions += ordered.length
        if (p.deleted_at !== null) found.deleted++
      })
    } catch (e) {
      found.problems.push(`The piece from “${p.source_name}” can’t be restored (${(e as Error).message}).`)
    }
  }
  return found
}
