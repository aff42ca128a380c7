import { sayPrice } from '@/core/words/en/amounts'
import { screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { choicesAt } from '@/core/fingering/map'
import { WEIGHTS } from '@/core/fingering/weights'
import { isLearned } from '@/core/hands/hold'
import { classAt } from '@/core/plan/class'
import { useDesk } from '@/ui/session/DeskProvider'
import { pickedNotes } from '@/ui/session/selectors'
import { atDesk } from '@/ui/session/testing/atDesk'
import { OtherChoices } from './OtherChoices'

function AtPicked() {
  const map = useDesk((d) => d.ensemble[d.seat])
  const note = useDesk((d) => pickedNotes(d, d.seat)[0])
  return note ? <OtherChoices map={map} note={note} /> : null
}

/** The choices at a note of the violins, in a class that has learned first position. */
function choices(piece: string, moment: number) {
  const at = atDesk(<AtPicked />, { piece, klass: classAt('first-position') })
  at.desk.getState().pick(moment, 'violin')
  const found = () => {
    const { ensemble } = at.desk.getState()
    return choicesAt(ensemble.violin, pickedNotes(at.desk.getState(), 'violin')[0])
  }
  return { ...at, found }
}
const rows = async () => within(await screen.findByRole('list', { name: 'Other choices' })).getAllByRole('listitem')

describe('what else could be done at a note', () => {
  it('shows what is learned first, and no more than one thing that is new', async () => {
    const { found } = choices('D4 E4 A4 B4 A4 G4', 2)
    const shown = await rows()
    const known = found().filter((c) => isLearned(c.hold))
    expect(shown.length).toBe(Math.min(3, known.length) + 1)
    expect(shown.filter((r) => / not learned yet/.test(r.textContent))).toHaveLength(1)
    expect(shown.at(-1)!.textContent).toMatch(/ not learned yet/)
  })
  it('says for each what speaks for it and what for the way as it is, and costs what its button says', async () => {
    const { desk, user, found } = choices('D4 E4 A4 B4 A4 G4', 2)
    const [first] = await rows()
    expect(first.textContent).toMatch(/for it: |for the one you have: |no difference for the hand/)
    const { price } = found()[0]
    const before = desk.getState().ensemble.violin.solution.total
    const button = within(first).getByRole('button')
    expect(button.getAttribute('aria-label')).toContain(sayPrice(price))
    await user.click(button)
    expect(desk.getState().ensemble.violin.solution.total - before).toBe(price)
    expect(Object.keys(desk.getState().plan.pins.violin ?? {})).toHaveLength(1)
  })
  it('shows the rest when it is asked for, and hides it again', async () => {
    const { user, found } = choices('D4 E4 A4 B4 A4 G4', 2)
    const few = (await rows()).length
    await user.click(screen.getByRole('button', { name: `${found().length - few} more` }))
    expect((await rows()).length).toBe(found().length)
    await user.click(screen.getByRole('button', { name: 'fewer' }))
    expect((await rows()).length).toBe(few)
  })
  it('pins the way as it is, and offers that no more where it is pinned', async () => {
    const { desk, user } = choices('D4 E4 F#4 G4', 1)
    await user.click(await screen.findByRole('button', { name: 'Pin 1 on D' }))
    expect(desk.getState().plan.pins.violin).toEqual({ e1: expect.objectContaining({ fingers: [1] }) as unknown })
    expect(screen.queryByRole('button', { name: 'Pin 1 on D' })).toBeNull()
  })
  it('says what the prices are: a crossing of the bow is one, what is new 30 to 100, some of it more', async () => {
    choices('D4 E4 A4 B4', 2)
    const said = (await screen.findByText(/^1 is one more bow crossing/)).textContent
    expect(WEIGHTS.bowCrossing).toBe(1)
    const { openNotLearned, fingerNotLearned, openingNotLearned, stringNotLearned, notLearned, shiftNotLearned } = WEIGHTS
    const fresh = [openNotLearned, fingerNotLearned, openingNotLearned, stringNotLearned, notLearned, shiftNotLearned]
    expect(said).toContain(`counts ${Math.min(...fresh)} or more`)
  })
})
