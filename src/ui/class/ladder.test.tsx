import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { STEP_IDS } from '@/core/instruments/instrument'
import { classAt } from '@/core/plan/class'
import { seatsOf, type Seat } from '@/core/seats/seat'
import { Ladder, RhythmLine } from './Ladder'

const at = (step: (typeof STEP_IDS)[number]): readonly Seat[] => seatsOf(classAt(step))
const user = userEvent.setup({ delay: null })

describe('the steps of a class', () => {
  it('are listed in the order in which they are taught, the class standing on its own', () => {
    render(<Ladder seats={at('fourth-finger')} onChange={() => undefined} />)
    const steps = screen.getAllByRole('radio')
    expect(steps).toHaveLength(STEP_IDS.length)
    expect(steps.filter((s) => s.getAttribute('aria-checked') === 'true')).toHaveLength(1)
    const names = screen.getAllByText(/^\d+ · /).map((n) => n.textContent)
    expect(names.slice(2, 6)).toEqual([
      '3 · Four strings, two finger patterns',
      '4 · Fourth finger',
      '5 · High 3 and low 1',
      '6 · First position',
    ])
    expect(screen.getByText(/4 in place of the next open string, cello 4 forward, bass III/)).toBeTruthy()
  })
  it('tell which step was picked', async () => {
    const picked = vi.fn()
    render(<Ladder seats={at('four-strings')} onChange={picked} />)
    await user.click(screen.getByRole('radio', { name: /High 3 and low 1/ }))
    expect(picked).toHaveBeenCalledExactlyOnceWith('high-and-low')
  })
  it('say so when somebody was set by hand', () => {
    const [first, ...others] = at('first-position')
    render(<Ladder seats={[{ ...first, learned: { ...first.learned, fingers: [1, 2] } }, ...others]} onChange={() => undefined} />)
    expect(screen.getByText('Set by hand for each seat')).toBeTruthy()
  })
})

describe('the line of rhythms', () => {
  it('stands where the class has come, in the order in which rhythms are taught', () => {
    render(<RhythmLine seats={at('four-strings')} onChange={() => undefined} />)
    const select = screen.getByRole<HTMLSelectElement>('combobox', { name: 'Reads rhythms up to' })
    expect(select.selectedOptions[0].textContent).toBe('dotted quarter notes')
    expect(
      within(select)
        .getAllByRole('option')
        .map((o) => o.textContent),
    ).toEqual([
      'quarters and halves',
      'whole notes',
      'eighth notes',
      'dotted half notes',
      'dotted quarter notes',
      'ties',
      'sixteenth notes',
      'triplets',
      '6/8, two big beats',
      'syncopation',
    ])
  })
  it('tells how far, and nothing at all is the first', async () => {
    const to = vi.fn()
    render(<RhythmLine seats={at('four-strings')} onChange={to} />)
    const select = screen.getByRole('combobox')
    await user.selectOptions(select, 'triplets')
    await user.selectOptions(select, 'quarters and halves')
    expect(to.mock.calls).toEqual([[7], [0]])
  })
  it('says that it was set by hand where seats differ or something is left out', () => {
    const [first, ...others] = at('first-position')
    render(
      <RhythmLine
        seats={[{ ...first, learned: { ...first.learned, rhythms: ['whole', 'triplets'] } }, ...others]}
        onChange={() => undefined}
      />,
    )
    expect(screen.getByRole<HTMLSelectElement>('combobox').selectedOptions[0].textContent).toBe('set by hand for each seat')
  })
})
