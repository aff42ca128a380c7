import { fireEvent, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { BigCalls, type CallLine } from './BigCalls'

const line = (i: number, words: readonly string[], close = ''): CallLine => ({
  index: i,
  number: `${i + 1}`,
  name: `${i + 1}`,
  note: '',
  said: [
    {
      who: '',
      call: {
        index: i,
        number: `${i + 1}`,
        name: `${i + 1}`,
        lead: '',
        close,
        on: ' to ',
        words: words.map((said, n) => ({ event: `e${i}-${n}`, said, slurred: n === 1 })),
      },
    },
  ],
})
const CALLS = [line(0, ['D', 'E']), line(1, ['F sharp', 'G']), line(2, ['A']), line(3, ['B'], 'again from measure 3'), line(4, ['D'])]

function Shown({ from = 0 }: { from?: number }) {
  const [index, goTo] = useState(from)
  const [open, setOpen] = useState(true)
  return (
    <>
      <p>at {index}</p>
      <BigCalls open={open} onOpenChange={setOpen} calls={CALLS} begins={[0, 2, 4]} index={index} goTo={goTo} title="Violin" />
    </>
  )
}
const shown = (from?: number) => {
  render(<Shown from={from} />)
  return userEvent.setup({ delay: null })
}
const at = () => screen.getByText(/^at \d$/).textContent
const dialog = () => screen.getByRole('dialog', { name: 'Violin' })

describe('calls for the back of the room', () => {
  it('show the measure with its slurs, and what comes then', () => {
    shown()
    expect(screen.getByText('Measure 1')).toBeTruthy()
    expect(dialog().textContent).toContain('to E')
    expect(screen.getByText('then F sharp to G')).toBeTruthy()
  })
  it('go on and back by the arrows and the space bar, and stop at both ends', () => {
    shown()
    for (const key of ['ArrowRight', ' ', 'ArrowRight']) fireEvent.keyDown(dialog(), { key })
    expect(at()).toBe('at 3')
    expect(dialog().textContent).toContain('again from measure 3')
    fireEvent.keyDown(dialog(), { key: 'ArrowLeft' })
    expect(at()).toBe('at 2')
    for (let i = 0; i < 9; i++) fireEvent.keyDown(dialog(), { key: 'ArrowRight' })
    expect(at()).toBe('at 4')
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Next measure' }).disabled).toBe(true)
    expect(screen.queryByText(/^then /)).toBeNull()
  })
  it('stand line by line where lines begin, and keep to the line of the measure that is picked', async () => {
    const user = shown(3)
    await user.click(screen.getByRole('radio', { name: 'A line' }))
    expect(screen.getAllByText(/^Measure \d$/).map((x) => x.textContent)).toEqual(['Measure 3', 'Measure 4'])
    await user.click(screen.getByRole('button', { name: 'Line before' }))
    expect(at()).toBe('at 0')
    await user.click(screen.getByRole('button', { name: 'Next line' }))
    expect(at()).toBe('at 2')
  })
  it('leave the arrows to the choice that has the focus', async () => {
    const user = shown()
    await user.click(screen.getByRole('radio', { name: 'A measure' }))
    fireEvent.keyDown(screen.getByRole('radio', { name: 'A measure' }), { key: 'ArrowRight' })
    expect(at()).toBe('at 0')
  })
  it('close, and nothing of them is left', async () => {
    const user = shown()
    await user.click(screen.getByRole('button', { name: 'Close' }))
    expect(screen.queryByRole('dialog')).toBeNull()
  })
})
