import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { heldPlace } from '@/core/fingering/handPins'
import { classAt } from '@/core/plan/class'
import { useDesk, useRows } from '@/ui/session/DeskProvider'
import { atDesk } from '@/ui/session/testing/atDesk'
import { chipX, fitting, layOutBench } from './grid'
import { HeldEnd } from './HeldEnd'
import { rowsOf } from './SystemLayers'

const M = fitting([4, 4, 4, 4], { width: 2000, height: 700 }, 1).metrics

function Alone() {
  const timeline = useDesk((d) => d.timeline)
  const rows = useRows()
  return (
    <svg>
      <HeldEnd system={layOutBench(timeline, M)[0]} rows={rowsOf(rows, M).rows} m={M} />
    </svg>
  )
}

/** The handle over a tune whose third note is pinned in III for the violins, with that note picked. */
function handle(piece = 'D4 E4 G4 G4 A4 B4 G4 F#4 E4') {
  const { desk } = atDesk(<Alone />, {
    piece,
    klass: classAt('third-position'),
    plan: { pins: { violin: { e2: { position: 'III', base: 5 } } } },
  })
  fireEvent.focus(document.body)
  const pick = () => desk.getState().pick(2, 'violin')
  const place = () => {
    const map = desk.getState().ensemble.violin
    return heldPlace(map, 2)!
  }
  const xOf = (column: number): number => {
    const { timeline, ensemble } = desk.getState()
    const note = ensemble.violin.notes.find((n) => n.column === column)!
    return chipX(layOutBench(timeline, M)[0], timeline, note.placed.onset, M) + M.chip / 2
  }
  return { desk, pick, place, xOf }
}
/** What a pointer does at a place along the system; the page that draws nobody has no pointers of its own. */
const at = (type: string, clientX: number) => void fireEvent(slider(), new MouseEvent(type, { bubbles: true, clientX }))
const slider = () => screen.getByRole('slider', { name: 'End of the pinned position, III' })

describe('the end of a pinned position', () => {
  it('is there at the notes that it holds, and nowhere else', async () => {
    const { desk, pick } = handle()
    expect(screen.queryByRole('slider')).toBeNull()
    pick()
    expect(await screen.findByRole('slider')).toBe(slider())
    desk.getState().pick(0, 'violin')
    await expect.poll(() => screen.queryByRole('slider')).toBeNull()
  })
  it('is moved a note by the arrows, with Shift and without, and says where it is', async () => {
    const { pick, place } = handle()
    pick()
    await screen.findByRole('slider')
    const before = place().to
    expect(slider().getAttribute('aria-valuetext')).toMatch(/^to measure \d+, beat \d/)
    fireEvent.keyDown(slider(), { key: 'ArrowRight', shiftKey: true })
    await expect.poll(() => place().to).toBeGreaterThan(before)
    expect(place().pin.until).toBeDefined()
    fireEvent.keyDown(slider(), { key: 'ArrowLeft' })
    await expect.poll(() => place().to).toBe(before)
  })
  it('leaves keys alone that are not its own', async () => {
    const { desk, pick } = handle()
    pick()
    await screen.findByRole('slider')
    const { plan } = desk.getState()
    for (const key of ['a', 'Enter']) fireEvent.keyDown(slider(), { key })
    fireEvent.keyDown(slider(), { key: 'ArrowRight', ctrlKey: true })
    expect(desk.getState().plan).toBe(plan)
  })
  it('is drawn along the notes: what is held goes to the one where it is let go, in one step that can be undone', async () => {
    const { desk, pick, place, xOf } = handle()
    pick()
    await screen.findByRole('slider')
    const before = place().to
    // No page is laid out here: the drawing begins at the left edge.
    slider().setPointerCapture = () => undefined
    at('pointerdown', xOf(before))
    at('pointermove', xOf(5) - 3)
    at('pointerup', xOf(5) - 3)
    await expect.poll(() => place().to).toBeGreaterThanOrEqual(5)
    expect(place().pin.until).toBe('e5')
    desk.getState().undo()
    await expect.poll(() => place().pin.until).toBeUndefined()
  })
  it('let go beyond a note that the place has no finger for changes nothing', async () => {
    // A3 lies below what the hand has in III.
    const { desk, pick, place, xOf } = handle('D4 E4 G4 G4 A4 B4 G4 A3 E4')
    pick()
    await screen.findByRole('slider')
    slider().setPointerCapture = () => undefined
    const { plan } = desk.getState()
    at('pointerdown', xOf(place().to))
    at('pointerup', xOf(8))
    expect(desk.getState().plan).toBe(plan)
  })
})
