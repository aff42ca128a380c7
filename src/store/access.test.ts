import type { Knex } from 'knex'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import {
  accessSecret,
  beginSession,
  endSession,
  hasPassphrase,
  isPassphrase,
  isSession,
  removePassphrase,
  SESSION_LASTS,
  setPassphrase,
} from './access'
import { openDatabase } from './database'

const NOW = 1_000_000_000_000
const HOUR = 3_600_000
let db: Knex
beforeEach(async () => {
  db = await openDatabase(':memory:')
})
afterEach(() => db.destroy())

describe('the passphrase', () => {
  it('is known by its hash alone, in any writing of the same letters, and asked for once it is set', async () => {
    expect([await hasPassphrase(db), await isPassphrase(db, ''), await accessSecret(db)]).toEqual([false, false, ''])
    await setPassphrase(db, 'caf\u00e9 au lait', NOW)
    expect([await hasPassphrase(db), await isPassphrase(db, 'cafe\u0301 au lait'), await isPassphrase(db, 'cafe au lait')]).toEqual([
      true,
      true,
      false,
    ])
    expect(JSON.stringify(await db('passphrases'))).not.toContain('lait')
    await removePassphrase(db)
    expect([await hasPassphrase(db), await isPassphrase(db, 'café au lait')]).toEqual([false, false])
  })
  it('set anew signs everybody out, and browsers that were known are strangers', async () => {
    await setPassphrase(db, 'the first of them', NOW)
    const [token, secret] = [await beginSession(db, NOW), await accessSecret(db)]
    expect(await isSession(db, token, NOW)).toBe(true)
    await setPassphrase(db, 'the second of them', NOW + 1)
    expect(await isSession(db, token, NOW + 1)).toBe(false)
    expect(await accessSecret(db)).not.toBe(secret)
    const next = await beginSession(db, NOW)
    await removePassphrase(db)
    expect(await isSession(db, next, NOW)).toBe(false)
  })
})

describe('a session', () => {
  it('ends after thirty days without a visit; a visit begins them anew', async () => {
    expect(SESSION_LASTS).toBe(30 * 24 * HOUR)
    const token = await beginSession(db, NOW)
    expect(await isSession(db, token, NOW + SESSION_LASTS - 1)).toBe(true)
    // That visit was noted.
    expect(await isSession(db, token, NOW + 2 * SESSION_LASTS - 2)).toBe(true)
    const other = await beginSession(db, NOW)
    expect(await isSession(db, other, NOW + SESSION_LASTS)).toBe(false)
    expect(await isSession(db, other, NOW + SESSION_LASTS + 1)).toBe(false)
  })
  it('is noted once an hour, not at every request', async () => {
    const token = await beginSession(db, NOW)
    const seen = async () => ((await db('sessions').first('seen_at')) as { seen_at: number }).seen_at
    await isSession(db, token, NOW + HOUR)
    expect(await seen()).toBe(NOW)
    await isSession(db, token, NOW + HOUR + 1)
    expect(await seen()).toBe(NOW + HOUR + 1)
  })
  it('is of whoever shows its token, of which only a digest is kept; made up or ended it is none', async () => {
    const [mine, theirs] = [await beginSession(db, NOW), await beginSession(db, NOW)]
    expect(JSON.stringify(await db('sessions'))).not.toContain(mine)
    expect([await isSession(db, 'made up', NOW), await isSession(db, '', NOW)]).toEqual([false, false])
    await endSession(db, mine)
    expect([await isSession(db, mine, NOW), await isSession(db, theirs, NOW)]).toEqual([false, true])
    await endSession(db, 'all')
    expect(await isSession(db, theirs, NOW)).toBe(false)
  })
  it('that has run out goes when another begins', async () => {
    await beginSession(db, NOW)
    await beginSession(db, NOW + SESSION_LASTS)
    expect(await db('sessions').count({ n: '*' })).toEqual([{ n: 1 }])
  })
})
