import { createHash, randomBytes } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'
import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { writing } from './writing'

/** Argon2id with 19 MiB and two passes, as OWASP's password storage guide has it (from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

/** How long a browser stays signed in, in milliseconds, and how often its last visit is noted. */
export const SESSION_LASTS = 30 * 24 * 3_600_000
const NOTED_EVERY = 3_600_000

/** The shortest passphrase that is taken. */
export const SHORTEST = 10

/** Whether the teacher's pages ask for a passphrase. */
export const hasPassphrase = async (db: Knex): Promise<boolean> => (await db('passphrases').first('id')) !== undefined

/** Sets the passphrase anew; whoever was signed in is no longer. */
export async function setPassphrase(db: Knex, text: string, now: number): Promise<void> {
  const kept = await hash(text.normalize('NFC'), COST)
  await writing(db, async (t) => {
    await t('passphrases').delete()
    await t('passphrases').insert({ id: 'teacher', hash: kept, changed_at: now })
    await t('sessions').delete()
  })
}

/** Takes the passphrase away: from then on only this machine is served. */
export const removePassphrase = (db: Knex): Promise<void> =>
  writing(db, async (t) => {
    await t('passphrases').delete()
    await t('sessions').delete()
  })

/** Whether a text is the passphrase; false when none is set. */
export async function isPassphrase(db: Knex, text: string): Promise<boolean> {
  const row = z.object({ hash: z.string() }).safeParse(await db('passphrases').first('hash'))
  return row.success && verify(row.data.hash, text.normalize('NFC'))
}

/** What only the data file knows, and what changes with the passphrase; empty: none is set. */
export async function accessSecret(db: Knex): Promise<string> {
  const row = z.object({ hash: z.string() }).safeParse(await db('passphrases').first('hash'))
  return row.success ? row.data.hash : ''
}

/** Only the digest is kept: who reads the data file cannot sign in by it. */
const digest = (token: string): string => createHash('sha256').update(token).digest('hex')

/** Signs a browser in and says the token that it shows from now on. */
export async function beginSession(db: Knex, now: number): Promise<string> {
  const token = randomBytes(32).toString('base64url')
  await writing(db, async (t) => {
    await t('sessions').where('expires_at', '<=', now).delete()
    await t('sessions').insert({ token_hash: digest(token), created_at: now, seen_at: now, expires_at: now + SESSION_LASTS })
  })
  return token
}

/** Whether a token is of somebody signed in. */
export async function isSession(db: Knex, token: string, now: number): Promise<boolean> {
  const row = z.object({ seen_at: z.int(), expires_at: z.int() }).safeParse(
    await db('sessions')
      .where({ token_hash: digest(token) })
      .first(),
  )
  if (!row.success || row.data.expires_at <= now) return false
  if (now - row.data.seen_at > NOTED_EVERY)
    await writing(db, (t) =>
      t('sessions')
        .where({ token_hash: digest(token) })
        .update({ seen_at: now, expires_at: now + SESSION_LASTS }),
    )
  return true
}

/** Signs out one browser, or every one. */
export const endSession = (db: Knex, token: string | 'all'): Promise<number> =>
  writing(db, (t) =>
    token === 'all'
      ? t('sessions').delete()
      : t('sessions')
          .where({ token_hash: digest(token) })
          .delete(),
  )
