import { existsSync, statSync } from 'node:fs'
import knex, { type Knex } from 'knex'

/** The statement and pragma side of a raw connection. */
type Raw = { pragma: (text: string) => unknown; prepare: (sql: string) => unknown; readonly inTransaction: boolean }

/**
 * How sure a write is before it is acknowledged. FULL: a teacher's pins survive a pulled plug; a save is one small
 * transaction, so the sync is not felt. Only tests that pull no plug set it otherwise (scripts/seed.ts).
 */
export const SAFETY: { synchronous: 'FULL' | 'OFF' } = { synchronous: 'FULL' }

type OpenAs = 'writing' | 'reading'

/** Which file a connection has opened: its place, and the number that the file system knows it by. */
type Opened = { readonly file: string; readonly inode: number; readonly device: number }
/** Kept on the connection itself: the front door opens it, and the pages, bundled apart, write through it. */
const OPENED = Symbol.for('even-seat opened')
type Marked = { [OPENED]?: Opened }

/**
 * Connects to a data file without looking at what is in it. A transaction that writes begins by asking for the right to
 * write: one that reads first and asks later is refused at once when somebody else has written in between, however long it
 * would be ready to wait.
 */
export function connect(file: string, as: OpenAs = 'writing'): Knex {
  return knex({
    client: 'better-sqlite3',
    connection: { filename: file, ...(as === 'reading' ? { options: { readonly: true } } : {}) },
    useNullAsDefault: true,
    // Every failure is thrown and said in our words; the library's own lines would only come on top.
    log: { warn() {}, error() {}, deprecate() {}, debug() {} },
    pool: {
      min: 1,
      max: 1,
      afterCreate: (connection: Raw, done: (error: Error | null, connection: Raw) => void) => {
        try {
          connection.pragma('busy_timeout = 5000')
          if (as === 'writing') {
            connection.pragma('journal_mode = WAL')
            connection.pragma('foreign_keys = ON')
            connection.pragma(`synchronous = ${SAFETY.synchronous}`)
            const prepare = connection.prepare.bind(connection)
            connection.prepare = (sql) => {
              if (/^begin;?$/i.test(sql.trim())) return prepare('BEGIN IMMEDIATE')
              // On a full disk SQLite has rolled back by itself; to do so again would hide why.
              if (/^rollback;?$/i.test(sql.trim()) && !connection.inTransaction) return prepare('SELECT 1')
              return prepare(sql)
            }
          }
          done(null, connection)
        } catch (e) {
          done(e as Error, connection)
        }
      },
    },
  })
}

/** Notes which file a connection has opened, so that {@link isWhereItWas} can tell. */
export function noteOpened(db: Knex, file: string): void {
  if (file === ':memory:') return
  const { ino, dev } = statSync(file)
  ;(db.client as Marked)[OPENED] = { file, inode: ino, device: dev }
}

/** The file of a connection; null for one in memory. A transaction has the file of its connection. */
export const openedFile = (db: Knex): Opened | null => (db.client as Marked)[OPENED] ?? null

/** Whether the file that a connection writes to is still the one at its place, with its journal. */
export function isWhereItWas({ file, inode, device }: Opened): boolean {
  const now = statSync(file, { throwIfNoEntry: false })
  return now !== undefined && now.ino === inode && now.dev === device && existsSync(`${file}-wal`)
}
