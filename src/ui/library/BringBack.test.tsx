import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Brought, Looked } from '@/api/library'
import { BringBack } from './BringBack'

const LOOKED: Looked = {
  madeAt: null,
  className: 'Tuesday',
  school: 'Mill School',
  pieces: 5,
  deleted: 1,
  versions: 9,
  originals: 2,
  problems: [],
  missing: 2,
  off: 1,
  there: 2,
  beside: 3,
  classes: 0,
}
const BROUGHT: Brought = { added: 2, putBack: 1, there: 3, gone: 0, klass: false, safe: null }

/** A server that keeps what is sent, looks into it and brings it in; what was asked of it, in order. */
let [looked, brought]: [Looked, Brought | string] = [LOOKED, BROUGHT]
let asked: string[] = []
beforeEach(() => {
  ;[looked, brought, asked] = [LOOKED, BROUGHT, []]
  let at = ''
  vi.stubGlobal('fetch', async (url: string, init: RequestInit = {}) => {
    const what = typeof init.body === 'string' && init.body !== '{}' ? ` ${init.body}` : ''
    asked.push(`${init.method ?? 'GET'} ${url}${what}`)
    const says = (body: unknown) => new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } })
    if (init.method === 'PUT') return says({ ok: true, size: 7 })
    if (init.method === 'POST') {
      at = what.includes('look') ? 'look' : what.includes('bring') ? 'bring' : 'sent'
      return says({ ok: true, id: at })
    }
    if (init.method === 'DELETE') return says({ ok: true })
    if (at === 'look') return says({ state: 'done', result: looked })
    return says(typeof brought === 'string' ? { state: 'failed', problem: brought } : { state: 'done', result: brought })
  })
})
afterEach(() => vi.unstubAllGlobals())

async function chosen() {
  const onBrought = vi.fn()
  render(<BringBack onBrought={onBrought} />)
  const user = userEvent.setup({ delay: null })
  await user.upload(screen.getByLabelText('Backup to restore'), new File(['library'], 'all.zip', { type: 'application/zip' }))
  const add = await screen.findByRole<HTMLButtonElement>('button', { name: 'Add what is missing' })
  return { user, onBrought, add, all: screen.getByRole<HTMLButtonElement>('button', { name: 'Replace everything with the backup' }) }
}

describe('a library file', () => {
  it('is looked into before anything changes, and says what either way would do', async () => {
    const { add, all } = await chosen()
    expect(screen.getByText(/: Tuesday, Mill School\. 5 pieces \(1 of them deleted\), 9 saved versions, 2 files\./)).toBeTruthy()
    expect(
      screen.getByText(
        '2 pieces are not here and will be added; 1 piece is deleted here and will be restored. What is here stays as it is, also the classes with their settings.',
      ),
    ).toBeTruthy()
    expect(
      screen.getByText(/become as in the backup\. What you have now is saved first\. 3 pieces are not in the backup and will be gone\./),
    ).toBeTruthy()
    expect([add.disabled, all.disabled]).toEqual([false, false])
    expect(asked.some((a) => a.includes('bring'))).toBe(false)
  })
  it('with nothing that is missing adds nothing, and with no readable piece takes the place of nothing', async () => {
    looked = { ...LOOKED, missing: 0, off: 0, classes: 0, pieces: 0, problems: ['Piece 3 cannot be read.'] }
    const { add, all } = await chosen()
    expect(screen.getByText(/^You already have everything in it\./)).toBeTruthy()
    expect(screen.getByRole('alert').textContent).toBe('Piece 3 cannot be read.')
    expect([add.disabled, all.disabled]).toEqual([true, true])
  })
  it('is left alone: nothing changes, and what was sent is forgotten', async () => {
    const { user, onBrought } = await chosen()
    await user.click(screen.getByRole('button', { name: 'Leave everything as it is' }))
    expect(screen.getByRole('button', { name: 'Choose a backup file' })).toBeTruthy()
    expect(asked.at(-1)).toBe('DELETE /api/restore/sent')
    expect(onBrought).not.toHaveBeenCalled()
  })
  it('is added to, and says what came of it', async () => {
    const { user, add, onBrought } = await chosen()
    await user.click(add)
    expect(await screen.findByText('2 pieces added; 1 piece restored; 2 pieces that were here stayed as they were.')).toBeTruthy()
    expect(asked).toContain('POST /api/restore/sent {"do":"bring","how":"add"}')
    expect(onBrought).toHaveBeenCalledOnce()
  })
  it('takes the place of everything, and says where what stood before is', async () => {
    brought = { ...BROUGHT, added: 5, gone: 1, safe: { pieces: 4, originals: 0, bytes: 9, skipped: [] } }
    const { user, all } = await chosen()
    await user.click(all)
    expect(
      await screen.findByText(
        'Everything is now as in the backup: 5 pieces. 1 piece is gone from here. What you had before is saved below.',
      ),
    ).toBeTruthy()
    expect(asked).toContain('POST /api/restore/sent {"do":"bring","how":"replace"}')
  })
  it('that cannot be brought in says why, and can be chosen again', async () => {
    brought = 'The disk is full. Nothing was changed.'
    const { user, add, onBrought } = await chosen()
    await user.click(add)
    expect((await screen.findByRole('alert')).textContent).toBe('The disk is full. Nothing was changed.')
    expect(screen.getByRole('button', { name: 'Choose a backup file' })).toBeTruthy()
    expect(onBrought).not.toHaveBeenCalled()
  })
})
