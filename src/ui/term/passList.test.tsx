import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { useStore } from 'zustand'
import { classAt, type ClassSettings } from '@/core/plan/class'
import { newStudent } from '@/core/plan/student'
import { TERM_BOUNDS } from '@/core/plan/term'
import { tasksOfStep } from '@/core/term/passes'
import { createClass } from '@/ui/class/classStore'
import { PassList } from './PassList'

const STUDENTS = [
  newStudent('11111111-0000-4000-8000-000000000000', 'Ida', 'violin'),
  newStudent('22222222-0000-4000-8000-000000000000', 'Ole', 'bass'),
]
const FACTS = { version: 1, beyond: 0, pieces: [{ id: '33333333-0000-4000-8000-000000000000', title: 'Two Barges' }] }

function Of({ store }: { store: ReturnType<typeof createClass> }) {
  const s = useStore(store)
  return <PassList settings={s.settings} settle={s.settle} facts={FACTS as never} />
}
function passes(change: Partial<ClassSettings> = {}) {
  const store = createClass({
    id: 'class',
    name: 'Tuesday',
    school: '',
    settings: { ...classAt('first-position'), students: STUDENTS, ...change },
    version: 1,
  })
  render(<Of store={store} />)
  return { store, user: userEvent.setup({ delay: null }), term: () => store.getState().settings.term }
}
const table = () => within(screen.getByRole('table'))

describe('what a class has to pass', () => {
  it('begins at the step where the class stands, with nothing', () => {
    passes()
    expect(screen.getByRole<HTMLSelectElement>('combobox', { name: 'Level' }).selectedOptions[0].textContent).toBe('First position')
    expect(screen.getByText('No tasks to pass at this level yet.')).toBeTruthy()
  })
  it('takes a task in words, trimmed, and no empty one', async () => {
    const { user, term } = passes()
    const add = screen.getByRole<HTMLButtonElement>('button', { name: 'Add' })
    expect(add.disabled).toBe(true)
    await user.type(screen.getByLabelText('A task to pass'), '  Scale of D  {Enter}')
    expect(term().tasks.map((t) => [t.text, t.step])).toEqual([['Scale of D', 'first-position']])
    expect(screen.getByLabelText<HTMLInputElement>('A task to pass').value).toBe('')
  })
  it('takes what a step brings, once', async () => {
    const { store, user, term } = passes()
    await user.selectOptions(screen.getByRole('combobox', { name: 'Level' }), 'Fourth finger')
    const brings = screen.getByRole('button', { name: 'What this level brings' })
    await user.click(brings)
    const wanted = tasksOfStep(store.getState().settings, 'fourth-finger')
    expect(wanted.map((t) => t.text)).toContain('Finger 4 (violin and viola)')
    expect(term().tasks.map(({ text, seats }) => ({ text, ...(seats && { seats }) }))).toEqual(wanted)
    // Who does not play it has nothing to tick there.
    for (const { name, seat } of STUDENTS) {
      const box = table().queryByRole('checkbox', { name: `${name}: Finger 4 (violin and viola)` })
      expect(box !== null, name).toBe(seat === 'violin' || seat === 'viola')
    }
    await user.click(brings)
    expect(term().tasks).toHaveLength(wanted.length)
  })
  it('takes a piece of the shelf, and writes its title so', async () => {
    const { user, term } = passes()
    await user.selectOptions(screen.getByRole('combobox', { name: 'A piece to pass' }), 'Two Barges')
    expect(term().tasks[0]).toMatchObject({ text: 'Two Barges', piece: FACTS.pieces[0].id })
    expect(table().getByText('Two Barges').tagName).toBe('I')
  })
  it('ticks each student by itself with the day, counts, and takes a tick back', async () => {
    const { user, term } = passes()
    await user.type(screen.getByLabelText('A task to pass'), 'Scale of D{Enter}')
    await user.click(table().getByRole('checkbox', { name: 'Ida: Scale of D' }))
    expect(term().ticks).toEqual([
      { student: STUDENTS[0].id, task: term().tasks[0].id, on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) as unknown },
    ])
    const counts = within(table().getAllByRole('row').at(-1)!).getAllByRole('cell')
    expect(counts.slice(0, 2).map((c) => [c.textContent, c.title])).toEqual([
      ['1', 'all of 1 task'],
      ['0', 'none of 1 task'],
    ])
    await user.click(table().getByRole('checkbox', { name: /^Ida: Scale of D, passed on/ }))
    expect(term().ticks).toEqual([])
  })
  it('taken out, a task goes with its ticks, and one undo brings both back', async () => {
    const { store, user, term } = passes()
    await user.type(screen.getByLabelText('A task to pass'), 'Scale of D{Enter}')
    await user.click(table().getByRole('checkbox', { name: 'Ole: Scale of D' }))
    await user.click(screen.getByRole('button', { name: 'Remove: Scale of D' }))
    expect(term()).toMatchObject({ tasks: [], ticks: [] })
    store.getState().undo()
    expect([term().tasks.length, term().ticks.length]).toEqual([1, 1])
  })
  it('of a class without students says where they are listed; of a full one that no more go in', () => {
    const klass = classAt('first-position')
    const task = (i: number) => ({
      id: `44444444-0000-4000-8000-${String(i).padStart(12, '0')}`,
      text: `Task ${i}`,
      piece: null,
      step: 'first-position' as const,
    })
    const full = { ...klass.term, tasks: Array.from({ length: TERM_BOUNDS.tasks }, (_, i) => task(i)) }
    passes({ students: [], term: full })
    expect(screen.getByText('No students yet. Add them on the class page.')).toBeTruthy()
    expect(screen.getByText(`A class has ${TERM_BOUNDS.tasks} tasks at most.`)).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'What this level brings' }).disabled).toBe(true)
  })
})
