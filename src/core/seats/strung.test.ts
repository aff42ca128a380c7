import { describe, expect, it } from 'vitest'
import { INSTRUMENTS } from '../instruments/all'
import { STEP_IDS, type StepId } from '../instruments/instrument'
import { pitchName } from '../music/pitch'
import { newSeat, seatOf } from './seat'
import { readTuning } from './tuning'

/** The strings that a step teaches on an instrument strung so, by name. */
const taught = (id: string, tuning: string, step: StepId): string[] => {
  const read = readTuning(tuning)
  if ('problem' in read) throw new Error(read.problem)
  const { instrument } = seatOf({
    ...newSeat(
      INSTRUMENTS.find((i) => i.id === id)!,
      step,
    ),
    tuning: read.strings,
  })
  return instrument.learned[step].strings.map((s) => pitchName(instrument.strings[s]))
}

describe('what a step teaches on strings that are not the usual ones', () => {
  it('is the strings of the same name, wherever they lie', () => {
    expect(taught('bass', 'B1 E2 A2 D3 G3', 'three-fingers')).toEqual(['D3', 'G3'])
    expect(taught('cello', 'C2 G2 D3 A3 E4', 'three-fingers')).toEqual(['D3', 'A3'])
  })
  it('is all of them where the step teaches all: neither the low B nor the high E is lost', () => {
    for (const step of STEP_IDS.slice(2)) {
      expect(taught('bass', 'B1 E2 A2 D3 G3', step)).toEqual(['B1', 'E2', 'A2', 'D3', 'G3'])
      expect(taught('cello', 'C2 G2 D3 A3 E4', step)).toEqual(['C2', 'G2', 'D3', 'A3', 'E4'])
    }
  })
  it('of an instrument that is tuned otherwise throughout those in the same place', () => {
    expect(taught('bass', 'F#2 B2 E3 A3', 'three-fingers')).toEqual(['E3', 'A3'])
  })
})
