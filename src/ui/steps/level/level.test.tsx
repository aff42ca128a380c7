import { screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { fitsOf } from '@/core/composing/fit'
import { secondOffers } from '@/core/composing/offers'
import { ensembleMapper } from '@/core/balance/ensemble'
import { evennessOf } from '@/core/balance/evenness'
import { loadOf } from '@/core/balance/load'
import { rescuesFor } from '@/core/balance/rescue'
import { CLASS_KEYS, MOST_SIGNS, searcher, USUAL_SPACE, WHOLE_SPACE } from '@/core/balance/search'
import { keyName } from '@/core/music/key'
import { classAt } from '@/core/plan/class'
import { atDesk, demoPiece } from '@/ui/session/testing/atDesk'
import type { FitRequest, SearchRequest, WeighRequest } from '@/workers/protocol'
import { LevelView } from './LevelView'
import { LoadPanel } from './LoadPanel'

// What the workers are asked is answered here, by the same core.
vi.mock('./weigher', () => ({
  prepareSearch: () => undefined,
  runSearch: ({ piece, plan, klass, space }: SearchRequest, onKey: (found: unknown) => void) => {
    const find = searcher(piece, plan, klass, space)
    let over = false
    const done = (async () => {
      for (const key of space.signatures) {
        await Promise.resolve()
        if (!over) onKey(find(key))
      }
    })()
    return { done, cancel: () => (over = true) }
  },
  findRescues: ({ piece, plan, klass }: WeighRequest, seat: string, index: number) =>
    Promise.resolve(rescuesFor(piece, plan, klass, ensembleMapper()(piece, plan, klass), seat, index)),
  findSeconds: ({ piece, plan, klass }: WeighRequest, seat: string) => Promise.resolve(secondOffers(piece, plan, klass, seat)),
  findFit: ({ piece, klass }: WeighRequest, other: FitRequest) => Promise.resolve(fitsOf(piece, klass, other)),
}))
vi.mock('@/ui/kit/Chart', () => ({ Chart: ({ label }: { label: string }) => <div role="img" aria-label={label} /> }))
vi.mock('next/navigation', () => ({ useRouter: () => ({ push: () => undefined }) }))

const ferry = () => demoPiece('The Ferry at Low Water')
type At = ReturnType<typeof atDesk>['desk']
const even = (desk: At): number => {
  const { piece, ensemble } = desk.getState()
  return evennessOf(Object.fromEntries(Object.values(ensemble).map((m) => [m.seat.id, loadOf(piece, m).byMeasure]))).figure
}

describe('how even a piece is', () => {
  it('says whom the class waits for, leads to the measure, and has the same as a table', async () => {
    const { desk, user } = atDesk(<LevelView />, { piece: ferry() })
    expect(screen.getByRole('heading', { name: /^Everyone waits for the bass in line 1, measures? \d/ })).toBeTruthy()
    expect(screen.getByText(/^The bass has the most to do, the violin the least\./)).toBeTruthy()
    await user.click(screen.getByRole('button', { name: '1.3 (bass)' }))
    const { seat, moment, timeline } = desk.getState()
    expect([seat, timeline[moment].first.at.index]).toEqual(['bass', 2])
    const table = within(screen.getByRole('table', { name: 'How hard each seat works, measure by measure, in points' }))
    expect(table.getAllByRole('row')).toHaveLength(17)
  })

  it('of one measure: note by note what each adds, and what would be easier, weighed, taken and given back', async () => {
    const { desk, user } = atDesk(<LoadPanel />, { piece: ferry() })
    const at = desk.getState().timeline.findIndex((b) => b.first.at.index === 6)
    desk.getState().pick(at, 'bass')
    const bass = within(await screen.findByRole('region', { name: 'Bass' }))
    await user.click(bass.getByRole('button', { name: 'What would be easier?' }))
    expect(await bass.findByText('Easier, for this seat')).toBeTruthy()
    expect(bass.getAllByText(/ for this seat, .* for the class/).length).toBeGreaterThan(0)
    const before = even(desk)
    await user.click(bass.getByRole('button', { name: 'Rest here' }))
    expect(even(desk)).not.toBe(before)
    expect(await bass.findByText(/^nothing much/)).toBeTruthy()
    desk.getState().undo()
    expect(even(desk)).toBe(before)
  })
})

describe('another key', () => {
  it('is searched, opened with what it changes for whom, taken, and undone', async () => {
    const { desk, user } = atDesk(<LevelView />, { piece: 'D4 E4 F#4 G4 | A4 D5 D4:h', klass: classAt('four-strings') })
    await user.click(screen.getByRole('button', { name: 'Search' }))
    expect(await screen.findByText('9 keys tried.')).toBeTruthy()
    const table = within(screen.getByRole('table', { name: 'Keys and octaves found, best first' }))
    const [, now, best] = table.getAllByRole('row')
    expect(now.textContent).toMatch(/^D major, as now/)
    for (const row of table.getAllByRole('row').slice(2, 8))
      expect(row.textContent).toMatch(
        /(nothing new|new things?|out of reach).*(as even as now|more even|less even).*(as now|easier|harder)/,
      )
    const name = within(best).getAllByRole('button')[0].textContent
    await user.click(within(best).getAllByRole('button')[0])
    expect(table.getByText('Violin')).toBeTruthy()
    const before = desk.getState()
    await user.click(within(best).getByRole('button', { name: `Use ${name}` }))
    expect(screen.getByText(`Now: ${name}.`).parentElement?.textContent).toMatch(
      /(as hard as now|easier|harder), (as even as now|more even|less even)\./,
    )
    expect(screen.getByText('You’ve changed the piece since this search. Search again.')).toBeTruthy()
    expect(desk.getState().piece.key).not.toEqual(before.piece.key)
    await user.click(screen.getByRole('button', { name: 'Undo this' }))
    expect([desk.getState().piece, desk.getState().plan]).toEqual([before.piece, before.plan])
  })

  it('says what is tried as the search has it', () => {
    atDesk(<LevelView />)
    const said = screen.getByText(/^Every key with up to/).textContent.replace(/\s+/g, ' ')
    expect(said).toContain(`up to ${['no', 'one', 'two', 'three', 'four', 'five'][MOST_SIGNS]} sharps or flats`)
    const letters = (mode: 'major' | 'minor') => CLASS_KEYS[mode].map((fifths) => keyName({ fifths, mode }).replace(/ m.*/, ''))
    const [last, ...before] = letters('minor').toReversed()
    expect(said).toContain(
      `(${letters('major').slice(0, -1).join(', ')} and ${letters('major').at(-1)} major, ${before.toReversed().join(', ')} and ${last} minor)`,
    )
    // Each seat in one octave, its own; all others only when they are asked for.
    expect(USUAL_SPACE.octaves).toEqual([0])
    expect(USUAL_SPACE.signatures.every((f) => Math.abs(f) <= MOST_SIGNS)).toBe(true)
    expect(WHOLE_SPACE.signatures.some((f) => Math.abs(f) > MOST_SIGNS)).toBe(true)
  })

  it('ends when it is cancelled, and what was found stands', async () => {
    const { user } = atDesk(<LevelView />)
    await user.click(screen.getByRole('button', { name: 'Search' }))
    const cancel = screen.queryByRole('button', { name: 'Cancel' })
    if (cancel) await user.click(cancel)
    expect(await screen.findByText(/^Stopped after \d of 9 keys|^9 keys tried\./)).toBeTruthy()
  })
})

describe('a second line', () => {
  it('is made for a seat, taken into the piece, and given back', async () => {
    const { desk, user } = atDesk(<LevelView />, { piece: demoPiece('Two Barges') })
    const second = within(screen.getByRole('region', { name: 'A second line' }))
    await user.selectOptions(second.getByLabelText('Second line for'), 'Bass')
    await user.click(second.getByRole('button', { name: 'Make lines' }))
    await second.findByText(/^Rhythm on one note/)
    expect(second.getAllByRole('button', { name: /^Use / })).toHaveLength(5)
    const rhythm = second.getByText('The rhythm of the tune on one note, open strings only, no shifts.').closest('li')!
    expect(rhythm.textContent).toMatch(/(much|a little) easier$/)
    await user.click(within(rhythm).getByRole('button', { name: 'Use rhythm on one note for the bass' }))
    // The lines were made for what stood before: they are asked for anew.
    expect(second.queryByRole('button', { name: /^Use / })).toBeNull()
    const { ensemble, piece, plan } = desk.getState()
    expect(plan.lines.bass).toBe(piece.lines.length - 1)
    expect(ensemble.bass.notes.every((n) => n.hold.open)).toBe(true)
    desk.getState().undo()
    expect(desk.getState().ensemble.bass.notes.every((n) => n.hold.open)).toBe(false)
  })
})

describe('whether two lines fit', () => {
  it('says what rubs where, and who could play which; of itself a round', async () => {
    const { user } = atDesk(<LevelView />, { piece: demoPiece('Two Barges') })
    const fits = within(screen.getByRole('region', { name: 'Do two lines fit?' }))
    await user.click(fits.getByRole('button', { name: 'Compare' }))
    expect(await fits.findByText(/^These two nearly fit\. They clash /)).toBeTruthy()
    expect(fits.getByText('Measure 5, beat 3: C against F♯, a tritone on a strong beat.')).toBeTruthy()
    expect(fits.getByText(/^Bass: both\./)).toBeTruthy()
    await user.selectOptions(fits.getByLabelText('The other line'), 'round 2')
    expect(fits.queryByText(/^These two nearly fit/)).toBeNull()
    await user.click(fits.getByRole('button', { name: 'Compare' }))
    expect(await fits.findByText(/^The second comes in 2 measures later, 4\/4, in G major\./)).toBeTruthy()
  })
})
