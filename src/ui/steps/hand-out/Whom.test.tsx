import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { handOutQuery, type HandOut } from '@/api/handOut'
import { Whom, type Seats } from './Whom'

const SEATS: Seats = [
  { id: 'violin', name: 'Violin', students: 3 },
  { id: 'cello', name: 'Cello', students: 0 },
]
function whom(wanted: Partial<HandOut> = {}) {
  const change = vi.fn()
  render(<Whom seats={SEATS} wanted={{ ...handOutQuery.parse({}), ...wanted }} change={change} />)
  return { change, user: userEvent.setup() }
}

describe('for whom is printed', () => {
  it('all seats are said as all, so that a seat that is added later is among them', async () => {
    const { change, user } = whom()
    await user.click(screen.getByRole('checkbox', { name: 'Cello' }))
    expect(change).toHaveBeenLastCalledWith({ seats: ['violin'] })
  })

  it('the last one ticked again is everybody', async () => {
    const { change, user } = whom({ seats: ['violin'] })
    await user.click(screen.getByRole('checkbox', { name: 'Cello' }))
    expect(change).toHaveBeenLastCalledWith({ seats: null })
  })

  it('what a seat has as everybody has it is not its own', async () => {
    const { change, user } = whom({ much: 'all', own: { violin: 'none' } })
    await user.selectOptions(screen.getByLabelText('How much for Cello'), 'none')
    expect(change).toHaveBeenLastCalledWith({ own: { violin: 'none', cello: 'none' } })
    await user.selectOptions(screen.getByLabelText('How much for Violin'), 'all')
    expect(change).toHaveBeenLastCalledWith({ own: {} })
  })

  it('says for which seats nobody is listed', () => {
    whom({ students: true })
    expect(screen.getByText(/No students in the cello yet: one sheet for the seat\./)).toBeTruthy()
  })
})
