import type { Knex } from 'knex'
import { isWhereItWas, openedFile } from './connection'
import { explained, moved } from './trouble'

/**
 * Everything that is written goes through here: one transaction, all or nothing. Rejects with a DataError when the data
 * file is not where it was, full, locked or not writable; then nothing was written, or nothing that anybody will find.
 */
export async function writing<T>(db: Knex, change: (t: Knex.Transaction) => Promise<T> | PromiseLike<T>): Promise<T> {
  const at = openedFile(db)
  const there = () => {
    if (at && !isWhereItWas(at)) throw moved(at.file)
  }
  try {
    there()
    const done = await db.transaction(async (t) => change(t))
    // Also afterwards: what went into a file that was taken away meanwhile must not be called saved.
    there()
    return done
  } catch (e) {
    throw explained(e, at?.file ?? ':memory:')
  }
}
