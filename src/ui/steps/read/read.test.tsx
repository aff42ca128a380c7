import { act, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { classAt, DEFAULT_CLASS } from '@/core/plan/class'
import { atDesk, demoPiece } from '@/ui/session/testing/atDesk'
import { CallsTab } from './CallsTab'
import { CountsTab } from './CountsTab'
import { DigestTab } from './DigestTab'
import { FormTab } from './FormTab'
import { KeyTab } from './KeyTab'
import { SpacingTab } from './SpacingTab'
import { SpotList } from './SpotList'

const RISING = 'D4 E4 F#4 G4 A4 B4 C#5 D5 | F4 G4 F#4 G4 C5 C#5 D5:h'
const solfa = { ...DEFAULT_CLASS, talk: { ...DEFAULT_CLASS.talk, names: 'do-re-mi' as const } }

describe('what to say first', () => {
  const things = () => screen.findByRole('list', { name: 'Say before you play' })

  it('is listed, gone to, and left out with all its places; undo brings it back', async () => {
    const { desk, user } = atDesk(<DigestTab onAll={() => undefined} />, { piece: RISING, klass: classAt('three-fingers') })
    const list = await things()
    const all = within(list).getAllByRole('listitem').length
    const [first] = within(list).getAllByRole('listitem')
    await user.click(within(first).getAllByRole('button')[0])
    expect(desk.getState().spot).not.toBeNull()
    await user.click(within(first).getByRole('button', { name: 'Leave this out' }))
    expect(desk.getState().plan.spots.muted.length).toBeGreaterThan(0)
    expect(within(list).getAllByRole('listitem').length).toBeLessThanOrEqual(all)
    act(() => desk.getState().undo())
    expect(desk.getState().plan.spots.muted).toEqual([])
  })

  it('has a button to each of its measures, and says whom it concerns', async () => {
    const { desk, user } = atDesk(<DigestTab onAll={() => undefined} />, {
      piece: demoPiece('Two Barges'),
      klass: classAt('three-fingers'),
    })
    const [first] = within(await things()).getAllByRole('listitem')
    await user.click(within(first).getAllByRole('button')[0])
    const places = within(first).getAllByRole('button', { name: /^To / })
    await user.click(places.at(-1)!)
    const index = desk.getState().timeline[desk.getState().moment].first.at.index
    expect(places.at(-1)!.textContent).toMatch(new RegExp(`(^|\\.)${(index % 4) + 1}$|^${index + 1}$`))
  })

  it('says how many more there are, and leads to them', async () => {
    let asked = 0
    const { user } = atDesk(<DigestTab onAll={() => asked++} />, { piece: RISING, klass: classAt('first-finger') })
    await things()
    await user.click(screen.getByRole('button', { name: /^(More|All) places to watch/ }))
    expect(asked).toBe(1)
  })

  it('has the start cards with the class’s own names of notes', async () => {
    atDesk(<DigestTab onAll={() => undefined} />, { klass: solfa })
    await things().catch(() => null)
    expect(screen.getAllByText(/^Re: open re\./)).toHaveLength(4)
  })
})

describe('everything that trips somebody', () => {
  it('is listed by measure, opened with the remedy, muted for these seats and shown again by kind', async () => {
    const { desk, user } = atDesk(<SpotList />, { piece: RISING, klass: classAt('three-fingers') })
    const list = screen.getByRole('list', { name: 'Places to watch' })
    const [first] = within(list).getAllByRole('button')
    await user.click(first)
    expect(first.getAttribute('aria-expanded')).toBe('true')
    await user.click(screen.getByRole('button', { name: /^Hide (this one|for these)/ }))
    const { muted } = desk.getState().plan.spots
    expect(muted.length).toBeGreaterThan(0)
    await user.click(screen.getByRole('radio', { name: 'By kind' }))
    const silenced = screen.getByRole('heading', { name: 'Muted one by one' }).parentElement!
    expect(within(silenced).getAllByRole('listitem')).toHaveLength(muted.length)
    await user.click(within(silenced).getAllByRole('button', { name: 'Show' })[0])
    expect(desk.getState().plan.spots.muted).toHaveLength(muted.length - 1)
  })

  it('of one seat alone, and a kind that is hidden is gone from all of them', async () => {
    const { desk, user } = atDesk(<SpotList />, { piece: RISING, klass: classAt('three-fingers') })
    await user.selectOptions(screen.getByRole('combobox'), 'Bass')
    const names = within(screen.getByRole('list', { name: 'Places to watch' })).getAllByRole('button')
    expect(names.every((b) => b.textContent?.startsWith('Bass') || !b.getAttribute('aria-expanded'))).toBe(true)
    await user.click(names[0])
    await user.click(screen.getByRole('button', { name: 'Hide this kind' }))
    const [kind] = Object.entries(desk.getState().plan.spots.kinds)
    expect(kind[1]).toBe('hide')
    expect(screen.queryByRole('button', { expanded: true })?.textContent ?? '').not.toContain(names[0].textContent)
  })

  it('says what is heard when it goes wrong, why, and what to do', async () => {
    const { user } = atDesk(<SpotList />, { piece: 'F#4 G4 F4 G4', klass: classAt('four-strings') })
    const two = screen.getAllByRole('button').find((b) => b.textContent?.includes('One letter, two forms'))!
    await user.click(two)
    expect(screen.getByText('Low 2 sounds sour: it is too high.')).toBeTruthy()
    expect(screen.getByText('If it goes wrong')).toBeTruthy()
  })
})

describe('the calls', () => {
  it('are said by letters, fingers or both, for the class or one seat, and lead to their measure', async () => {
    const { desk, user } = atDesk(<CallsTab />, { piece: 'D4 E4 F#4 G4 | A4:h D4:h' })
    const list = () => screen.getByRole('list', { name: 'Calls' })
    await user.click(screen.getByRole('radio', { name: 'This seat' }))
    await user.click(screen.getByRole('radio', { name: 'Fingers' }))
    expect(list().textContent).toContain('open')
    expect(list().textContent).not.toContain('F sharp')
    await user.click(screen.getByRole('radio', { name: 'Letters' }))
    expect(list().textContent).toContain('F sharp')
    await user.click(within(list()).getAllByRole('button')[1])
    expect(desk.getState().timeline[desk.getState().moment].first.at.index).toBe(1)
  })

  it('are in the class’s own names', async () => {
    const { user } = atDesk(<CallsTab />, { klass: solfa })
    await user.click(screen.getByRole('radio', { name: 'Letters' }))
    expect(screen.getByRole('list', { name: 'Calls' }).textContent).toContain('fa sharp')
  })
})

describe('what a part is made of', () => {
  it('notes by string and finger, letters with their strings, and letters in two forms', () => {
    atDesk(<CountsTab />, { piece: 'D4 E4 F#4 G4 | A4 B4 C5 C#5' })
    const table = screen.getByRole('table', { name: 'Notes by string and finger' })
    expect(within(table).getAllByRole('row')[3].textContent).toBe('D11110')
    expect(screen.getByText('C in two forms:').parentElement?.textContent).toBe('C in two forms: C 1, C♯ 1')
  })

  it('a scale and a chord are named, with where they are', async () => {
    const { user, desk } = atDesk(<FormTab />, { piece: 'D4 E4 F#4 G4 | A4 F#4 D4:h | D4 E4 F#4 G4' })
    const run = screen.getByRole('button', { name: /D major scale, up, D to A/ })
    await user.click(run)
    expect(desk.getState().pointed?.notes.length).toBe(5)
    expect(screen.getByRole('button', { name: /D major arpeggio, down/ })).toBeTruthy()
  })

  it('where a letter lies, in the class’s own names, and that it is not learned', async () => {
    const { user } = atDesk(<KeyTab />, { klass: { ...classAt('three-fingers'), talk: solfa.talk } })
    await user.click(screen.getByRole('button', { name: 'fa' }))
    expect(screen.getByText('fa sharp')).toBeTruthy()
    expect(screen.getByText('fa♯4').nextElementSibling?.textContent).toBe('first space: 2 on re')
    await user.click(screen.getByRole('radio', { name: 'natural' }))
    expect(screen.getByText('Not learned yet in this seat.')).toBeTruthy()
  })

  it('a crossing that lies like two fingers on one string', async () => {
    const { user, desk } = atDesk(<SpacingTab />, { piece: 'A4 B4 F#4 D4' })
    expect(screen.getByText(/^1 on A to 2 on D: same spacing as B to C♯ on A/)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: 'Measure 1' }))
    expect(desk.getState().pointed?.notes).toHaveLength(2)
  })
})
