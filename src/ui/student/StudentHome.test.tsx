import { render, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { StudentHome } from './StudentHome'

vi.mock('./Week', () => ({ Week: ({ token }: { token: string }) => <p>week of {token}</p> }))

const home = (pieces: { id: string; title: string }[]) =>
  render(<StudentHome language="en" token="a-token" name="Ada" seat="Violin" school="" pieces={pieces} />)

describe('a student’s first page', () => {
  it('leads to the pieces of this link and to nothing else', async () => {
    home([{ id: 'one', title: 'Two Barges' }])
    expect(screen.getAllByRole('link').map((a) => a.getAttribute('href'))).toEqual(['/s/a-token/one', '/s/a-token/train'])
    expect(await screen.findByText('week of a-token')).toBeTruthy()
  })

  it('without a piece says so, and leaves out what is not known', () => {
    home([])
    expect(screen.getByText('No pieces yet. Your teacher adds them.')).toBeTruthy()
    expect(screen.getByRole('heading', { name: 'Ada' }).nextElementSibling?.textContent).toBe('Violin')
  })
})
