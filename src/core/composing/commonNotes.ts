import { isMetIn } from './ofKey'
import type { Policy } from '../fingering/policy'
import type { Learned } from '../instruments/learned'
import { alterIn, tonic, type Key } from '../music/key'
import { midiOf, pitchAt, stepsOf, type Pitch } from '../music/pitch'
import type { Seat, SeatId } from '../seats/seat'
import { reachableBy } from './learnedPitches'

/** A seat with what it has learned and how it is fingered. */
export type Whom = { readonly seat: Seat; readonly learned: Learned; readonly policy: Policy }

/** Whether a tune of a key can be made of some of its notes: its keynote is among them, and they span a fifth. Common practice. */
const isEnough = (notes: readonly Pitch[], home: string): boolean =>
  notes.length >= 3 && notes.some((p) => p.letter === home) && stepsOf(notes[notes.length - 1]) - stepsOf(notes[0]) >= 4

/** The notes that all seats have, each in its own octave, as the first seat's part would write them; low first. Null where they are too few for a tune of the key. */
export function commonNotes(
  whom: readonly Whom[],
  key: Key,
): { readonly notes: readonly Pitch[]; readonly octaves: Readonly<Record<SeatId, number>> } | null {
  const known = whom.map(
    ({ seat, learned, policy }) => new Set(reachableBy({ instrument: seat.instrument, learned, policy }).map((r) => midiOf(r.pitch))),
  )
  const home = tonic(key)
  const scale = Array.from({ length: 35 }, (_, i) => pitchAt(14 + i, 0)).map((p): Pitch => ({ ...p, alter: alterIn(key, p.letter) }))
  let best: { notes: readonly Pitch[]; octaves: Record<SeatId, number>; worth: number } | null = null
  for (const low of scale.filter((p) => p.letter === home.letter)) {
    // From a fourth under the keynote to an octave over it: what a tune for a class spans.
    const window = scale.filter((p) => stepsOf(p) >= stepsOf(low) - 3 && stepsOf(p) <= stepsOf(low) + 7)
    const octaves: Record<SeatId, number> = {}
    let notes = window
    whom.forEach(({ seat }, i) => {
      const fits = (o: number) => window.filter((p) => known[i].has(midiOf(p) + 12 * o)).length
      octaves[seat.id] = [0, -1, 1, -2, -3].reduce((a, b) => (fits(b) > fits(a) ? b : a))
      notes = notes.filter((p) => known[i].has(midiOf(p) + 12 * octaves[seat.id]))
    })
    const worth = notes.length + (octaves[whom[0].seat.id] === 0 ? 0.5 : 0)
    if (isEnough(notes, home.letter) && (!best || worth > best.worth)) best = { notes, octaves, worth }
  }
  return best
}

/** Of the notes that all have, those that each seat plays on one string: three at least where there are, with the keynote where it lies among them. */
export function onOneString(
  whom: readonly Whom[],
  octaves: Readonly<Record<SeatId, number>>,
  notes: readonly Pitch[],
  key: Key,
): readonly Pitch[] {
  const strings = whom.map(({ seat, learned, policy }) => {
    const all = reachableBy({ instrument: seat.instrument, learned, policy })
    return (p: Pitch): number => all.find((r) => midiOf(r.pitch) === midiOf(p) + 12 * octaves[seat.id])?.string ?? -1
  })
  const groups = new Map<string, Pitch[]>()
  for (const p of notes) {
    const on = strings.map((s) => s(p)).join()
    groups.set(on, [...(groups.get(on) ?? []), p])
  }
  const home = tonic(key).letter
  const worth = (g: readonly Pitch[]) => (g.length >= 3 ? 10 : 0) + g.length + (g.some((p) => p.letter === home) ? 5 : 0)
  return [...groups.values()].sort((a, b) => worth(b) - worth(a))[0] ?? []
}

/** Another form of one of some notes, as it is met in the key, that every seat has learned too in its octave: a natural before a sign more; null where there is none. */
export function otherForm(
  whom: readonly Whom[],
  octaves: Readonly<Record<SeatId, number>>,
  notes: readonly Pitch[],
  key: Key,
): Pitch | null {
  const known = whom.map(
    ({ seat, learned, policy }) => new Set(reachableBy({ instrument: seat.instrument, learned, policy }).map((r) => midiOf(r.pitch))),
  )
  const found = notes.flatMap((p) =>
    (p.alter === 0 ? [-1, 1] : [0]).flatMap((alter) => {
      const other: Pitch = { ...p, alter }
      // Another note of the key at the same key of the keyboard would be heard as that one.
      const own = notes.some((q) => midiOf(q) === midiOf(other))
      return !own && isMetIn(key, other) && whom.every(({ seat }, i) => known[i].has(midiOf(other) + 12 * octaves[seat.id])) ? [other] : []
    }),
  )
  return found.sort((a, b) => Math.abs(a.alter) - Math.abs(b.alter))[0] ?? null
}
