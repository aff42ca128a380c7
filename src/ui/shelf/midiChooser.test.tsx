import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { pieceFrom } from '@/core/testing/piece'
import type { Comparison } from '@/formats/midi/compare'
import type { MidiChoices } from '@/formats/midi/read'
import type { BringStore, BroughtLine } from './bringStore'
import { MidiChooser } from './MidiChooser'

const asked: MidiChoices[] = []
vi.mock('./reader', () => ({
  compareInWorker: (_: File, choices: MidiChoices): Promise<Comparison> => {
    asked.push(choices)
    return Promise.resolve({
      played: [{ at: 0.02, length: 1, midi: 62 }],
      written: [{ at: 0, length: 1, midi: 62 }],
      quarters: 16,
      mean: 12.4,
      most: 31.6,
    })
  },
}))

const piece = pieceFrom('D4 E4 F#4 G4 | A4:h A4:h', { fifths: 2, mode: 'major' })
const LINE = {
  id: 7,
  of: 'class',
  name: 'played.mid',
  state: 'midi',
  says: [],
  items: [{ reading: { ok: true, piece, notices: [], misfits: [] }, kind: 'midi' }],
  file: new File([], 'played.mid'),
} as unknown as BroughtLine

function chooser() {
  asked.length = 0
  const [again, choose, dismiss] = [vi.fn(), vi.fn(), vi.fn()]
  render(<MidiChooser line={LINE} store={{ getState: () => ({ again, choose, dismiss }) } as unknown as BringStore} />)
  return { again, choose, dismiss, user: userEvent.setup({ delay: null }) }
}

describe('a file that was played', () => {
  it('says what comes of it as it is chosen now', async () => {
    chooser()
    expect(screen.getByText('played.mid').parentElement!.textContent).toMatch(
      /is a recording, not written music\. .* 2 measures, one line\.$/,
    )
    expect(await screen.findByText('The beginning, as played and as written.')).toBeTruthy()
    expect(screen.getByRole('img', { name: 'The first beats as played and as written' })).toBeTruthy()
  })
  it('is read anew on another grid, with or without triplets, and compared anew', async () => {
    const { again, user } = chooser()
    await user.selectOptions(screen.getByLabelText('Shortest notes'), 'eighths')
    await user.click(screen.getByRole('checkbox', { name: 'use triplets where they fit better' }))
    expect(again.mock.calls).toEqual([
      [7, { grid: { parts: 2, triplets: true }, key: null }],
      [7, { grid: { parts: 2, triplets: false }, key: null }],
    ])
    expect(asked.at(-1)).toEqual({ grid: { parts: 2, triplets: false }, key: null })
  })
  it('is spelled in the likeliest key until another is said, and can go back to it', async () => {
    const { again, user } = chooser()
    const key = screen.getByLabelText<HTMLSelectElement>('Key')
    expect(key.selectedOptions[0].textContent).toBe('most likely (D major)')
    await user.selectOptions(key, 'B minor')
    expect(again).toHaveBeenLastCalledWith(7, { grid: { parts: 4, triplets: true }, key: { fifths: 2, mode: 'minor' } })
    expect(key.selectedOptions[0].textContent).toBe('B minor')
    await user.selectOptions(key, 'most likely (D major)')
    expect(again).toHaveBeenLastCalledWith(7, { grid: { parts: 4, triplets: true }, key: null })
  })
  it('is added as it stands, or left', async () => {
    const { choose, dismiss, user } = chooser()
    await user.click(screen.getByRole('button', { name: 'Add it like this' }))
    expect(choose).toHaveBeenCalledExactlyOnceWith(7, LINE.items)
    await user.click(screen.getByRole('button', { name: 'Skip it' }))
    expect(dismiss).toHaveBeenCalledExactlyOnceWith(7)
  })
  it('that could not be read shows nothing to choose', () => {
    const broken = { ...LINE, items: [{ reading: { ok: false, problems: [] }, kind: 'midi' }] } as unknown as BroughtLine
    const { container } = render(<MidiChooser line={broken} store={{} as BringStore} />)
    expect(container.textContent).toBe('')
  })
})
