import { fireEvent, screen, within } from '@testing-library/react'
import { useRef } from 'react'
import { beforeAll, describe, expect, it } from 'vitest'
import { loadOf } from '@/core/balance/load'
import { atDesk, demoPiece } from '@/ui/session/testing/atDesk'
import { Ribbon } from './Ribbon'

// A page that is drawn by nobody scrolls nowhere.
beforeAll(() => {
  Element.prototype.scrollIntoView = () => undefined
  document.elementFromPoint = () => null
})

function Of() {
  const find = useRef<HTMLInputElement>(null)
  return <Ribbon findRef={find} />
}
const ribbon = () => atDesk(<Of />, { piece: demoPiece('Snow on the Signal Box') })
const cells = () => within(screen.getByRole('list', { name: 'Measures' })).getAllByRole('button')

describe('the piece in a row', () => {
  it('has a cell a measure, each with the load of every seat as it is', () => {
    const { desk } = ribbon()
    const { piece, ensemble } = desk.getState()
    expect(cells()).toHaveLength(piece.lines[0].measures.length)
    const points = (seat: string, measure: number) => Math.round(loadOf(piece, ensemble[seat]).byMeasure[measure])
    cells().forEach((c, m) => {
      const said = c.getAttribute('aria-label')!
      for (const [name, seat] of [
        ['Violin', 'violin'],
        ['Bass', 'bass'],
      ] as const)
        expect(said).toContain(`${name} ${points(seat, m)}`)
      expect(said).toMatch(/(no|\d+) spots?/)
    })
  })
  it('leads to the measure that is clicked, and marks where the class stands', async () => {
    const { desk, user } = ribbon()
    await user.click(cells()[3])
    const { timeline, moment } = desk.getState()
    expect(timeline[moment].first.at.index).toBe(3)
    expect(cells().flatMap((c, i) => (c.getAttribute('aria-current') ? [i] : []))).toEqual([3])
  })
  it('picks a passage with Shift, says it, and lets it go again', async () => {
    const { desk, user } = ribbon()
    await user.click(cells()[1])
    fireEvent.click(cells()[3], { shiftKey: true })
    expect(desk.getState().passage).toEqual({ from: 1, to: 3 })
    await user.click(screen.getByRole('button', { name: 'whole piece' }))
    expect(desk.getState().passage).toBeNull()
    expect(screen.queryByRole('button', { name: 'whole piece' })).toBeNull()
  })
  it('goes to a measure by its name, and says so where there is none', async () => {
    const { desk, user } = ribbon()
    const find = screen.getByLabelText('Go to measure')
    const [, second] = desk.getState().piece.lines[0].measures
    await user.type(find, `${second.number}{Enter}`)
    expect(desk.getState().timeline[desk.getState().moment].first.at.index).toBe(1)
    await user.clear(find)
    await user.type(find, '999{Enter}')
    expect(screen.getByRole('alert').textContent).toBe('There’s no measure 999 here.')
    expect(desk.getState().timeline[desk.getState().moment].first.at.index).toBe(1)
    await user.type(find, '{Escape}')
    expect(screen.queryByRole('alert')).toBeNull()
  })
})
