import type { Hold, Stop } from '../hands/hold'
import { inOneFrame } from '../hands/frames'
import { FIRST, positionKey, rankOf, schoolOf, taughtIn, THUMB, type School } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { midiOf } from '../music/pitch'
import { once } from '../once'
import type { Setup } from './candidates'
import { isMet, isVisited } from './visits'
import { NEED_COSTS, type CostKind } from './weights'

/** What lies between two sounding moments of the line. */
export type Gap = {
  readonly slurred: boolean
  readonly rest: boolean
  /** The finger slides from the one to the other: a glissando. */
  readonly slid?: boolean
  /** How far a shift here would be from where the teacher wants shifts, in moments. */
  readonly wait: StayWait
}

/** Moments by which a shift up or down would come too early or too late; 0 where the teacher does not mind. */
export type StayWait = { readonly up: number; readonly down: number }
export const ANYWHERE: StayWait = { up: 0, down: 0 }

/** Receives each cost as it falls due, `times` over when it is more than once. */
type Charge = (kind: CostKind, times?: number) => void

/** What a hold costs by itself, whatever comes before and after. */
export function chargeHold(setup: Setup, h: Hold, charge: Charge): void {
  const { instrument, policy } = setup
  for (const need of h.needs) if (!isVisited(need)) charge(NEED_COSTS[need])
  const later = h.open ? null : laterThanNext(setup, h.position)
  if (later) charge('laterNote', later)
  if (h.respelled) charge('respelled')
  if (h.position !== FIRST) charge(h.position < FIRST ? 'halfPosition' : 'awayFromFirst')
  const letters = instrument.byLetter
  if (h.shape !== 'closed' && !policy.extensions && !h.open) charge('againstPolicy')
  if (h.open) {
    // Could 4 of the string below have played it?
    if (policy.fourth === 'always' && h.low > 0 && letters) charge('againstPolicy')
    return
  }
  for (const s of h.stops) {
    if (s.finger === 0) continue
    if (s.harmonic) {
      charge('harmonic')
      continue
    }
    if (s.stretch) charge('extension')
    else if (s.place !== 'normal') charge('offTape')
    if (letters && s.finger === 4) {
      charge('fourthFinger')
      const next = instrument.strings[s.string + 1]
      if (policy.fourth === 'open' && next && s.k === midiOf(next) - midiOf(instrument.strings[s.string])) charge('againstPolicy')
    }
  }
}

/** What is new where the hand comes to: charged once, when it comes there from `a`, or begins there. */
function chargeEntry(setup: Setup, a: Hold | null, b: Hold, charge: Charge): void {
  if (a?.position !== b.position && b.position !== FIRST) {
    const later = laterThanNext(setup, b.position)
    if (later !== null) {
      charge('notLearned')
      if (later) charge('taughtLater', later)
    }
  }
  if (b.needs.length === 0) return
  if (isMet('string', a, b)) charge(b.open ? 'openNotLearned' : 'stringNotLearned', beyondStrings(setup.learned, b))
  if (isMet('extension', a, b)) charge('openingNotLearned')
}

/** How far the string of a hold that is furthest off lies from those that are learned; at least 1. */
function beyondStrings({ strings }: Learned, h: Hold): number {
  let far = 1
  for (const { string } of h.stops) {
    const away = strings.reduce((least, s) => Math.min(least, Math.abs(s - string)), Infinity)
    if (away > far && away < Infinity) far = away
  }
  return far
}

/** What it costs to begin a line with this hold: a hand that is not at home has to be found; while an open string rings it has time. */
export function chargeStart(setup: Setup, h: Hold, charge: Charge): void {
  chargeEntry(setup, null, h, charge)
  if (h.position > FIRST) charge(h.open ? 'startAwayOpen' : 'startAway')
  if (isOpened(h)) charge('opening')
}

/**
 * What going from one hold to the next costs. An open string keeps the hand where it was, so a hold on open strings must
 * carry the position before it: false when it does not, and then nothing may be chosen here.
 */
export function chargeMove(setup: Setup, a: Hold, b: Hold, gap: Gap, charge: Charge): boolean {
  if (b.open && a.position !== b.position) return false
  chargeEntry(setup, a, b, charge)
  if (a.position !== b.position) chargeShift(setup, a, b, gap, charge)
  if (isOpened(b) && !(isOpened(a) && a.position === b.position && a.shape === b.shape)) charge('opening')
  // While an open string rings or in a rest the hand closes by itself.
  else if (a.shape !== 'closed' && b.shape === 'closed' && !a.open && !b.open && !gap.rest && a.position === b.position) charge('closing')
  if (gap.slid && !a.stops.some((s) => s.finger > 0 && b.stops.some((t) => t.string === s.string && t.finger === s.finger)))
    charge('slideBroken')
  if (movesUpperFingers(a, b)) charge('frameBroken')
  const apart = stringsApart(a, b)
  if (apart > 0) chargeCrossing(setup, a, b, apart, gap, charge)
  else if (a.position === b.position && !a.open && !b.open) chargeSameString(setup, a, b, charge)
  return true
}

/**
 * What a jump costs, as repeats and endings make it: the same, but an open string that is come to on two ways waits for
 * the next note with the hand wherever it is needed, so the hand moves while it rings.
 */
export function chargeJump(setup: Setup, a: Hold, b: Hold, gap: Gap, charge: Charge): void {
  if (chargeMove(setup, a, b, gap, charge)) return
  if (a.position !== b.position) charge('shiftOverOpen')
  chargeMove(setup, a, { ...b, position: a.position }, gap, charge)
}

/** Strings from one hold to the next, 0 when they share one. */
export const stringsApart = (a: Hold, b: Hold): number => (b.low > a.high ? b.low - a.high : a.low > b.high ? a.low - b.high : 0)

/** Whether the hand is opened: the cello's extended frames, a stretched or reached-back finger of violin and viola. */
const isOpened = (h: Hold): boolean => (!h.open && h.shape !== 'closed') || h.stops.some((s) => s.stretch)

/** Whether the cello hand would have to carry fingers 2 to 4 up or down between two of their own notes: only 1 lets it open forward. */
const movesUpperFingers = (a: Hold, b: Hold): boolean =>
  a.position === b.position && (a.shape === 'forward') !== (b.shape === 'forward') && usesUpper(a) && usesUpper(b)

const usesUpper = (h: Hold): boolean => h.stops.some((s) => s.finger > 1 && s.finger !== THUMB)

/** Half steps that the hand goes, up positive. */
export const shiftOf = (setup: Pick<Setup, 'instrument'>, a: Hold, b: Hold): number => {
  const table = setup.instrument.positions
  return table[b.position].base - table[a.position].base
}

/** Whether one finger leads the shift: it plays before and after on one string. */
export const guideOf = (a: Hold, b: Hold): number | null => {
  const [s, t] = [a.stops[0], b.stops[0]]
  return s.finger > 0 && s.finger === t.finger && s.string === t.string ? s.finger : null
}

function chargeShift(setup: Setup, a: Hold, b: Hold, gap: Gap, charge: Charge): void {
  const way = shiftOf(setup, a, b)
  const far = Math.abs(way)
  const { near, halfStepShifts } = setup.instrument
  if (far === 1 && schoolOf(setup.instrument, setup.policy.school).rolls) return charge('pivot')
  charge(gap.rest ? 'shiftOverRest' : a.open ? 'shiftOverOpen' : gap.slurred ? 'shiftInSlur' : 'shift')
  if (far === 1 && halfStepShifts) charge('shiftByHalfStep')
  // Half position is first with the hand a half step back: no shift that has to be learned.
  if (!(far === 1 && halfStepShifts && Math.max(a.position, b.position) <= FIRST)) {
    const { shifts } = setup.learned
    if (shifts === 'none' || (shifts === 'pauses' && !gap.rest && !a.open)) charge('shiftNotLearned')
  }
  if (far > near) charge('shiftFar', far - near)
  const wait = way > 0 ? gap.wait.up : gap.wait.down
  if (wait) charge('timing', wait)
  if (guideOf(a, b) !== null) charge('guideFinger')
  const upper = way > 0 ? b : a
  if (way < 0 && gap.rest) return // The hand has left already.
  if (!upper.open && fingerOf(upper) > 1) charge('landing')
}

/** The lowest finger that is down. */
function fingerOf(h: Hold): number {
  let least = Infinity
  for (const { finger } of h.stops) if (finger > 0) least = Math.min(least, rankOf(finger))
  return least
}

/** The two stops that lie next to each other where the line goes from one set of strings to another. */
export const facing = (a: Hold, b: Hold): readonly [Stop, Stop] =>
  b.low > a.high ? [a.stops[a.stops.length - 1], b.stops[0]] : [a.stops[0], b.stops[b.stops.length - 1]]

function chargeCrossing(setup: Setup, a: Hold, b: Hold, apart: number, gap: Gap, charge: Charge): void {
  charge(a.open || b.open ? 'bowCrossing' : 'crossing')
  if (gap.slurred) {
    charge('crossingInSlur')
    if (setup.policy.fourth === 'slurs' && (fourWouldDo(setup, a, b) || fourWouldDo(setup, b, a))) charge('openInSlur')
  }
  if (apart > 1) charge('skipString', apart - 1)
  const [s, t] = facing(a, b)
  if (apart > 1 || s.finger === 0 || t.finger === 0 || a.position !== b.position) return
  // The thumb lies over both strings already.
  if (s.finger === THUMB && t.finger === THUMB) return
  if (s.finger === t.finger) charge(s.k === t.k ? 'fifth' : 'slide')
  else if (setup.instrument.byLetter && !inOneFrame(true, s, t)) charge('newFrame')
}

/** Whether `h` is an open string that finger 4 plays on the string where `other` lies. */
function fourWouldDo({ instrument, learned }: Setup, h: Hold, other: Hold): boolean {
  if (!instrument.byLetter || !h.open || h.low === 0 || h.low !== h.high || other.open || other.high !== h.low - 1) return false
  return learned.fingers.includes(4) && midiOf(instrument.strings[h.low]) - midiOf(instrument.strings[h.low - 1]) === 7
}

/** Cello and bass hands fit their string by their position and shape; letter hands may have to set their fingers anew. */
function chargeSameString(setup: Setup, a: Hold, b: Hold, charge: Charge): void {
  const letters = setup.instrument.byLetter
  for (const s of a.stops)
    for (const t of b.stops) {
      if (s.finger === 0 || t.finger === 0 || s.string !== t.string || (s.finger === t.finger && s.k === t.k)) continue
      if (s.finger === t.finger) charge('slide')
      else if (letters && !inOneFrame(true, s, t)) charge('frameBroken')
    }
}

/**
 * How many positions that are not learned either are usually taught before this one: 0 when it comes next. Null when it is
 * learned. Made once for what is learned and an instrument.
 */
export function laterThanNext({ instrument, learned, policy }: Setup, position: number): number | null {
  const byInstrument = lateness(learned)
  const school = schoolOf(instrument, policy.school)
  let known = byInstrument.get(school)
  if (!known) {
    const waiting = taughtIn(instrument, school).filter((key) => !learned.positions.includes(key))
    known = instrument.positions.map((p) => {
      const at = waiting.indexOf(positionKey(p))
      return learned.positions.includes(positionKey(p)) ? null : at < 0 ? waiting.length : at
    })
    byInstrument.set(school, known)
  }
  return known[position]
}
const lateness = once((_: Learned) => new Map<School, readonly (number | null)[]>())
