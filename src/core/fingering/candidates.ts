import type { Instrument } from '../hands/instruments'
import type { Hold, Stop } from '../hands/hold'
import type { Level } from '../hands/level'
import { POSITIONS } from '../hands/positions'
import { fingersByLetter, inOneFrame, reachesOf, type BassSchool } from '../hands/schools'
import { midiOf, pitchAt, stepsOf, type Pitch } from '../music/pitch'

type Way = { readonly stop: Stop; readonly position: number }

/** What decides the ways to hold: the same for a whole line. */
export type Setup = { readonly instrument: Instrument; readonly school: BassSchool; readonly level: Level }

/** The plain equal of an unusual spelling, or null: B for C flat, F for E sharp, G for F double sharp. */
function plainEqual(p: Pitch): Pitch | null {
  const odd = Math.abs(p.alter) === 2 || (p.alter === 1 && 'EB'.includes(p.letter)) || (p.alter === -1 && 'CF'.includes(p.letter))
  if (!odd) return null
  for (const step of [-1, 1, -2, 2]) {
    const steps = stepsOf(p) + step
    const alter = midiOf(p) - midiOf(pitchAt(steps, 0))
    if (alter === 0) return pitchAt(steps, 0)
  }
  return null
}

/** Every stop of one pitch on one string, in every position of the table. */
function waysOnString(setup: Setup, pitch: Pitch, string: number): Way[] {
  const { instrument, school } = setup
  const open = instrument.strings[string]
  const k = midiOf(pitch) - midiOf(open)
  if (k <= 0) return []
  const letters = stepsOf(pitch) - stepsOf(open)
  const byLetter = fingersByLetter(instrument.seat)
  const ways: Way[] = []
  POSITIONS[instrument.seat].forEach(({ base, letters: first, name }, position) => {
    for (const r of reachesOf(instrument.seat, school)) {
      if (base + r.offset !== k) continue
      if (byLetter) {
        // The raised open letter is low 1 in first position (A sharp on A).
        const raisedOpen = name === 'I' && r.finger === 1 && r.place === 'low' && letters === 0
        if (first + r.letters! !== letters && !raisedOpen) continue
        if (name === 'half' && r.place === 'high') continue
      } else if (r.stretch && base === 1 && r.place === 'low') continue // nothing lies behind half position but the nut
      ways.push({ position, stop: { string, k, finger: r.finger, place: r.place, stretch: r.stretch === true } })
    }
  })
  return ways
}

/**
 * Every way to hold a note or chord (pitches as the seat's part writes them, low first): single notes on any string,
 * chords on neighbouring strings with one finger each in one frame, one finger over two strings only for a fifth.
 * Open strings come once for each position in `carried`, the positions that a hand may be keeping meanwhile.
 * Empty when the instrument cannot hold it.
 */
export function candidates(setup: Setup, pitches: readonly Pitch[], carried: readonly number[]): Hold[] {
  const holds = holdsOf(setup, pitches, carried, false)
  const plain = pitches.map((p) => plainEqual(p) ?? p)
  if (plain.every((p, i) => p === pitches[i]) || !fingersByLetter(setup.instrument.seat)) return holds
  return [...holds, ...holdsOf(setup, plain, carried, true)]
}

function holdsOf(setup: Setup, pitches: readonly Pitch[], carried: readonly number[], respelled: boolean): Hold[] {
  const { strings } = setup.instrument
  const out: Hold[] = []
  for (let low = 0; low + pitches.length <= strings.length; low++) {
    const perHead = pitches.map((p, i) => waysOnString(setup, p, low + i))
    const isOpen = pitches.map((p, i) => midiOf(p) === midiOf(strings[low + i]))
    place(setup, perHead, isOpen, low, 0, [], null, carried, respelled, out)
  }
  return out
}

/** Chooses a stop for head `i` and those after it; all stopped heads share a position and a frame. */
function place(
  setup: Setup,
  perHead: readonly (readonly Way[])[],
  isOpen: readonly boolean[],
  low: number,
  i: number,
  stops: readonly Stop[],
  position: number | null,
  carried: readonly number[],
  respelled: boolean,
  out: Hold[],
): void {
  if (i === perHead.length) {
    const high = low + stops.length - 1
    if (position === null) {
      for (const kept of carried) out.push({ stops, position: kept, open: true, low, high, learned: true, respelled })
    } else out.push({ stops, position, open: false, low, high, learned: isLearned(setup, stops, position), respelled })
    return
  }
  const next = (stop: Stop, at: number | null) => place(setup, perHead, isOpen, low, i + 1, [...stops, stop], at, carried, respelled, out)
  if (isOpen[i]) next({ string: low + i, k: 0, finger: 0, place: 'normal', stretch: false }, position)
  const byLetter = fingersByLetter(setup.instrument.seat)
  for (const way of perHead[i]) {
    if (position !== null && way.position !== position) continue
    const fits = stops.every(
      (s) => s.finger === 0 || (inOneFrame(byLetter, s, way.stop) && (s.finger !== way.stop.finger || s.string === way.stop.string - 1)),
    )
    if (fits) next(way.stop, way.position)
  }
}

function isLearned({ instrument, level }: Setup, stops: readonly Stop[], position: number): boolean {
  const known = level[instrument.seat]
  return known.positions.includes(POSITIONS[instrument.seat][position].name) && (known.extensions || stops.every((s) => !s.stretch))
}
