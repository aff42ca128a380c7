import { mkdtempSync, renameSync, rmSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { openDatabase } from './database'
import { writing } from './writing'

const file = () => path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-writing-')), 'even-seat.sqlite')
const add = { id: 'owls', name: 'Owls', school: '', settings: null, version: 1, demo: 0 }

describe('writing', () => {
  it('is all or nothing', async () => {
    const db = await openDatabase(file())
    await expect(
      writing(db, async (t) => {
        await t('classes').insert(add)
        throw new Error('half way')
      }),
    ).rejects.toThrow('half way')
    expect(await db('classes')).toEqual([])
    await db.destroy()
  })
  it('is refused where the file is not where it was opened', async () => {
    const at = file()
    const db = await openDatabase(at)
    renameSync(at, `${at}-moved`)
    await expect(writing(db, (t) => t('classes').insert(add))).rejects.toMatchObject({ trouble: 'moved' })
    // Nor is it written where nobody will look for it.
    expect(await db('classes')).toEqual([])
    await db.destroy()
  })
  it('is not called done where the file was taken away while it was written', async () => {
    for (const spoil of [(at: string) => renameSync(at, `${at}-moved`), (at: string) => rmSync(at), (at: string) => rmSync(`${at}-wal`)]) {
      const at = file()
      const db = await openDatabase(at)
      const saved = writing(db, async (t) => {
        await t('classes').insert(add)
        spoil(at)
        return 'saved'
      })
      await expect(saved).rejects.toMatchObject({ trouble: 'moved' })
      await db.destroy().catch(() => undefined)
    }
  })
})
