import { screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { STEPS } from '@/core/instruments/ladder'
import { classAt } from '@/core/plan/class'
import { decisionsOf } from '@/ui/ways/words'
import { atDesk } from '@/ui/session/testing/atDesk'
import { ChoicesPanel } from './ChoicesPanel'

vi.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }))

const panel = (klass = classAt('first-position'), piece = 'D4 E4 F#4 G4 A4 B4 C#5 D5') => atDesk(<ChoicesPanel />, { klass, piece })
const status = () => screen.getByRole('status').textContent

describe('choices for a piece', () => {
  it('say what they do before anything is chosen', () => {
    panel()
    expect(status()).toBe('Choose something: you see here, and outlined in the music, what changes for each seat.')
  })
  it('take another step for this piece alone, and go back to what the class has', async () => {
    const { desk, user } = panel()
    const select = screen.getByLabelText<HTMLSelectElement>('Has learned')
    expect(
      within(select)
        .getAllByRole('option')
        .map((o) => o.textContent),
    ).toEqual(['same as the class: First position', ...STEPS.map((s) => s.name)])
    await user.selectOptions(select, 'Fourth finger')
    expect(desk.getState().plan.learned?.violin).toMatchObject({ fingers: [1, 2, 3, 4], positions: ['I'] })
    expect(desk.getState().klass.seats[0].learned.positions).toEqual(['I', 'III'])
    expect(status()).toMatch(/^Has learned: fourth finger/)
    await user.selectOptions(select, 'same as the class: First position')
    expect(desk.getState().plan.learned).toBeNull()
  })
  it('rhythms that the class has set stay with it in the step of a piece', async () => {
    const klass = classAt('first-position')
    const set = { ...klass, seats: klass.seats.map((r) => ({ ...r, learned: { ...r.learned, rhythms: ['whole' as const] } })) }
    const { desk, user } = panel(set)
    await user.selectOptions(screen.getByLabelText('Has learned'), 'Third position')
    expect(desk.getState().plan.learned?.cello?.rhythms).toEqual(['whole'])
  })
  it('decide for all seats or for one, and say what changed for whom', async () => {
    const { desk, user } = panel(undefined, 'D4 E4 F#4 A4 F#4 E4 D4')
    const four = () =>
      screen.getByLabelText<HTMLSelectElement>(decisionsOf(desk.getState().seats).find((d) => d.key === 'fourth')!.title, { exact: false })
    const last = within(four()).getAllByRole('option').at(-1)!
    await user.selectOptions(four(), last)
    expect(desk.getState().plan.policy.fourth).toBeDefined()
    expect(status()).not.toBe('Choose something: you see here, and outlined in the music, what changes for each seat.')
    desk.getState().undo()
    expect(desk.getState().plan.policy).toEqual({})
    await user.click(within(screen.getByRole('radiogroup', { name: 'For whom' })).getByRole('radio', { name: 'Viola' }))
    // What is learned is asked of the class, not of a seat.
    expect(screen.queryByLabelText('Has learned')).toBeNull()
    await user.selectOptions(four(), within(four()).getAllByRole('option').at(-1)!)
    expect(desk.getState().plan.policy).toEqual({})
    expect(desk.getState().plan.seatPolicy.viola?.fourth).toBeDefined()
  })
  it('write rows and bows with the notes, each by itself', async () => {
    const { desk, user } = panel()
    const letters = screen.getByRole<HTMLInputElement>('checkbox', { name: 'letters' })
    const had = desk.getState().rows.includes('letter')
    await user.click(letters)
    expect(desk.getState().rows.includes('letter')).toBe(!had)
    const bows = desk.getState().bows
    await user.click(screen.getByRole('checkbox', { name: 'bows' }))
    expect(desk.getState().bows).toBe(!bows)
  })
  it('are closed by Escape and by the cross', async () => {
    const { desk, user } = panel()
    desk.getState().toggleChoices()
    await user.click(screen.getByLabelText('Has learned'))
    await user.keyboard('{Escape}')
    expect(desk.getState().choices).toBe(false)
    desk.getState().toggleChoices()
    await user.click(screen.getByRole('button', { name: 'Close the choices' }))
    expect(desk.getState().choices).toBe(false)
  })
  it('lead to the class, where what differs can be made so for all', () => {
    panel()
    expect(screen.getByRole('link', { name: 'Change it for the whole class' }).getAttribute('href')).toBe('/class/class/people')
  })
})
