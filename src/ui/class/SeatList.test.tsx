import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { parsePitch } from '@/core/music/pitch'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { MOST_SEATS } from '@/core/seats/bounds'
import type { SeatRow } from '@/core/seats/seat'
import { SeatList } from './SeatList'

function list(rows: readonly SeatRow[]) {
  const acts = { changeSeat: vi.fn(), addSeat: vi.fn(), removeSeat: vi.fn(), moveSeat: vi.fn() }
  render(<SeatList rows={rows} {...acts} />)
  return { ...acts, user: userEvent.setup() }
}
const named = (name: string) => screen.getByLabelText<HTMLInputElement>(name)

describe('who sits in a class', () => {
  it('a name is taken when it is left, and an empty one is none', async () => {
    const { changeSeat, user } = list(DEFAULT_CLASS.seats)
    const name = named('Name of the seat Violin')
    await user.clear(name)
    await user.tab()
    expect(changeSeat).not.toHaveBeenCalled()
    expect(name.value).toBe('Violin')
    await user.clear(name)
    await user.type(name, 'First violins{Enter}')
    expect(changeSeat).toHaveBeenCalledExactlyOnceWith('violin', { name: 'First violins' })
  })

  it('open strings that cannot be read stay as they were typed, with what is wrong; the usual ones are no tuning of their own', async () => {
    const { changeSeat, user } = list(DEFAULT_CLASS.seats)
    const strings = named('Bass: open strings')
    const usual = strings.value
    await user.clear(strings)
    await user.type(strings, 'H9{Enter}')
    expect(screen.getByRole('alert').textContent).not.toBe('')
    expect(strings.value).toBe('H9')
    expect(changeSeat).not.toHaveBeenCalled()
    await user.clear(strings)
    await user.type(strings, `${usual}{Enter}`)
    expect(screen.queryByRole('alert')).toBeNull()
    expect(changeSeat).not.toHaveBeenCalled()
  })

  it('the last seat cannot be taken out, the first not moved up; a full class takes no more', () => {
    const [row] = DEFAULT_CLASS.seats
    list([row])
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Take Violin out of the class' }).disabled).toBe(true)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Violin up' }).disabled).toBe(true)
    const full = Array.from({ length: MOST_SEATS }, (_, i) => ({ ...row, id: `v${i}`, name: `Violin ${i}` }))
    list(full)
    expect(screen.getByText(`A class has ${MOST_SEATS} seats at most.`)).toBeTruthy()
  })

  it('who is tuned higher as a whole may read a transposed part; nobody else is asked', async () => {
    const solo = ['F#2', 'B2', 'E3', 'A3'].map((n) => parsePitch(n)!)
    const { changeSeat, user } = list(DEFAULT_CLASS.seats.map((r) => (r.id === 'bass' ? { ...r, tuning: solo } : r)))
    const [box, ...others] = screen.getAllByRole('checkbox', { name: 'reads a transposed part, as if tuned E2 A2 D3 G3' })
    expect(others).toEqual([])
    await user.click(box)
    expect(changeSeat).toHaveBeenCalledExactlyOnceWith('bass', { transposed: true })
  })
})
