import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { seatsOf } from '@/core/seats/seat'
import { placeKey, type AnswerForm } from '@/core/trainer/question'
import { traineeOf } from '@/core/trainer/trainee'
import { Answering } from './Answering'

const [violin] = seatsOf(DEFAULT_CLASS)
const trainee = traineeOf(DEFAULT_CLASS, violin)
const asked = (answer: AnswerForm, done: Parameters<typeof Answering>[0]['done'] = null) => {
  const give = vi.fn()
  render(<Answering answer={answer} trainee={trainee} done={done} give={give} />)
  return { give, user: userEvent.setup() }
}
const letters: AnswerForm = {
  form: 'choice',
  options: [
    { text: 'D', mistake: null, as: 'D' },
    { text: 'E', mistake: 'a letter off', as: 'E' },
  ],
}

describe('answers to choose from', () => {
  it('are given by touch or by their number; a number that is none gives nothing', async () => {
    const { give, user } = asked(letters)
    await user.keyboard('7')
    expect(give).not.toHaveBeenCalled()
    await user.keyboard('2')
    await user.click(screen.getByRole('button', { name: /D/ }))
    expect(give.mock.calls).toEqual([[{ form: 'choice', at: 1 }], [{ form: 'choice', at: 0 }]])
  })

  it('once given are judged in words, and heard no more', async () => {
    const { give, user } = asked(letters, { form: 'choice', at: 1 })
    expect(screen.getByText('right')).toBeTruthy()
    expect(screen.getByText('yours')).toBeTruthy()
    await user.keyboard('1')
    await user.click(screen.getByRole('button', { name: /D/ }))
    expect(give).not.toHaveBeenCalled()
  })
})

describe('an answer on the fingerboard', () => {
  const right = trainee.board.filter((p) => p.finger === '0').map(placeKey)

  it('is a string by its letter, then a finger on it', async () => {
    const { give, user } = asked({ form: 'board', right, all: false })
    await user.keyboard('0')
    expect(give).not.toHaveBeenCalled()
    await user.keyboard('d')
    expect(screen.getByText('D string: now a finger, 0 to 4.')).toBeTruthy()
    await user.keyboard('0')
    expect(give).toHaveBeenCalledExactlyOnceWith({ form: 'board', places: ['1:0'] })
  })

  it('of several places is gathered, and given when that is all', async () => {
    const { give, user } = asked({ form: 'board', right, all: true })
    await user.keyboard('g0D0')
    // The same once more takes it out again.
    await user.keyboard('g0')
    expect(give).not.toHaveBeenCalled()
    await user.click(screen.getByRole('button', { name: 'That’s all' }))
    expect(give).toHaveBeenCalledExactlyOnceWith({ form: 'board', places: ['1:0'] })
  })
})

describe('an answer on the staff', () => {
  it('is looked for by the arrows and given by Enter; with a stem only once it has one', async () => {
    const staff: AnswerForm = { form: 'staff', clef: 'treble', fifths: 0, from: 25, to: 45, right: [34], all: false, stem: 'down' }
    const { give, user } = asked(staff)
    await user.keyboard('{ArrowUp}{ArrowUp}{ArrowDown}{Enter}')
    expect(give).not.toHaveBeenCalled()
    await user.keyboard('d{Enter}')
    const [[given]] = give.mock.calls as [[{ steps: number[]; stem: string }]]
    expect(given.stem).toBe('down')
    expect(given.steps).toHaveLength(1)
    expect(given.steps[0]).toBeGreaterThanOrEqual(25)
  })
})
