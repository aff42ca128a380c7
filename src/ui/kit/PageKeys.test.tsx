import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { useKeys, type KeyRow } from './keys'
import { PageKeys } from './PageKeys'

const ROWS: readonly KeyRow<() => void>[] = [{ keys: 'm', words: 'mark it', run: { m: (mark) => mark() } }]
function Page({ mark }: { mark: () => void }) {
  useKeys(ROWS, () => mark)
  return (
    <>
      <PageKeys tables={[ROWS]} />
      <input aria-label="Title" />
      <button>Press</button>
    </>
  )
}

describe('the keys of a page', () => {
  it('are listed under ?, from the rows that run them', async () => {
    const user = userEvent.setup()
    render(<Page mark={() => undefined} />)
    expect(screen.queryByRole('dialog')).toBeNull()
    await user.keyboard('?')
    expect((await screen.findByRole('dialog')).textContent).toContain('mark it')
  })

  it('are heard anywhere but in a field; Space and Enter belong to a button that has the focus', async () => {
    const user = userEvent.setup()
    const mark = vi.fn()
    render(<Page mark={mark} />)
    await user.keyboard('m')
    await user.type(screen.getByLabelText('Title'), 'm?')
    expect(mark).toHaveBeenCalledTimes(1)
    expect(screen.queryByRole('dialog')).toBeNull()
  })
})
