import { fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { lineIndexFor } from '@/core/balance/ensemble'
import { printedLines } from '@/core/piece/address'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { asPrinted, type Book } from '@/core/seats/book'
import { atDesk } from '@/ui/session/testing/atDesk'
import { PrintedPage } from './PrintedPage'

const TUNE = Array.from({ length: 8 }, () => 'D4 E4 F#4 G4').join(' | ')
function page(klass = DEFAULT_CLASS) {
  const at = atDesk(<PrintedPage />, { piece: TUNE, klass })
  const plan = () => at.desk.getState().plan
  /** Where lines begin in the book of all, by index of the measure. */
  const begins = (own: Book = plan().book) => {
    const { piece, plan: now, klass: of, seats } = at.desk.getState()
    return (printedLines(asPrinted(piece, piece.lines[lineIndexFor(piece, now, of, seats[0])], own, 'lines')) ?? []).map((l) => l.from)
  }
  return { ...at, plan, begins }
}
const measures = () => within(screen.getByRole('list', { name: 'Printed lines start at' })).getAllByRole('button')
const lines = () => screen.getByRole<HTMLSelectElement>('combobox', { name: 'Lines' })

describe('where a piece stands in the printed book', () => {
  it('keeps page and number when they are left, trimmed, and forgets them when they are emptied', async () => {
    const { plan, user } = page()
    await user.type(screen.getByLabelText('page'), ' 14 ')
    await user.tab()
    await user.type(screen.getByLabelText('no.'), '47{Enter}')
    expect(plan().book).toEqual({ page: '14', exercise: '47' })
    await user.clear(screen.getByLabelText('page'))
    await user.tab()
    expect(plan().book).toEqual({ exercise: '47' })
  })
  it('has lines of so many measures, or none that are known', async () => {
    const { begins, plan, user } = page()
    expect(lines().selectedOptions[0].textContent).toBe('as in the file')
    await user.selectOptions(lines(), '4 measures each')
    expect(begins()).toEqual([0, 4])
    expect(lines().selectedOptions[0].textContent).toBe('as marked below')
    expect(screen.getByText('2 lines. Press each measure that starts a line')).toBeTruthy()
    await user.selectOptions(lines(), 'not set')
    expect(plan().book.lines).toEqual([])
    expect(lines().selectedOptions[0].textContent).toBe('not set')
    await user.selectOptions(lines(), 'as in the file')
    expect(plan().book.lines).toBeUndefined()
  })
  it('takes the measures with which lines begin, one press each, and gives them back', async () => {
    const { begins, user } = page()
    expect(measures()[0]).toHaveProperty('disabled', true)
    await user.click(measures()[3])
    await user.click(measures()[6])
    expect(begins()).toEqual([0, 3, 6])
    expect(
      measures()
        .map((b) => b.getAttribute('aria-pressed') === 'true')
        .flatMap((on, i) => (on ? [i] : [])),
    ).toEqual([0, 3, 6])
    expect(measures()[3].getAttribute('aria-label')).toBe('Measure 4, line 2 begins')
    await user.click(measures()[3])
    expect(begins()).toEqual([0, 6])
  })
  it('of one seat is its own, and shows what all books have where it has nothing', async () => {
    const { desk, plan, user } = page()
    await user.type(screen.getByLabelText('page'), '14{Enter}')
    await user.click(screen.getByRole('radio', { name: 'Cello' }))
    const own = screen.getByLabelText<HTMLInputElement>('page')
    expect([own.value, own.placeholder]).toEqual(['', '14'])
    await user.type(own, '9{Enter}')
    expect(plan().seatBooks).toEqual({ cello: { page: '9' } })
    expect(plan().book).toEqual({ page: '14' })
    await user.selectOptions(lines(), '2 measures each')
    expect(plan().seatBooks.cello?.lines).toHaveLength(3)
    expect(plan().book.lines).toBeUndefined()
    expect(lines().options[0].textContent).toBe('as in all books')
    desk.getState().undo()
    expect(plan().seatBooks).toEqual({ cello: { page: '9' } })
  })
  it('keeps what was typed for one book when another is chosen before it was left', async () => {
    const { plan, user } = page()
    await user.click(screen.getByLabelText('page'))
    await user.keyboard('21')
    fireEvent.click(screen.getByRole('radio', { name: 'Viola' }))
    expect(plan().book).toEqual({ page: '21' })
    expect(plan().seatBooks).toEqual({})
  })
  it('says that lines are not used where a class says places by number, and leads to where that is changed', () => {
    page({ ...DEFAULT_CLASS, places: 'numbers' })
    expect(screen.getByText(/^This class names places by measure number, so lines aren’t used\./)).toBeTruthy()
    expect(screen.getByRole('link', { name: 'Change it' }).getAttribute('href')).toBe('/class/class/people')
  })
})
