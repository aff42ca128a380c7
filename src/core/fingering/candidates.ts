import type { Hold, Stop } from '../hands/hold'
import { inOneFrame } from '../hands/frames'
import { needsOf } from '../hands/needs'
import { FIRST, OCTAVE_HARMONIC, reachesAt, schoolOf, type Instrument, type Shape } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { midiOf, pitchAt, stepsOf, type Pitch } from '../music/pitch'
import { once } from '../once'
import type { Policy } from './policy'

type Way = { readonly stop: Stop; readonly position: number; readonly shapes: readonly Shape[] }

/** What decides the ways to hold and what they cost: the same for a whole line. */
export type Setup = { readonly instrument: Instrument; readonly learned: Learned; readonly policy: Policy }

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

/** A way to stop a string at `k`, whatever the letter; where letters choose, `letters` is the one it plays (null: any). */
type Reaching = Way & { readonly letters: number | null }

const reachings = once((_: Policy) => new Map<Instrument, readonly (readonly Reaching[])[]>())

/** By semitones above open: every stop of every position of the table. Made once for an instrument and policy. */
function reachingsOf({ instrument, policy }: Setup): readonly (readonly Reaching[])[] {
  const byInstrument = reachings(policy)
  const known = byInstrument.get(instrument)
  if (known) return known
  const { byLetter, positions } = instrument
  const school = schoolOf(instrument, policy.school)
  const made: Reaching[][] = []
  const put = (k: number, position: number, letters: number | null, shapes: readonly Shape[], stop: Omit<Stop, 'string' | 'k'>) => {
    if (k > 0) (made[k] ??= []).push({ position, letters, shapes, stop: { string: 0, k, ...stop } })
  }
  positions.forEach((at, position) => {
    const { base, letters: first, name } = at
    for (const r of reachesAt(school, at)) {
      const { finger, place } = r
      if (byLetter && ((name === 'half' && place === 'high') || (r.up && position <= FIRST))) continue
      const stop = { finger, place, stretch: r.stretch === true, ...(r.far ? { far: r.far } : {}) }
      put(base + r.offset, position, byLetter ? first + r.letters! : null, r.shapes, stop)
      // The raised open letter is low 1 in first position (A sharp on A).
      if (byLetter && name === 'I' && finger === 1 && place === 'low' && !r.up) put(base + r.offset, position, 0, r.shapes, stop)
    }
  })
  if (policy.harmonics)
    for (const { finger, position } of school.harmonics) {
      const at = positions.findIndex((p) => p.name === position)
      put(OCTAVE_HARMONIC, at, byLetter ? 7 : null, ['closed'], { finger, place: 'normal', stretch: false, harmonic: true })
    }
  byInstrument.set(instrument, made)
  return made
}

/** Every stop of one pitch on one string, in every position of the table. */
export function waysOnString(setup: Setup, pitch: Pitch, string: number): Way[] {
  const open = setup.instrument.strings[string]
  const k = midiOf(pitch) - midiOf(open)
  if (k <= 0) return []
  const letters = stepsOf(pitch) - stepsOf(open)
  const ways: Way[] = []
  const { positions } = setup.instrument
  const here = ({ position }: Way) => positions[position].own?.strings.includes(open.letter) ?? true
  for (const r of reachingsOf(setup)[k] ?? [])
    if ((r.letters === null || r.letters === letters) && here(r))
      ways.push({ position: r.position, shapes: r.shapes, stop: { ...r.stop, string } })
  return ways
}

/**
 * Every way to hold a note or chord (pitches as the seat's part writes them, low first): single notes on any string,
 * chords on neighbouring strings with one finger each in one frame, one finger over two strings only for a fifth.
 * Open strings come once, with the hand in first position: where else it may wait is for the line to say.
 * Empty when the instrument cannot hold it.
 */
export function candidates(setup: Setup, pitches: readonly Pitch[]): Hold[] {
  const holds = holdsOf(setup, pitches, false)
  const plain = pitches.map((p) => plainEqual(p) ?? p)
  if (plain.every((p, i) => p === pitches[i]) || !setup.instrument.byLetter) return holds
  return [...holds, ...holdsOf(setup, plain, true)]
}

/** Where a string has a natural harmonic that a hand may be asked to touch, in semitones above open, but for its middle. */
const NODES: ReadonlySet<number> = new Set([4, 5, 7, 9, 16, 19, 24])
const touching = once((policy: Policy): Policy => ({ ...policy, harmonics: true }))

/**
 * The ways to touch a note that is printed as a harmonic: at the middle of a string, which sounds as it is written; else where
 * the finger is written to lie, on a string that has a harmonic there. All ways where there is none: two fingers would be needed.
 */
export function harmonics(setup: Setup, pitches: readonly Pitch[]): Hold[] {
  const all = candidates({ ...setup, policy: touching(setup.policy) }, pitches)
  const middle = all.filter((h) => h.stops.some((s) => s.harmonic))
  if (middle.length) return middle
  const nodes = all.filter((h) => h.stops.length === 1 && NODES.has(h.stops[0].k) && !h.stops[0].stretch)
  return nodes.length ? nodes.map((h) => ({ ...h, stops: [{ ...h.stops[0], harmonic: true }] })) : all
}

function holdsOf(setup: Setup, pitches: readonly Pitch[], respelled: boolean): Hold[] {
  const { strings } = setup.instrument
  const out: Hold[] = []
  for (let low = 0; low + pitches.length <= strings.length; low++) {
    const perHead = pitches.map((p, i) => waysOnString(setup, p, low + i))
    const isOpen = pitches.map((p, i) => midiOf(p) === midiOf(strings[low + i]))
    for (const { stops, position, shapes } of placements(setup, perHead, isOpen, low)) {
      const high = low + stops.length - 1
      const open = position === null
      const at = position ?? FIRST
      for (const shape of open ? (['closed'] as const) : shapes)
        out.push({
          stops,
          position: at,
          shape,
          open,
          low,
          high,
          needs: needsOf(setup.instrument, setup.learned, stops, at, shape),
          respelled,
        })
    }
  }
  return out
}

type Placement = { readonly stops: readonly Stop[]; readonly position: number | null; readonly shapes: readonly Shape[] }

/** A stop for every head; all stopped heads share a position, a shape and a frame. */
function placements({ instrument }: Setup, perHead: readonly (readonly Way[])[], isOpen: readonly boolean[], low: number): Placement[] {
  const byLetter = instrument.byLetter
  let made: Placement[] = [{ stops: [], position: null, shapes: ['closed', 'back', 'forward'] }]
  perHead.forEach((ways, i) => {
    made = made.flatMap((p) => {
      const next: Placement[] = []
      if (isOpen[i]) next.push({ ...p, stops: [...p.stops, { string: low + i, k: 0, finger: 0, place: 'normal', stretch: false }] })
      for (const way of ways) {
        if (p.position !== null && way.position !== p.position) continue
        const shapes = p.shapes.filter((s) => way.shapes.includes(s))
        if (shapes.length === 0 || !p.stops.every((s) => fitsBeside(byLetter, s, way.stop))) continue
        next.push({ stops: [...p.stops, way.stop], position: way.position, shapes })
      }
      return next
    })
  })
  return made
}

/** Whether two strings can be stopped at once: a finger each in one frame; one finger over both only for a fifth. */
function fitsBeside(byLetter: boolean, below: Stop, above: Stop): boolean {
  if (below.finger === 0) return true
  if (below.harmonic || above.harmonic) return false
  return inOneFrame(byLetter, below, above) && (below.finger !== above.finger || below.string === above.string - 1)
}
