import { mkdirSync } from 'node:fs'
import path from 'node:path'
import knex, { type Knex } from 'knex'
import { migrationSource } from './migrations'

/** Where the data lives: EVEN_SEAT_DATA, else `data/` beside the application. */
export const dataFolder = (): string => path.resolve(/* turbopackIgnore: true */ process.env.EVEN_SEAT_DATA ?? 'data')

/** The data file in a folder. */
export const dataFile = (folder = dataFolder()): string => path.join(/* turbopackIgnore: true */ folder, 'even-seat.sqlite')

/** Something about the data file that the one who started the application can put right. */
export class DataError extends Error {}

type Pooled = { pragma: (text: string) => unknown }

/** Opens a data file (":memory:" for tests) and brings its tables up to date. Rejects with a {@link DataError} that says what to do. */
export async function openDatabase(file: string): Promise<Knex> {
  try {
    if (file !== ':memory:') mkdirSync(path.dirname(file), { recursive: true })
  } catch {
    throw new DataError(
      `The data folder ${path.dirname(file)} cannot be made. Choose another with EVEN_SEAT_DATA, or change its permissions.`,
    )
  }
  const db = knex({
    client: 'better-sqlite3',
    connection: { filename: file },
    useNullAsDefault: true,
    // Every failure is thrown and said in our words; the library's own lines would only come on top.
    log: { warn() {}, error() {}, deprecate() {}, debug() {} },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: Pooled, done: (error: Error | null, connection: Pooled) => void) => {
        try {
          connection.pragma('journal_mode = WAL')
          connection.pragma('foreign_keys = ON')
          connection.pragma('busy_timeout = 5000')
          // FULL: a teacher's pins survive a pulled plug; a save is one small transaction, so the sync is not felt.
          connection.pragma('synchronous = FULL')
          done(null, connection)
        } catch (e) {
          done(e as Error, connection)
        }
      },
    },
  })
  try {
    const check = (await db.raw('PRAGMA quick_check')) as { quick_check: string }[]
    if (check[0]?.quick_check !== 'ok') throw Object.assign(new Error('quick_check'), { code: 'SQLITE_CORRUPT' })
    await db.migrate.latest({ migrationSource })
    // A write that changes nothing: a data file that can only be read is found here, not at the first save.
    await db.transaction((t) => t('classes').where('id', 'none').update({ name: '' }))
    return db
  } catch (e) {
    await db.destroy().catch(() => undefined)
    throw explained(e, file)
  }
}

function explained(e: unknown, file: string): Error {
  const text = `${(e as { code?: string }).code ?? ''} ${(e as Error).message}`
  if (/SQLITE_CORRUPT|SQLITE_NOTADB|malformed|not a database|quick_check/i.test(text))
    return new DataError(
      `The data file ${file} is damaged or is not an Even Seat file. Move it away and start again (a new one is made), or put back a copy.`,
    )
  if (/SQLITE_READONLY|readonly|EACCES|EROFS|SQLITE_CANTOPEN|unable to open/i.test(text))
    return new DataError(
      `The data file ${file} cannot be written. Check its permissions and its folder's, or choose another folder with EVEN_SEAT_DATA.`,
    )
  if (/SQLITE_BUSY|locked/i.test(text))
    return new DataError(`The data file ${file} is in use by another program. Close it and start again.`)
  if (/SQLITE_FULL|ENOSPC/i.test(text)) return new DataError(`There is no room left on the disk for ${file}. Make some and start again.`)
  return e as Error
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
