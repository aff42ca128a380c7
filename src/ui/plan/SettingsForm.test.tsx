import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { PLAN_BOUNDS, type PlanSettings } from '@/core/plan/record'
import { SettingsForm } from './SettingsForm'
import type { ShownPlan } from './usePlan'

const shelf = Array.from({ length: PLAN_BOUNDS.pieces + 1 }, (_, i) => ({
  id: `00000000-0000-4000-8000-${`${i}`.padStart(12, '0')}`,
  title: `Tune ${i + 1}`,
}))
const seats = [
  { id: 'violin', name: 'Violin' },
  { id: 'cello', name: 'Cello' },
]
function form(settings: PlanSettings | null = null) {
  const save = vi.fn(async (_: PlanSettings) => undefined)
  const plan = { settings, shelf, seats } as unknown as ShownPlan
  render(<SettingsForm plan={plan} today="2026-03-02" save={save as never} busy={false} />)
  return { save, saved: () => save.mock.calls.at(-1)?.[0], user: userEvent.setup({ delay: null }) }
}
const SETTINGS: PlanSettings = {
  pieces: [shelf[0].id],
  from: '2026-03-02',
  to: '2026-03-29',
  weekdays: ['Mon', 'Wed', 'Fri'],
  holidays: [],
  minutes: 10,
  seat: null,
  moved: {},
}

describe('what a plan is made from', () => {
  it('begins with four weeks, three days a week and ten minutes, and asks for a piece', async () => {
    const { user, save, saved } = form()
    await user.click(screen.getByRole('button', { name: 'Make the plan' }))
    expect(screen.getByRole('alert').textContent).toBe('Choose at least one piece.')
    expect(save).not.toHaveBeenCalled()
    await user.click(screen.getByRole('checkbox', { name: 'Tune 1' }))
    await user.click(screen.getByRole('button', { name: 'Make the plan' }))
    expect(screen.queryByRole('alert')).toBeNull()
    expect(saved()).toEqual(SETTINGS)
  })
  it('is of some day of the week, in their order however they were chosen', async () => {
    const { user, saved } = form(SETTINGS)
    for (const day of ['Mon', 'Wed', 'Fri']) await user.click(screen.getByRole('checkbox', { name: day }))
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(screen.getByRole('alert').textContent).toBe('Choose at least one day of the week.')
    for (const day of ['Thu', 'Tue']) await user.click(screen.getByRole('checkbox', { name: day }))
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(saved()?.weekdays).toEqual(['Tue', 'Thu'])
  })
  it('ends no day before it begins', async () => {
    const { user, save } = form(SETTINGS)
    const to = screen.getByLabelText('To the concert or test')
    await user.clear(to)
    await user.type(to, '2026-03-01')
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(screen.getByRole('alert').textContent).toBe('The last day is before the first.')
    expect(save).not.toHaveBeenCalled()
  })
  it('has as many pieces as can be planned at the most', async () => {
    const { user } = form({ ...SETTINGS, pieces: shelf.slice(0, PLAN_BOUNDS.pieces).map((p) => p.id) })
    const last = screen.getByRole<HTMLInputElement>('checkbox', { name: `Tune ${shelf.length}` })
    expect(last.disabled).toBe(true)
    await user.click(screen.getByRole('checkbox', { name: 'Tune 1' }))
    expect(last.disabled).toBe(false)
  })
  it('leaves days out and takes them in again', async () => {
    const { user, saved } = form(SETTINGS)
    const out = screen.getByRole<HTMLButtonElement>('button', { name: 'Leave out' })
    expect(out.disabled).toBe(true)
    for (const day of ['2026-03-11', '2026-03-04']) {
      await user.type(screen.getByLabelText('except on'), day)
      await user.click(out)
    }
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(saved()?.holidays).toEqual(['2026-03-04', '2026-03-11'])
    await user.click(screen.getByRole('button', { name: 'Put 2026-03-04 back in' }))
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(saved()?.holidays).toEqual(['2026-03-11'])
  })
  it('that is made anew forgets what was moved by hand: it was of the plan that stood', async () => {
    const { user, saved } = form({ ...SETTINGS, moved: { 'a task': '2026-03-04' } })
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(saved()?.moved).toEqual({})
  })
  it('is for the class or for a seat', async () => {
    const { user, saved } = form(SETTINGS)
    const whose = screen.getByRole('combobox')
    expect(
      within(whose)
        .getAllByRole('option')
        .map((o) => o.textContent),
    ).toEqual(['the class', 'Violin', 'Cello'])
    await user.selectOptions(whose, 'Cello')
    await user.click(screen.getByRole('button', { name: 'Make a new plan' }))
    expect(saved()?.seat).toBe('cello')
  })
})
