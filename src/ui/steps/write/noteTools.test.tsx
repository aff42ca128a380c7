import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { describe, expect, it } from 'vitest'
import { keyName } from '@/core/music/key'
import { meterName } from '@/core/music/time'
import { pieceFrom } from '@/core/testing/piece'
import { move, selectAll } from '@/core/writing/commands'
import { draftOf, type Draft } from '@/core/writing/draft'
import type { Asked } from './AskReach'
import { NoteTools } from './NoteTools'

const D = { fifths: 2, mode: 'major' } as const

/** The tools over a tune with all of it picked, or with the caret at its beginning. */
function tools(text = 'D4 E4 F#4 G4 | A4:h A4:h', { picked = true } = {}) {
  const start = draftOf(pieceFrom(text, D))
  const seen: { draft: Draft; asked: Asked | null } = { draft: start, asked: null }
  function Of() {
    const [draft, setDraft] = useState(picked ? selectAll(start) : start)
    const [asked, ask] = useState<Asked | null>(null)
    Object.assign(seen, { draft, asked })
    return <NoteTools draft={draft} run={(command) => setDraft(command)} asked={asked} ask={ask} />
  }
  render(<Of />)
  const user = userEvent.setup({ delay: null })
  return { seen, press: (name: string) => user.click(screen.getByRole('button', { name })), user }
}
const events = ({ draft }: { draft: Draft }) => draft.piece.lines[0].measures.flatMap((m) => m.events)
const pressed = (name: string) => screen.getByRole('button', { name }).getAttribute('aria-pressed')

describe('the tools of the note editor', () => {
  it('set the length that is typed next, and show which it is', async () => {
    const { seen, press } = tools(undefined, { picked: false })
    await press('eighth note')
    expect(seen.draft.base).toBe('eighth')
    expect([pressed('eighth note'), pressed('quarter note')]).toEqual(['true', 'false'])
    await press('Dotted')
    expect([seen.draft.dots, pressed('Dotted')]).toEqual([1, 'true'])
    await press('Triplet')
    expect(pressed('Triplet')).toBe('true')
    await press('Triplet')
    expect(pressed('Triplet')).toBe('false')
  })
  it.each([
    ['Sharp', 1],
    ['Flat', -1],
    ['Natural', 0],
  ])('%s alters every note that is picked', async (name, alter) => {
    const { seen, press } = tools('D4 E4')
    await press(name)
    for (const e of events(seen)) expect(e.kind === 'note' && e.heads[0].pitch.alter).toBe(alter)
  })
  it('bow, slur and tie what is picked, and take it back by the same button', async () => {
    const { seen, press } = tools('D4 D4')
    await press('Down-bow')
    expect(events(seen).map((e) => (e.kind === 'note' ? e.bow : null))).toEqual(['down', 'down'])
    await press('Slur')
    expect(seen.draft.piece.lines[0].slurs).toHaveLength(1)
    await press('Slur')
    expect(seen.draft.piece.lines[0].slurs).toHaveLength(0)
    await press('Up-bow')
    expect(events(seen).map((e) => (e.kind === 'note' ? e.bow : null))).toEqual(['up', 'up'])
  })
  it('mark repeats and endings at the measure of the caret, and a pickup at the first alone', async () => {
    const { seen, press } = tools(undefined, { picked: false })
    await press('Repeat starts')
    await press('Repeat ends')
    const here = () => seen.draft.piece.lines[0].measures[seen.draft.at.measure]
    expect([here().repeatStart, here().repeatEnd]).toEqual([true, 2])
    expect([pressed('Repeat starts'), pressed('Repeat ends')]).toEqual(['true', 'true'])
    await press('Ending')
    expect(here().ending).toEqual([1])
    expect(screen.getByRole('button', { name: 'Ending' }).textContent).toBe('1.')
  })
  it('add a measure and drop it again', async () => {
    const { seen, press } = tools(undefined, { picked: false })
    await press('New measure')
    expect(seen.draft.piece.lines[0].measures).toHaveLength(3)
    await press('Delete the measure')
    expect(seen.draft.piece.lines[0].measures).toHaveLength(2)
  })
  it('ask how far another key goes where there are notes, and take it at once where there are none', async () => {
    const { seen, user } = tools()
    await user.selectOptions(screen.getByLabelText('Key'), 'G major')
    expect(seen.asked).toMatchObject({ key: { fifths: 1, mode: 'major' } })
    expect(seen.draft.piece.key).toEqual(D)
    await user.type(screen.getByLabelText('Key'), '{Escape}')
    expect(seen.asked).toBeNull()
  })
  it('take key and time at once before the first note', async () => {
    const { seen, user } = tools('z:w', { picked: false })
    const empty = events(seen).every((e) => e.kind === 'rest')
    expect(empty).toBe(true)
    await user.selectOptions(screen.getByLabelText('Key'), 'F major')
    await user.selectOptions(screen.getByLabelText('Time'), '7/8')
    expect([keyName(seen.draft.piece.key), meterName(seen.draft.piece.meter)]).toEqual(['F major', '7/8'])
  })
  it('move the whole tune by half steps, into the key that goes with it', async () => {
    const { seen, user } = tools()
    await user.selectOptions(screen.getByLabelText('Transpose the whole tune'), '2 half steps down')
    expect(keyName(seen.draft.piece.key)).toBe('C major')
    expect(events(seen).map((e) => (e.kind === 'note' ? e.heads[0].pitch.letter : ''))).toEqual(['C', 'D', 'E', 'F', 'G', 'G'])
    // It asks for nothing more: the list stands where it stood.
    expect(screen.getByLabelText<HTMLSelectElement>('Transpose the whole tune').value).toBe('')
  })
  it('offer the key and time in force where the caret stands, even a time that is not among the usual ones', () => {
    const start = draftOf({ ...pieceFrom('D4 E4 F#4 G4', D), meter: { beats: 4, unit: 8 } })
    render(<NoteTools draft={move(start, 1)} run={() => undefined} asked={null} ask={() => undefined} />)
    expect(screen.getByLabelText<HTMLSelectElement>('Time').value).toBe('4/8')
    expect(screen.getByLabelText<HTMLSelectElement>('Key').value).toBe('D major')
  })
})
