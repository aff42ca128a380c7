import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { useStore } from 'zustand'
import { classAt, DEFAULT_CLASS } from '@/core/plan/class'
import { newStudent, type Student } from '@/core/plan/student'
import { DEFAULT_TALK } from '@/core/plan/talk'
import { emptyPlan } from '@/core/plan/plan'
import { seatOf, seatsOf } from '@/core/seats/seat'
import { pieceFrom } from '@/core/testing/piece'
import { createClass } from './classStore'
import { Effect } from './Effect'
import { LearnedGrid } from './LearnedGrid'
import { StudentList } from './StudentList'
import { TalkForm } from './TalkForm'

vi.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined }) }))

const store = (settings = DEFAULT_CLASS) => createClass({ id: 'class', name: 'Tuesday', school: '', settings, version: 1 })

function Students({ of }: { of: ReturnType<typeof store> }) {
  const s = useStore(of)
  return <StudentList {...s} students={s.settings.students} seats={seatsOf(s.settings)} name={s.name} shelf={[]} />
}
function Grid({ of }: { of: ReturnType<typeof store> }) {
  const s = useStore(of)
  return <LearnedGrid names="letters" seats={s.settings.seats.map(seatOf)} toggle={s.toggle} setLearned={s.setLearned} />
}

describe('the students of a class', () => {
  const class2 = (students: readonly Student[] = []) => {
    const of = store({ ...DEFAULT_CLASS, students: [...students] })
    render(<Students of={of} />)
    return { of, user: userEvent.setup({ delay: null }), all: () => of.getState().settings.students }
  }

  it('are added by first name to a seat, and nobody without a name', async () => {
    const { user, all } = class2()
    const add = screen.getByRole<HTMLButtonElement>('button', { name: 'Add' })
    expect(add.disabled).toBe(true)
    await user.type(screen.getByLabelText('First name of a new student'), '  Ada {Enter}')
    await user.selectOptions(screen.getByLabelText('Seat of the new student'), 'Cello')
    await user.type(screen.getByLabelText('First name of a new student'), 'Ben{Enter}')
    expect(all().map((s) => [s.name, s.seat])).toEqual([
      ['Ada', 'violin'],
      ['Ben', 'cello'],
    ])
  })

  it('two of one name are two: taking one out leaves the other, and undo brings back the one that went', async () => {
    const { of, user, all } = class2([newStudent('one', 'Ada', 'violin'), newStudent('two', 'Ada', 'cello')])
    await user.click(screen.getAllByRole('button', { name: 'Take Ada out' })[0])
    expect(all().map((s) => s.id)).toEqual(['two'])
    of.getState().undo()
    expect(all().map((s) => s.id)).toEqual(['one', 'two'])
  })

  it('an empty name is none, a string no instrument has is none, and another seat forgets the size', async () => {
    const { user, all } = class2([{ ...newStudent('one', 'Ada', 'violin'), size: '3/4', length: 310 }])
    const name = screen.getByLabelText('Name of Ada')
    await user.clear(name)
    await user.tab()
    expect(all()[0].name).toBe('Ada')
    const string = screen.getByLabelText('String of Ada in mm, if measured')
    await user.clear(string)
    await user.type(string, '9999{Enter}')
    expect(all()[0].length).toBe(310)
    await user.clear(string)
    await user.type(string, '305,5{Enter}')
    expect(all()[0].length).toBe(305.5)
    await user.selectOptions(screen.getByLabelText('Seat of Ada'), 'Bass')
    expect(all()[0]).toMatchObject({ seat: 'bass', size: '', length: null })
  })

  it('what holds for one alone is set in its row', async () => {
    const { user, all } = class2([newStudent('one', 'Ada', 'violin')])
    await user.click(screen.getByLabelText('Ada: no fourth finger yet'))
    await user.click(screen.getByLabelText('Ada: large print'))
    await user.selectOptions(screen.getByLabelText('Written in for Ada'), 'new')
    expect(all()[0]).toMatchObject({ noFourth: true, large: true, much: 'new' })
    await user.selectOptions(screen.getByLabelText('Written in for Ada'), '')
    expect(all()[0].much).toBeNull()
    expect(screen.getByRole('button', { name: 'Pieces of Ada: all' })).toBeTruthy()
  })
})

describe('what each seat has learned', () => {
  const learned = (of: ReturnType<typeof store>, seat: string) => of.getState().settings.seats.find((s) => s.id === seat)!.learned
  const grid = () => {
    const of = store(classAt('three-fingers'))
    render(<Grid of={of} />)
    return { of, user: userEvent.setup({ delay: null }) }
  }

  it('is pressed, and one press is one step that undo takes back', async () => {
    const { of, user } = grid()
    const four = screen.getByRole('button', { name: 'Violin: finger 4' })
    expect(four.getAttribute('aria-pressed')).toBe('false')
    await user.click(four)
    expect(learned(of, 'violin').fingers).toContain(4)
    expect(screen.getByRole('button', { name: 'Violin: finger 4' }).getAttribute('aria-pressed')).toBe('true')
    expect(learned(of, 'viola').fingers).not.toContain(4)
    of.getState().undo()
    expect(learned(of, 'violin').fingers).not.toContain(4)
  })

  it('every row is of the instrument: its strings, its positions, how its hand opens', async () => {
    grid()
    const row = (name: string) => within(screen.getByRole('row', { name: new RegExp(`^${name}`) }))
    expect(
      row('Strings')
        .getAllByRole('button', { name: /^Bass: / })
        .map((b) => b.textContent),
    ).toEqual(['E', 'A', 'D', 'G'])
    expect(row('Low').getAllByText('by half steps')).toHaveLength(2)
    expect(row('Stretches').getByRole('button', { name: 'Violin: 4 stretched' })).toBeTruthy()
    expect(row('Stretches').getByRole('button', { name: 'Cello: 4 forward' })).toBeTruthy()
    expect(row('Keys').getAllByRole('button', { name: /^Violin: / })).toHaveLength(9)
  })

  it('each press changes what it is called, and nothing else of any seat', async () => {
    const { of, user } = grid()
    for (const [name, key] of [
      ['Cello: A string', 'strings'],
      ['Viola: low 2', 'low'],
      ['Viola: high 3', 'high'],
      ['Bass: position III', 'positions'],
      ['Cello: 1 back', 'extensions'],
      ['Violin: triplets', 'rhythms'],
      ['Violin: flat before a note', 'signs'],
      ['Violin: shift in a slur', 'combinations'],
      ['Violin: B♭ major', 'keys'],
    ] as const) {
      const before = of.getState().settings.seats
      await user.click(screen.getByRole('button', { name }))
      const seat = name.split(':')[0].toLowerCase()
      for (const s of of.getState().settings.seats) {
        const was = before.find((b) => b.id === s.id)!
        const changed = Object.keys(s.learned).filter(
          (k) => JSON.stringify(s.learned[k as keyof typeof s.learned]) !== JSON.stringify(was.learned[k as keyof typeof s.learned]),
        )
        expect(changed, `${name} ${s.id}`).toEqual(s.id === seat ? [key] : [])
      }
    }
    await user.click(screen.getByRole('button', { name: 'Violin: slurs' }))
    await user.click(screen.getByRole('button', { name: 'Bass: two strings at once' }))
    await user.selectOptions(screen.getByLabelText('Cello: shifts'), 'any')
    expect([learned(of, 'violin').slurs, learned(of, 'bass').doubleStops, learned(of, 'cello').shifts]).toEqual([
      !classAt('three-fingers').seats[0].learned.slurs,
      !classAt('three-fingers').seats[3].learned.doubleStops,
      'any',
    ])
  })
})

describe('how the class talks', () => {
  it('each choice is told by its own name', async () => {
    const set = vi.fn()
    render(<TalkForm talk={DEFAULT_TALK} set={set} />)
    const user = userEvent.setup({ delay: null })
    await user.selectOptions(screen.getByLabelText('Note names'), 'german')
    await user.selectOptions(screen.getByLabelText('Low and high'), '↓2')
    await user.click(screen.getByLabelText('say “sharp” and “flat”'))
    expect(set.mock.calls.map(([c]) => c as unknown)).toEqual([{ names: 'german' }, { low: '↓2' }, { sharps: false }])
  })
})

describe('what the settings do to the shelf', () => {
  const piece = { id: 'p', piece: pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', { fifths: 2, mode: 'major' }), plan: emptyPlan() }
  it('says what is new for whom, and the first of it in words', () => {
    const { rerender } = render(<Effect pieces={[piece]} settings={classAt('first-position')} />)
    expect(screen.getAllByText('fits').length).toBeGreaterThan(2)
    rerender(<Effect pieces={[piece]} settings={classAt('first-finger')} />)
    expect(screen.getAllByText(/^\d+ new$/).length).toBe(4)
    expect(screen.getByText(/^Violin, .*, measure 1: New for this class: finger 2\. F♯4 is 2 on D\./)).toBeTruthy()
    rerender(<Effect pieces={[]} settings={classAt('first-finger')} />)
    expect(screen.getByText('No pieces yet. Bring one, and you see here what it asks of each seat.')).toBeTruthy()
  })
})
