import { fireEvent, render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { useStore } from 'zustand'
import { classAt } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { factsOf } from '@/core/term/facts'
import { sayOrder, whatNext } from '@/core/term/whatNext'
import { pieceFrom } from '@/core/testing/piece'
import { createClass } from '@/ui/class/classStore'
import { WhatNextTab } from './WhatNextTab'

const D = { fifths: 2, mode: 'major' } as const
/** Three tunes for a class of four strings: nothing new, the fourth finger, F natural with an accidental more. */
const TUNES = [
  ['a', 'At Home', 'D4 E4 F#4 G4 | A4 B4 A4:h'],
  ['b', 'Over the Top', 'D4 A4 B4 E5 | F#5 E5 D5:h'],
  ['c', 'Low Road', 'D4 Eb4 F4 G4 | Ab4 G4 F4:h'],
] as const
const id = (letter: string) => `${letter.repeat(8)}-0000-4000-8000-000000000000`
const titled = (title: string, text: string) => ({ ...pieceFrom(text, D), title })

function tab() {
  const settings = classAt('four-strings')
  const store = createClass({ id: 'class', name: 'Tuesday', school: '', settings, version: 1 })
  const facts = {
    version: 1,
    beyond: 0,
    pieces: TUNES.map(([letter, title, text]) => factsOf(id(letter), titled(title, text), emptyPlan(), settings)),
  }
  function Of() {
    const s = useStore(store)
    return <WhatNextTab id="class" settings={s.settings} settle={s.settle} facts={facts} />
  }
  render(<Of />)
  const order = () => screen.getAllByRole('heading', { level: 2 }).map((h) => h.textContent)
  return { store, facts, order, user: userEvent.setup({ delay: null }), term: () => store.getState().settings.term }
}
const row = (title: string) => within(screen.getByRole('heading', { name: title }).closest('li')!)

describe('what a class plays next', () => {
  it('says so while the shelf is being read', () => {
    const s = createClass({ id: 'class', name: '', school: '', settings: classAt('four-strings'), version: 1 }).getState()
    render(<WhatNextTab id="class" settings={s.settings} settle={s.settle} facts={null} />)
    expect(screen.getByRole('status').textContent).toBe('Reading your pieces …')
  })
  it('begins with what asks for nothing new, and says of every other what is new to whom', () => {
    const { store, facts, order } = tab()
    expect(order()[0]).toBe('At Home')
    expect(row('At Home').getByText('Nothing new in it.')).toBeTruthy()
    const next = whatNext(store.getState().settings, facts.pieces)
    expect(order()).toEqual(next.pieces.map((p) => p.title))
    expect(screen.getByText(sayOrder(next))).toBeTruthy()
    for (const p of next.pieces.slice(1)) expect(row(p.title).getAllByRole('listitem')).toHaveLength(p.news.length)
  })
  it('keeps a piece at a place, and lets all places go again', async () => {
    const { order, user, term } = tab()
    const last = order().at(-1)!
    await user.selectOptions(screen.getByLabelText(`Place of ${last}`), 'stays at 1')
    expect(order()[0]).toBe(last)
    await user.click(screen.getByRole('button', { name: 'Any order for all' }))
    expect(term().path.places).toEqual({})
    expect(order()[0]).toBe('At Home')
  })
  it('takes the day on which a piece begins, and lays out the others from the first day', () => {
    const { term } = tab()
    fireEvent.change(screen.getByLabelText('First piece on'), { target: { value: '2026-09-07' } })
    expect(term().path.from).toBe('2026-09-07')
    fireEvent.change(screen.getByLabelText('begins on: Low Road'), { target: { value: '2026-11-02' } })
    expect(term().path.days).toEqual({ [id('c')]: '2026-11-02' })
    fireEvent.change(screen.getByLabelText('begins on: Low Road'), { target: { value: '' } })
    expect(term().path.days).toEqual({})
  })
  it('begun, a piece leaves the order, the class has met what it brings, and one undo takes both back', async () => {
    const { store, order, user, term } = tab()
    const before = store.getState().settings
    await user.click(row('Over the Top').getByRole('button', { name: 'Begin today' }))
    expect(order()).not.toContain('Over the Top')
    expect(term().begun.map((b) => b.piece)).toEqual([id('b')])
    expect(store.getState().settings.seats).not.toEqual(before.seats)
    store.getState().undo()
    expect(store.getState().settings).toEqual(before)
  })
  it('leaves out what is not ticked', async () => {
    const { order, user } = tab()
    await user.click(screen.getByRole('checkbox', { name: 'Low Road' }))
    expect(order()).toEqual(expect.not.arrayContaining(['Low Road']))
    await user.click(screen.getByRole('checkbox', { name: 'Low Road' }))
    expect(order()).toContain('Low Road')
  })
})
