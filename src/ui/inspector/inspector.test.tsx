import { act, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { classAt, DEFAULT_CLASS } from '@/core/plan/class'
import { atDesk } from '@/ui/session/testing/atDesk'
import { Inspector } from './Inspector'

const seat = (name: string) => within(screen.getByRole('region', { name }))
const pinnedIn = (desk: ReturnType<typeof atDesk>['desk'], id: string) => Object.values(desk.getState().plan.pins[id] ?? {})

describe('the picked moment', () => {
  it('says what each seat does, and why the picked one does it', async () => {
    const { desk, user } = atDesk(<Inspector />)
    act(() => desk.getState().pick(4))
    expect(screen.getByRole('heading', { level: 2 }).textContent).toBe('Measure 2, beat 1')
    expect(seat('Violin').getByText(/^Open A. Better than 4 on D: saves the fourth finger/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: /^Cello: .*; open$/ }))
    expect(desk.getState().seat).toBe('cello')
    expect(seat('Cello').getByText(/written$/)).toBeTruthy()
  })

  it('another way is pinned with its price and what it changes, and lifted again', async () => {
    const { desk, user } = atDesk(<Inspector />)
    act(() => desk.getState().pick(4))
    const other = seat('Violin').getByRole('button', { name: /^Pin 4 on D instead, / })
    expect(other.closest('li')?.textContent).toMatch(/for it: saves 2 crossings|for the one you have: /)
    await user.click(other)
    expect(pinnedIn(desk, 'violin')).toMatchObject([{ strings: [1], fingers: [4] }])
    expect(seat('Violin').getByText('4 on D: you pinned it.')).toBeTruthy()
    await user.click(seat('Violin').getByRole('button', { name: 'Take the pin away' }))
    expect(pinnedIn(desk, 'violin')).toEqual([])
  })

  it('calls notes and fingers as the class does', () => {
    const klass = { ...DEFAULT_CLASS, talk: { ...DEFAULT_CLASS.talk, names: 'do-re-mi' as const, low: '2 low' as const } }
    atDesk(<Inspector />, { piece: 'F4 G4 A4 B4', klass })
    expect(screen.getByText('fa natural, from the sign')).toBeTruthy()
    expect(seat('Violin').getAllByText(/2 low on re/).length).toBeGreaterThan(0)
    expect(document.body.textContent).not.toMatch(/low 2|F natural/)
  })

  it('a rest says that the hand can get ready; a clap is no note', () => {
    const { desk } = atDesk(<Inspector />, { piece: 'D4 z x A4' })
    act(() => desk.getState().pick(1))
    expect(seat('Violin').getByText('Rest: the hand can get ready.')).toBeTruthy()
    act(() => desk.getState().pick(2))
    expect(seat('Violin').getByText(/no finger down\.$/)).toBeTruthy()
  })

  it('what is new says so and is offered otherwise, and goes back to what is written', async () => {
    const { desk, user } = atDesk(<Inspector />, { piece: 'D4 E4 B5 G4', klass: classAt('three-fingers') })
    act(() => desk.getState().pick(2))
    expect(seat('Violin').getByText(/^New for this class: .* One octave lower, it is 1 on A\./)).toBeTruthy()
    const offers = within(seat('Violin').getByText('Other notes for this seat').parentElement!).getAllByRole('button')
    await user.click(offers[0])
    expect(Object.keys(desk.getState().plan.substitutes.violin ?? {})).not.toEqual([])
    await user.click(seat('Violin').getByRole('button', { name: 'As written' }))
    expect(desk.getState().plan.substitutes.violin ?? {}).toEqual({})
  })

  it('the hand is sent to the next position from here, held a note longer and a note less', async () => {
    const { desk, user } = atDesk(<Inspector />, { piece: 'D4 E4 G4 G4 A4 B4 G4 F#4 E4', klass: classAt('third-position') })
    act(() => desk.getState().pick(2))
    await user.click(seat('Violin').getByRole('button', { name: /^III from here/ }))
    expect(pinnedIn(desk, 'violin')).toEqual([{ position: 'III', base: 5 }])
    expect(desk.getState().said).toBe('Violin, measure 1: III from here, pinned')
    // At the same note again the hand is still there, and says how far.
    act(() => desk.getState().pick(3))
    const held = () => within(seat('Violin').getByRole('group', { name: 'Pinned position' }))
    const before = held().getByText(/to measure/).textContent
    expect((held().getByRole('button', { name: /^one note shorter/ }) as HTMLButtonElement).disabled).toBe(true)
    await user.click(held().getByRole('button', { name: /^one note longer/ }))
    expect(held().getByText(/to measure/).textContent).not.toBe(before)
    await user.click(held().getByRole('button', { name: /^one note shorter/ }))
    expect(held().getByText(/to measure/).textContent).toBe(before)
  })

  it('says how the note is come to, what stays down, and how it is tested', () => {
    const { desk } = atDesk(<Inspector />, { piece: 'G4 A4 G4 A4 | D5 B4 G4:h' })
    act(() => desk.getState().pick(2))
    const rows = Object.fromEntries(
      seat('Violin')
        .getAllByRole('term')
        .map((t) => [t.textContent, t.nextElementSibling?.textContent]),
    )
    expect(rows.hand).toBe('Only the bow goes to the next lower string. Leave the fingers where they are.')
    expect(rows.check).toMatch(/^(Matches|Is) /)
    expect(rows.bow).toMatch(/-bow, /)
  })
})
