import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { USUAL_LADDER } from '@/core/sounding/ladder'
import { RATES } from '@/core/plan/run'
import { pieceFrom } from '@/core/testing/piece'
import { rehearsalOf } from '@/ui/rehearse/rehearse'
import { atDesk } from '@/ui/session/testing/atDesk'
import { Again, Tempo } from './TempoFields'

const tune = { ...pieceFrom('D4 E4 F#4 G4 | A4:h A4:h', { fifths: 2, mode: 'major' }), tempo: 80 }
function fields() {
  const at = atDesk(
    <>
      <Tempo />
      <Again />
    </>,
    { piece: tune },
  )
  return { ...at, rehearsal: rehearsalOf(at.desk) }
}
const slider = () => screen.getByRole<HTMLInputElement>('slider', { name: 'Tempo, in percent of the written tempo' })

describe('how fast it is rehearsed', () => {
  it('is said in percent and as the tempo that comes of it', () => {
    const { rehearsal } = fields()
    expect(screen.getByText('100 %, ♩ = 80')).toBeTruthy()
    fireEvent.change(slider(), { target: { value: '75' } })
    expect(rehearsal.getState().rate).toBe(0.75)
    expect(screen.getByText('75 %, ♩ = 60')).toBeTruthy()
  })
  it('stays between what can be played and what can be followed', () => {
    fields()
    expect([Number(slider().min), Number(slider().max)]).toEqual([RATES.least * 100, RATES.most * 100].map(Math.round))
  })
  it('is led by the ladder where that is chosen, and by nothing else then', async () => {
    const { rehearsal, user } = fields()
    await user.click(screen.getByRole('checkbox', { name: 'Tempo ladder' }))
    expect(rehearsal.getState().ladder).toEqual(USUAL_LADDER)
    expect(screen.getByText(/\. The ladder sets it\.$/)).toBeTruthy()
    expect(slider().closest('fieldset')!.disabled).toBe(true)
    await user.click(screen.getByRole('checkbox', { name: 'Tempo ladder' }))
    expect(rehearsal.getState().ladder).toBeNull()
  })
  it('takes rungs that can be, and leaves others alone', async () => {
    const { rehearsal, user } = fields()
    await user.click(screen.getByRole('checkbox', { name: 'Tempo ladder' }))
    const field = (label: string) => screen.getByLabelText<HTMLInputElement>(`Ladder: ${label}, in percent`)
    fireEvent.change(field('start at'), { target: { value: '60' } })
    expect(rehearsal.getState().ladder?.from).toBe(0.6)
    fireEvent.change(field('start at'), { target: { value: '1' } })
    expect(rehearsal.getState().ladder?.from).toBe(0.6)
    fireEvent.change(field('up to'), { target: { value: '9999' } })
    expect(rehearsal.getState().ladder?.to).toBe(USUAL_LADDER.to)
    fireEvent.change(field('by'), { target: { value: '2' } })
    expect(rehearsal.getState().ladder?.step).toBe(0.02)
  })
  it('comes again with so many beats between', async () => {
    const { rehearsal, user } = fields()
    const loop = screen.getByRole<HTMLInputElement>('checkbox', { name: /^Loop/ })
    const was = loop.checked
    await user.click(loop)
    expect(rehearsal.getState().loop).toBe(!was)
    await user.selectOptions(screen.getByLabelText('Beats between repeats'), 'four beats')
    expect(rehearsal.getState().sound.breath).toBe(4)
  })
})
