import { fireEvent, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { useStore } from 'zustand'
import { classAt } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { factsOf } from '@/core/term/facts'
import { pieceFrom } from '@/core/testing/piece'
import { createClass } from '@/ui/class/classStore'
import { Ledger } from './Ledger'

const ID = '11111111-0000-4000-8000-000000000000'
const OTHER = '22222222-0000-4000-8000-000000000000'

function ledger() {
  const settings = classAt('four-strings')
  const tune = (title: string, text: string) => ({ ...pieceFrom(text, { fifths: 2, mode: 'major' }), title })
  const pieces = [
    factsOf(ID, tune('Over the Top', 'D4 A4 B4 E5 | F#5 E5 D5:h'), emptyPlan(), settings),
    factsOf(OTHER, tune('At Home', 'D4 E4 F#4 G4 | A4 B4 A4:h'), emptyPlan(), settings),
  ]
  const store = createClass({ id: 'class', name: 'Tuesday', school: '', settings, version: 1 })
  function Of({ facts = pieces as typeof pieces | null }) {
    const s = useStore(store)
    return <Ledger settings={s.settings} settle={s.settle} facts={facts && { version: 1, beyond: 0, pieces: facts }} />
  }
  const { rerender } = render(<Of />)
  return {
    store,
    rerender: (facts: typeof pieces | null) => rerender(<Of facts={facts} />),
    user: userEvent.setup({ delay: null }),
    begun: () => store.getState().settings.term.begun,
  }
}
const mark = () => screen.getByRole<HTMLSelectElement>('combobox', { name: 'Mark a piece as begun' })

describe('what was introduced when', () => {
  it('is empty before anything was begun', () => {
    ledger()
    expect(screen.getByText('No piece begun yet. Mark one when the class starts it.')).toBeTruthy()
    expect(within(mark()).getAllByRole('option')).toHaveLength(3)
  })
  it('takes a piece as begun today, says what it brought to whom, and offers it no more', async () => {
    const { store, user, begun } = ledger()
    const before = store.getState().settings.seats
    await user.selectOptions(mark(), 'Over the Top')
    expect(begun().map((b) => b.piece)).toEqual([ID])
    expect(begun()[0].on).toMatch(/^\d{4}-\d\d-\d\d$/)
    expect(within(mark()).getAllByRole('option')).toHaveLength(2)
    const said = screen.getByText(/^New in it:/).textContent
    const changed = store.getState().settings.seats.filter((r, i) => JSON.stringify(r.learned) !== JSON.stringify(before[i].learned))
    expect(changed.length).toBeGreaterThan(0)
    for (const r of changed) expect(said).toContain(r.name)
  })
  it('of a piece that brought nothing says so', async () => {
    const { user } = ledger()
    await user.selectOptions(mark(), 'At Home')
    expect(screen.getByText('Nothing new in it.')).toBeTruthy()
    // The first piece of all is met for the first time, note by note.
    expect(screen.getByText('New in this piece')).toBeTruthy()
  })
  it('keeps another day, but no empty one', async () => {
    const { user, begun } = ledger()
    await user.selectOptions(mark(), 'At Home')
    const day = screen.getByLabelText('At Home was begun on')
    fireEvent.change(day, { target: { value: '2026-09-14' } })
    expect(begun()[0].on).toBe('2026-09-14')
    fireEvent.change(day, { target: { value: '' } })
    expect(begun()[0].on).toBe('2026-09-14')
  })
  it('taken out, a piece takes back what it alone brought', async () => {
    const { store, user } = ledger()
    const before = store.getState().settings.seats.map((r) => r.learned)
    await user.selectOptions(mark(), 'Over the Top')
    await user.click(screen.getByRole('button', { name: 'Take back “begun”' }))
    const after = store.getState().settings.seats.map((r) => r.learned)
    after.forEach((l, i) => {
      expect([...l.fingers].sort()).toEqual([...before[i].fingers].sort())
      expect([...l.positions].sort()).toEqual([...before[i].positions].sort())
    })
    expect(screen.getByText('No piece begun yet. Mark one when the class starts it.')).toBeTruthy()
  })
  it('says so of a piece whose notes are not known any more, and while the shelf is read', async () => {
    const { rerender, user } = ledger()
    await user.selectOptions(mark(), 'Over the Top')
    rerender(null)
    expect(screen.getByRole('status').textContent).toBe('Reading your pieces …')
    expect(screen.getByText('Not available: the piece was deleted or is still loading.')).toBeTruthy()
    expect(mark().disabled).toBe(true)
  })
})
