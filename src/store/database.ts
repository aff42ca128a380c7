import { chmodSync, copyFileSync, existsSync, mkdirSync, readdirSync, statSync } from 'node:fs'
import path from 'node:path'
import type { Knex } from 'knex'
import { connect, noteOpened } from './connection'
import { migrationNames, migrationSource } from './migrations'
import { DataError, explained } from './trouble'

export { DataError } from './trouble'

/** Where the data lives: EVEN_SEAT_DATA, else `data/` beside the application. */
export const dataFolder = (): string => path.resolve(/* turbopackIgnore: true */ process.env.EVEN_SEAT_DATA ?? 'data')

/** The data file in a folder. */
export const dataFile = (folder = dataFolder()): string => path.join(/* turbopackIgnore: true */ folder, 'even-seat.sqlite')

/** How long a start waits for another that is bringing the data up to date, in milliseconds. */
const MIGRATION_WAIT = 10_000

/** An empty data file that is up to date, of which a new one is a copy: only the tests have one (scripts/seed.ts). */
export const PREPARED: { empty: string | null } = { empty: null }

/** Opens a data file (":memory:" for tests) and brings its tables up to date. Rejects with a {@link DataError} that says what to do. */
export async function openDatabase(file: string, wait = MIGRATION_WAIT): Promise<Knex> {
  try {
    if (file !== ':memory:') mkdirSync(path.dirname(file), { recursive: true, mode: 0o700 })
  } catch {
    throw new DataError(
      'unwritable',
      `The data folder ${path.dirname(file)} can’t be made. Choose another one with EVEN_SEAT_DATA, or change its permissions.`,
    )
  }
  if (PREPARED.empty && file !== ':memory:' && !existsSync(file)) copyFileSync(PREPARED.empty, file)
  await lookedAt(file)
  const db = connect(file)
  try {
    await migrated(db, file, wait)
    // A write that changes nothing: a data file that can only be read is found here, not at the first save.
    await db
      .transaction((t) => t('classes').where('id', 'none').update({ name: '' }))
      .catch((e: unknown) => {
        // On a full disk what there is can still be looked at; every save says why it fails.
        if ((explained(e, file) as Partial<DataError>).trouble !== 'full') throw e
      })
    noteOpened(db, file)
    keepPrivate(file)
    return db
  } catch (e) {
    await db.destroy().catch(() => undefined)
    throw explained(e, file)
  }
}

/** What stands in a folder that is a data folder and nothing else. */
const OURS = /^(?:even-seat\.sqlite(?:-wal|-shm)?|outgoing|incoming|backups)$/

/** The data file is its owner's alone, and its folder where nothing else stands in it. Where another user owns them, or the disk knows no such thing, it stays as it is. */
function keepPrivate(file: string): void {
  if (file === ':memory:') return
  const folder = path.dirname(file)
  const chmod = (at: string, mode: number) => {
    try {
      chmodSync(at, mode)
    } catch {
      // Not ours to change.
    }
  }
  for (const end of ['', '-wal', '-shm']) if (existsSync(file + end)) chmod(file + end, 0o600)
  if (readdirSync(folder).every((name) => OURS.test(name))) chmod(folder, 0o700)
}

/** Looks at a file without writing anything in it: it may be damaged, or none of ours. */
async function lookedAt(file: string): Promise<void> {
  if (file === ':memory:' || !((statSync(file, { throwIfNoEntry: false })?.size ?? 0) > 0)) return
  const db = connect(file, 'reading')
  try {
    const check = (await db.raw('PRAGMA quick_check')) as { quick_check: string }[]
    if (check[0]?.quick_check !== 'ok') throw Object.assign(new Error('quick_check'), { code: 'SQLITE_CORRUPT' })
    await refuseForeign(db, file)
  } catch (e) {
    throw explained(e, file)
  } finally {
    await db.destroy().catch(() => undefined)
  }
}

/** A file of another program, or of a later Even Seat, is left alone: nothing of it is changed before this is known. */
async function refuseForeign(db: Knex, file: string): Promise<void> {
  const rows = (await db('sqlite_master').where({ type: 'table' }).select('name')) as { name: string }[]
  const tables = rows.map((r) => r.name).filter((n) => !n.startsWith('sqlite_'))
  if (tables.length === 0) return
  if (!tables.includes('knex_migrations'))
    throw new DataError(
      'foreign',
      `The data file ${file} belongs to another program (it holds ${tables.slice(0, 3).join(', ')}). Choose another folder with EVEN_SEAT_DATA, or move the file away.`,
    )
  const done = (await db('knex_migrations').select('name')) as { name: string }[]
  const unknown = done.map((r) => r.name).filter((n) => !migrationNames.includes(n))
  if (unknown.length)
    throw new DataError(
      'newer',
      `The data file ${file} was made by a newer Even Seat (it knows “${unknown[0]}”). Start that one, or choose another folder with EVEN_SEAT_DATA. Nothing was changed.`,
    )
}

/** Brings the tables up to date; while another start does so, waits for it. */
async function migrated(db: Knex, file: string, wait: number): Promise<void> {
  const until = performance.now() + wait
  for (;;) {
    try {
      await db.migrate.latest({ migrationSource })
      return
    } catch (e) {
      if (!/MigrationLocked|already locked/i.test(`${(e as Error).name} ${(e as Error).message}`)) throw e
      if (performance.now() >= until)
        throw new DataError(
          'migrating',
          `The data file ${file} is being updated by another Even Seat, or an update was stopped half way. If no other one is running, type: npm run unlock — then start again. Nothing is lost.`,
        )
      await new Promise((resolve) => setTimeout(resolve, Math.min(250, wait)))
    }
  }
}

/** Frees the lock that an ended start has left. */
export async function unlock(file: string): Promise<void> {
  const db = connect(file)
  try {
    await db.migrate.forceFreeMigrationsLock({ migrationSource })
  } catch (e) {
    throw explained(e, file)
  } finally {
    await db.destroy()
  }
}

const held = globalThis as { evenSeatDatabase?: Promise<Knex> }

/** The application's database, opened at the first call; a failed opening is tried again at the next. */
export function database(): Promise<Knex> {
  held.evenSeatDatabase ??= openDatabase(dataFile()).catch((e: unknown) => {
    held.evenSeatDatabase = undefined
    throw e
  })
  return held.evenSeatDatabase
}
