import { createWriteStream, renameSync, rmSync, statSync } from 'node:fs'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { inflateRawSync } from 'node:zlib'
import type { Knex } from 'knex'
import { ZipFile } from 'yazl'
import { upgraded } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import { versionRowSchema } from '../versions'
import { parsedJson } from '../json'
import {
  CONTENTS,
  HANDOUTS,
  LIBRARY,
  LIBRARY_VERSION,
  originalFile,
  pieceFile,
  RECORDS,
  type Contents,
  type LibraryClass,
  type PieceLine,
  type VersionLine,
} from './format'
import { getHandout } from '../handouts'
import { answersOf } from '../answers'
import { aimsOf, planSettings, recordsOf } from '../practice'
import { seal } from './seal'

/** How far it is: of so many things, what is being done. */
export type BackupProgress = (done: number, total: number, what: string) => void

/** What came of it; `skipped` are the titles of pieces that cannot be read as they stand, kept in the file as they are. */
export type BackupMade = {
  readonly pieces: number
  readonly originals: number
  readonly bytes: number
  readonly skipped: readonly string[]
}

/**
 * Writes everything that a data file holds as one sealed zip file, piece by piece, in memory that does not grow with it:
 * the class, every piece with its versions, the files they came in. What is saved meanwhile is not in it: it is of one
 * moment. Passphrase and who is signed in are left out. The file appears under its name only when it is whole.
 *
 * @param db a connection that reads
 */
export async function backUp(db: Knex, to: string, now: number, say: BackupProgress): Promise<BackupMade> {
  const part = `${to}.part`
  const t = await db.transaction()
  try {
    const classes = await classesOf(t)
    const [klass] = classes
    const heads = (await t('pieces').orderBy('rowid').select('id', 'title')) as { id: string; title: string }[]
    const originals = (await t('originals').orderBy('rowid').select('id', 'name', 'created_at')) as Contents['originals']
    const total = heads.length + originals.length + 2
    let done = 0
    const unreadable = new Set<string>()
    for (const { id } of heads) if (!(await isReadable(t, id))) unreadable.add(id)
    const contents: Contents = {
      format: LIBRARY,
      version: LIBRARY_VERSION,
      madeAt: now,
      class: { name: klass?.name ?? 'My class', school: klass?.school ?? '', settings: klass?.settings ?? null },
      pieces: heads.filter((h) => !unreadable.has(h.id)),
      originals,
      practice: klass?.practice ?? null,
      classes,
    }
    const zip = new ZipFile()
    const written = pipeline(zip.outputStream, createWriteStream(part))
    const failed = new Promise<never>((_, reject) => zip.on('error', reject))
    const mtime = new Date(now)
    zip.addBuffer(Buffer.from(JSON.stringify(contents, null, 1)), CONTENTS, { mtime })
    // Each stream is begun when its turn comes: what is read of the data file is written before more of it is read.
    const add = (name: string, from: () => AsyncGenerator<Buffer | string>) =>
      zip.addReadStreamLazy(name, { mtime }, (ready) => {
        say(done++, total, name)
        ready(null, Readable.from(from()))
      })
    for (const { id } of heads)
      if (unreadable.has(id)) add(`unreadable/${id}.json`, () => rawLines(t, id))
      else add(pieceFile(id), () => pieceLines(t, id))
    const ids = heads.map((h) => h.id)
    add(RECORDS, () =>
      practiceLines(
        t,
        classes.map((c) => c.id),
        ids,
      ),
    )
    add(HANDOUTS, () => handoutLines(t))
    for (const o of originals) add(originalFile(o.id, o.name), () => originalBytes(t, o.id))
    zip.end()
    await Promise.race([written, failed])
    await seal(part)
    renameSync(part, to)
    say(total, total, '')
    return {
      pieces: contents.pieces.length,
      originals: originals.length,
      bytes: statSync(to).size,
      skipped: heads.filter((h) => unreadable.has(h.id)).map((h) => h.title),
    }
  } catch (e) {
    rmSync(part, { force: true })
    throw e
  } finally {
    await t.rollback()
  }
}

/** Every class with its shelf, the open one first. */
async function classesOf(t: Knex): Promise<LibraryClass[]> {
  const rows = (await t('classes')
    .orderByRaw('removed_at IS NOT NULL, opened_at DESC, rowid')
    .select('id', 'name', 'school', 'settings', 'opened_at', 'removed_at')) as (Pick<
    LibraryClass,
    'id' | 'name' | 'school' | 'opened_at' | 'removed_at'
  > & { settings: string | null })[]
  const out: LibraryClass[] = []
  for (const { settings, ...c } of rows) {
    const shelf = (await t('shelves').where({ class_id: c.id }).orderBy('rowid').select('piece_id')) as { piece_id: string }[]
    const practice = (await planSettings(t, c.id))?.settings ?? null
    out.push({ ...c, settings: parsedJson(settings) ?? null, practice, pieces: shelf.map((s) => s.piece_id) })
  }
  return out
}

async function isReadable(t: Knex, id: string): Promise<boolean> {
  const row = (await t('notes').where({ piece_id: id }).first('piece')) as { piece: string } | undefined
  return pieceSchema.safeParse(upgraded(parsedJson(row?.piece))).success
}

const line = (value: unknown): string => `${JSON.stringify(value)}\n`

type Row = Omit<PieceLine, 'piece' | 'plan'> & { piece: string; plan: string }

async function* pieceLines(t: Knex, id: string): AsyncGenerator<string> {
  const row = (await t('pieces')
    .join('notes', 'notes.piece_id', 'pieces.id')
    .join('plans', 'plans.piece_id', 'pieces.id')
    .where({ id })
    .first(
      'id',
      'piece',
      'plan',
      'source_name',
      'source_text',
      'original_id',
      'version',
      'created_at',
      'changed_at',
      'opened_at',
      'deleted_at',
    )) as Row
  yield line({ ...row, piece: parsedJson(row.piece), plan: parsedJson(row.plan) ?? null })
  yield* versionLines(t, id)
}

async function* versionLines(t: Knex, id: string): AsyncGenerator<string> {
  const numbers = (await t('piece_versions').where({ piece_id: id }).orderBy('version').select('version')) as { version: number }[]
  let torn = false
  for (const { version } of numbers) {
    const { whole, body, notes, ...v } = versionRowSchema.parse(await t('piece_versions').where({ piece_id: id, version }).first())
    // What was kept as a change of a version that cannot be unpacked fits nothing: the next whole one begins anew.
    if (torn && whole === 0) continue
    let value: unknown
    try {
      value = JSON.parse(inflateRawSync(body).toString('utf8'))
    } catch {
      torn = true
      continue
    }
    torn = false
    yield line({ ...v, notes: notes === 1, ...(whole === 1 ? { state: value } : { changes: value }) } as VersionLine)
  }
}

/** A row that cannot be read, as it is: for whoever can still make something of it. */
async function* rawLines(t: Knex, id: string): AsyncGenerator<string> {
  yield line(await t('pieces').where({ id }).first())
  yield line((await t('notes').where({ piece_id: id }).first()) ?? null)
  yield line((await t('plans').where({ piece_id: id }).first()) ?? null)
  yield* versionLines(t, id)
}

/** Pieces whose records are read together. */
const TOGETHER = 200

async function* practiceLines(t: Knex, classes: readonly string[], ids: readonly string[]): AsyncGenerator<string> {
  for (const klass of classes) {
    for (const answer of await answersOf(t, klass)) yield line({ class: klass, answer })
    for (let i = 0; i < ids.length; i += TOGETHER) {
      const some = ids.slice(i, i + TOGETHER)
      for (const record of await recordsOf(t, klass, some)) yield line({ class: klass, record })
      for (const aim of await aimsOf(t, klass, some)) yield line({ class: klass, aim })
    }
  }
}

/** Hand-outs one by one: a file of many pages is large. */
async function* handoutLines(t: Knex): AsyncGenerator<string> {
  const all = (await t('handouts').orderBy('rowid').select('id', 'class_id')) as { id: string; class_id: string }[]
  for (const { id, class_id } of all) {
    const h = await getHandout(t, class_id, id)
    if (h) yield line({ ...h, bytes: h.bytes.toString('base64') })
  }
}

async function* originalBytes(t: Knex, id: string): AsyncGenerator<Buffer> {
  const row = (await t('originals').where({ id }).first('bytes')) as { bytes: Buffer }
  yield row.bytes
}
