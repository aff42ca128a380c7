import { render, screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { InClass } from '@/ui/kit/InClass'
import { History } from './History'

vi.mock('next/navigation', () => ({ useRouter: () => ({ back: () => undefined, push: () => undefined }) }))

const MINUTE = 60_000
const START = new Date(2026, 10, 26, 14, 5).getTime()
type Version = Parameters<typeof History>[0]['versions'][number]
const version = (n: number, at: number, more: Partial<Version> = {}): Version => ({
  version: n,
  savedAt: START + at * MINUTE,
  notes: false,
  name: null,
  said: '',
  ...more,
})
const NONE = { rename: async () => undefined, bringBack: async () => undefined } as unknown as Parameters<typeof History>[0]['actions']

/** Newest first, as the store has them. */
function history(versions: readonly Version[], wanted = versions[0].version) {
  render(
    <InClass id="class">
      <History
        id="piece"
        of="class"
        title="Two Barges"
        now={versions[0].version}
        versions={versions}
        wanted={wanted}
        shown={null}
        drawn={12}
        actions={NONE}
      />
    </InClass>,
  )
  const list = within(screen.getByRole('navigation', { name: 'Saved versions' }))
  return {
    list,
    links: () => list.getAllByRole('link'),
    sittings: () => list.getAllByRole('region').map((r) => r.getAttribute('aria-label')),
  }
}

describe('the saved versions of a piece', () => {
  it('stand by the sittings in which they were made: what is half an hour apart is another one', () => {
    const { sittings } = history([version(5, 95), version(4, 62), version(3, 35), version(2, 12), version(1, 0)])
    expect(sittings()).toEqual(['Sitting of 26 Nov 2026, 15:40', 'Sitting of 26 Nov 2026, 14:05 to 15:07'])
  })
  it('of one minute are a sitting of that minute, and over midnight they begin on the day before', () => {
    const late = new Date(2026, 10, 26, 23, 50).getTime()
    const { sittings } = history([
      { ...version(3, 0), savedAt: late + 20 * MINUTE },
      { ...version(2, 0), savedAt: late },
      { ...version(1, 0), savedAt: late - 40 * MINUTE },
    ])
    expect(sittings()).toEqual(['Sitting of 26 Nov 2026, 23:50 to 00:10', 'Sitting of 26 Nov 2026, 23:10'])
  })
  it('say what was done: in the words of the step, else what kind of thing it was', () => {
    const { links } = history([
      version(4, 3, { said: 'violin, measure 3: 4 on D pinned' }),
      version(3, 2, { notes: true }),
      version(2, 1),
      version(1, 0),
    ])
    expect(links().map((l) => l.firstChild!.textContent)).toEqual([
      'Violin, measure 3: 4 on D pinned',
      'Notes or title',
      'Fingers and choices',
      'Brought',
    ])
  })
  it('with a name stand under it, with what was done beside the time; the one that stands says so', () => {
    const { links } = history([version(2, 1, { name: 'Spring concert', said: 'in G major' }), version(1, 0)])
    expect(links()[0].textContent).toBe('Spring concert14:06:00 · now · in G major')
    expect(links()[1].textContent).toBe('Brought14:05:00')
  })
  it('lead each to itself, and mark the one that is looked at', () => {
    const { links } = history([version(3, 2), version(2, 1), version(1, 0)], 2)
    expect(links().map((l) => l.getAttribute('href'))).toEqual([3, 2, 1].map((n) => `/class/class/piece/piece/history?version=${n}`))
    expect(links().map((l) => l.getAttribute('aria-current'))).toEqual([null, 'true', null])
  })
  it('that are not there are said, with what to do', () => {
    history([version(1, 0)], 9)
    expect(screen.getByText('There’s no such version. Pick one on the left.')).toBeTruthy()
  })
  it('have the rule by which they are kept beside them', () => {
    const { list } = history([version(1, 0)])
    expect(list.getByText(/^We keep every version for a day/).textContent).toContain('The first one and named versions stay for good.')
  })
})
