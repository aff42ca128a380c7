import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import type { Student } from '@/core/plan/student'
import { seatsOf } from '@/core/seats/seat'
import { BringRoster } from './BringRoster'

const LIST = 'First name,Seat,Size,Homeroom\nAda,Violin,3/4,2b\nBen,Cello,,2b\nCai,Trumpet,,2a\n'

function dialog(room = 40) {
  const bring = vi.fn<(students: readonly Student[]) => void>()
  render(<BringRoster button={<button>Bring</button>} seats={seatsOf(DEFAULT_CLASS)} room={room} bring={bring} />)
  const user = userEvent.setup({ delay: null })
  // The page that draws nobody has files that cannot be read.
  const take = async (text: string, name = 'list.csv') =>
    user.upload(
      screen.getByLabelText(/^A CSV table/),
      Object.assign(new File([text], name, { type: 'text/csv' }), { text: () => Promise.resolve(text) }),
    )
  return { bring, user, take }
}
const keep = () => screen.getByRole<HTMLButtonElement>('button', { name: /^(Add \d|Nobody)/ })

describe('a list of students out of a file', () => {
  it('keeps nobody before there is anybody', () => {
    dialog()
    expect([keep().textContent, keep().disabled]).toEqual(['Nobody to add yet', true])
  })
  it('is shown with what its columns are taken for, and says which rows cannot be kept and why', async () => {
    const { take } = dialog()
    await take(LIST)
    const table = within(await screen.findByRole('region', { name: 'Your list' }))
    expect(table.getAllByRole('row')).toHaveLength(4)
    expect(screen.getByLabelText<HTMLSelectElement>('What is in First name').value).toBe('name')
    expect(screen.getByLabelText<HTMLSelectElement>('What is in Homeroom').selectedOptions[0].textContent).toBe('left out')
    expect(screen.getByText('1 row can’t be added:')).toBeTruthy()
    expect(screen.getByText(/^row 4: .*Trumpet/)).toBeTruthy()
    expect(keep().textContent).toBe('Add 2 students')
  })
  it('hands over those that can be kept, with seat and size', async () => {
    const { bring, take, user } = dialog()
    await take(LIST)
    await screen.findByText('1 row can’t be added:')
    await user.click(keep())
    expect(bring).toHaveBeenCalledOnce()
    expect(bring.mock.calls[0][0].map((s) => [s.name, s.seat, s.size])).toEqual([
      ['Ada', 'violin', '3/4'],
      ['Ben', 'cello', ''],
    ])
    expect(screen.queryByRole('dialog')).toBeNull()
  })
  it('takes a column for something else, and then for nothing else besides', async () => {
    const { take, user } = dialog()
    await take('Name,Desk\nAda,Viola\n')
    const desk = await screen.findByLabelText<HTMLSelectElement>('What is in Desk')
    await user.selectOptions(desk, 'seat')
    expect(keep().textContent).toBe('Add 1 student')
    // One column is one thing: taken for the name, the other is left out.
    await user.selectOptions(desk, 'name')
    expect(screen.getByLabelText<HTMLSelectElement>('What is in Name').value).toBe('')
  })
  it('says how many find no room, and keeps the first ones', async () => {
    const { bring, take, user } = dialog(1)
    await take(LIST)
    expect(await screen.findByText('Only 1 more student fits into the class. 1 student at the end is left out.')).toBeTruthy()
    await user.click(keep())
    expect(bring.mock.calls[0][0].map((s) => s.name)).toEqual(['Ada'])
  })
  it('that is none is said with its name, and what was read before is gone', async () => {
    const { take } = dialog()
    await take(LIST)
    await screen.findByText('1 row can’t be added:')
    await take('', 'empty.csv')
    expect((await screen.findByRole('alert')).textContent).toMatch(/^empty\.csv: /)
    expect(keep().disabled).toBe(true)
  })
})
