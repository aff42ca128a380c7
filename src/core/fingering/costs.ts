import type { Hold } from '../hands/hold'
import type { Instrument } from '../hands/instruments'
import { POSITIONS } from '../hands/positions'
import { fingersByLetter, inOneFrame } from '../hands/schools'
import { midiOf } from '../music/pitch'
import type { Policy } from './policy'
import type { CostKind } from './weights'

/** What lies between two sounding moments of the line. */
export type Gap = { readonly slurred: boolean; readonly rest: boolean }

/** Receives each cost as it falls due. */
export type Charge = (kind: CostKind) => void

/** What a hold costs by itself, whatever comes before and after. */
export function chargeHold(instrument: Instrument, policy: Policy, h: Hold, charge: Charge): void {
  if (!h.learned) charge('notLearned')
  if (h.respelled) charge('respelled')
  const position = POSITIONS[instrument.seat][h.position].name
  if (position !== 'I') charge(position === 'half' ? 'halfPosition' : 'awayFromFirst')
  if (h.open) {
    // Could 4 of the string below have played it?
    if (policy.fourth === 'always' && h.low > 0 && fingersByLetter(instrument.seat)) charge('againstPolicy')
    return
  }
  const letters = fingersByLetter(instrument.seat)
  for (const s of h.stops) {
    if (s.finger === 0) continue
    if (s.stretch) charge('extension')
    else if (s.place !== 'normal') charge('offTape')
    if (letters && s.finger === 4) {
      charge('fourthFinger')
      const next = instrument.strings[s.string + 1]
      if (policy.fourth === 'open' && next && s.k === midiOf(next) - midiOf(instrument.strings[s.string])) charge('againstPolicy')
    }
  }
}

/**
 * What going from one hold to the next costs. An open string keeps the hand where it was, so a hold on open strings
 * must carry the position before it: false when it does not, and then nothing may be chosen here.
 */
export function chargeMove(instrument: Instrument, a: Hold, b: Hold, gap: Gap, charge: Charge): boolean {
  if (a.position !== b.position) {
    if (b.open) return false
    chargeShift(instrument, a, b, gap, charge)
  }
  if (isOpened(b) && !(isOpened(a) && a.position === b.position)) charge('opening')
  const apart = b.low > a.high ? b.low - a.high : a.low > b.high ? a.low - b.high : 0
  if (apart > 0) chargeCrossing(a, b, apart, gap, charge)
  else if (a.position === b.position && !a.open && !b.open) chargeSameString(instrument, a, b, charge)
  return true
}

const isOpened = (h: Hold): boolean => h.stops.some((s) => s.stretch)

function chargeShift(instrument: Instrument, a: Hold, b: Hold, gap: Gap, charge: Charge): void {
  charge(gap.rest ? 'shiftOverRest' : a.open ? 'shiftOverOpen' : gap.slurred ? 'shiftInSlur' : 'shift')
  const table = POSITIONS[instrument.seat]
  if (Math.abs(table[a.position].base - table[b.position].base) === 1) charge('shiftByHalfStep')
  const [s, t] = [a.stops[0], b.stops[0]]
  if (s.finger > 0 && s.finger === t.finger && s.string === t.string) charge('guideFinger')
}

function chargeCrossing(a: Hold, b: Hold, apart: number, gap: Gap, charge: Charge): void {
  charge(a.open || b.open ? 'bowCrossing' : 'crossing')
  if (gap.slurred) charge('crossingInSlur')
  for (let i = 1; i < apart; i++) charge('skipString')
  const [s, t] = b.low > a.high ? [a.stops[a.stops.length - 1], b.stops[0]] : [a.stops[0], b.stops[b.stops.length - 1]]
  if (apart === 1 && s.finger > 0 && s.finger === t.finger && a.position === b.position) charge(s.k === t.k ? 'fifth' : 'slide')
}

function chargeSameString(instrument: Instrument, a: Hold, b: Hold, charge: Charge): void {
  const letters = fingersByLetter(instrument.seat)
  for (const s of a.stops)
    for (const t of b.stops) {
      if (s.finger === 0 || t.finger === 0 || s.string !== t.string || (s.finger === t.finger && s.k === t.k)) continue
      if (s.finger === t.finger) charge('slide')
      else if (!inOneFrame(letters, s, t)) charge('frameBroken')
    }
}
