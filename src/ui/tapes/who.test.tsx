import { fireEvent, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { MOST_STRIPS, type StripAsk } from '@/api/tapes'
import { instrumentNamed } from '@/core/seats/seat'
import { usual } from './usual'
import { Who } from './Who'

function who(start: readonly StripAsk[] = [usual('Ada', 'violin'), usual('', 'cello')]) {
  const seen = { all: start, picked: 0 }
  function Of() {
    const [all, setAll] = useState(start)
    const [picked, pick] = useState(0)
    Object.assign(seen, { all, picked })
    return (
      <Who
        all={all}
        picked={picked}
        pick={pick}
        change={(i, by) => setAll(all.map((s, n) => (n === i ? { ...s, ...by } : s)))}
        setAll={setAll}
      />
    )
  }
  render(<Of />)
  return { seen, user: userEvent.setup({ delay: null }) }
}

describe('whose instruments are taped', () => {
  it('are called by name, and by instrument and number where nobody is named', () => {
    who()
    expect(screen.getByRole('button', { name: 'Show Ada' }).getAttribute('aria-pressed')).toBe('true')
    expect(screen.getByRole('button', { name: 'Show Cello 2' }).getAttribute('aria-pressed')).toBe('false')
  })
  it('have the length of their size, and show that they were measured where it is of none', async () => {
    const { seen, user } = who()
    const size = screen.getByLabelText<HTMLSelectElement>('Size of Ada')
    const [, second] = instrumentNamed('violin').sizes
    await user.selectOptions(size, second.name)
    expect(seen.all[0].length).toBe(second.length)
    const string = screen.getByLabelText('String of Ada from nut to bridge, in millimetres')
    fireEvent.change(string, { target: { value: '311' } })
    fireEvent.blur(string)
    expect(seen.all[0].length).toBe(311)
    expect(size.selectedOptions[0].textContent).toBe('measured')
  })
  it('with another instrument begin as is usual for it, and are shown', async () => {
    const { seen, user } = who()
    await user.selectOptions(screen.getByLabelText('Instrument of Cello 2'), 'Bass')
    expect(seen.all[1]).toEqual(usual('', 'bass'))
    expect(seen.picked).toBe(1)
  })
  it('can be one more, like the one that is shown, and are never none', async () => {
    const { seen, user } = who()
    await user.click(screen.getByRole('button', { name: 'Show Cello 2' }))
    await user.click(screen.getByRole('button', { name: 'One more' }))
    expect(seen.all.map((s) => s.instrument)).toEqual(['violin', 'cello', 'cello'])
    expect(seen.picked).toBe(2)
    for (const name of ['Take Cello 3 out', 'Take Cello 2 out']) await user.click(screen.getByRole('button', { name }))
    expect(seen.all).toHaveLength(1)
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Take Ada out' }).disabled).toBe(true)
  })
  it('are so many at most', () => {
    who(Array.from({ length: MOST_STRIPS }, (_, i) => usual(`S${i}`, 'viola')))
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'One more' }).disabled).toBe(true)
  })
})
