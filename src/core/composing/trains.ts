import type { SeatMap } from '../fingering/map'
import { tonic } from '../music/key'
import { stepsOf, type Pitch } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { readingOf } from '../reading/reading'
import { rhythmsOf } from '../reading/rhythms'
import { spotsOf } from '../reading/spots'
import { atFirst } from '../reading/family'
import { aboutKind } from '../reading/spots/detectors'
import type { SpotKind } from '../plan/spotKinds'
import { mapsOf, type Ensemble } from '../balance/ensemble'

/** What a line can be written to train. */
export const TRAINS = ['plain', 'two forms', 'crossing', 'skips', 'rhythm', 'one string', 'trap'] as const
export type Train = (typeof TRAINS)[number]

/** Crossings, by their detectors. */
const CROSSINGS: readonly SpotKind[] = ['hand-crossing', 'bow-crossing', 'skip-crossing', 'fifth', 'skip-string']

/** One letter in two forms, by its detector. */
const TWO_FORMS: readonly SpotKind[] = ['two-forms']
/** What is found by its own detectors. */
export type Met = 'crossing' | 'two forms' | 'rhythm'

/** From here on something at a note trips the eye or the hand. */
const TRAP = 0.35

/** How hard the hardest note of each measure is for the eye or the hand of any seat, 0 to 1, as when it is met for the first time. */
export function hardest(piece: Piece, maps: readonly SeatMap[]): readonly number[] {
  const by = new Array<number>(piece.lines[0].measures.length).fill(0)
  for (const m of maps)
    for (const s of spotsOf(piece, m))
      if (['eye', 'hand'].includes(aboutKind(s.kind).concern)) by[s.index] = Math.max(by[s.index], atFirst(s))
  return by
}

/** Whether the hardest of a line stands in its last two measures but for its end, and nothing before is as hard. */
function trapAtEnd(piece: Piece, maps: readonly SeatMap[]): boolean {
  const by = hardest(piece, maps)
  const [before, end] = [Math.max(0, ...by.slice(0, -2)), Math.max(...by.slice(-2))]
  return end >= TRAP && before < end
}

/** The measures of a piece in which what is to be trained is met, by what is found in the map and by nothing of the writing. */
export function trainedIn(piece: Piece, maps: readonly SeatMap[], train: Met): ReadonlySet<number> {
  if (train !== 'rhythm') {
    const kinds = train === 'crossing' ? CROSSINGS : TWO_FORMS
    return new Set(maps.flatMap((m) => spotsOf(piece, m).flatMap((s) => (kinds.includes(s.kind) ? [s.index] : []))))
  }
  const reading = readingOf(piece, maps[0])
  return new Set(
    rhythmsOf(reading).flatMap(({ at, rhythms }) => (rhythms.some((r) => r !== 'whole') ? [reading.notes[at].placed.at.index] : [])),
  )
}

/** Whether what a line is to train stands in it: on one string, a skip in every other measure, a crossing, a letter in two forms, a rhythm beyond quarters, halves and wholes, or the hardest at the end. */
export function trains(piece: Piece, ensemble: Ensemble, train: Train): boolean {
  const maps = mapsOf(ensemble)
  switch (train) {
    case 'plain':
      return true
    case 'one string':
      return maps.every((m) => new Set(m.notes.map((n) => n.stop.string)).size === 1)
    case 'skips': {
      const { notes } = maps[0]
      const skips = notes.filter((n, i) => i > 0 && Math.abs(stepsOf(n.pitch) - stepsOf(notes[i - 1].pitch)) >= 2)
      return skips.length >= piece.lines[0].measures.length / 2
    }
    case 'trap':
      return trapAtEnd(piece, maps)
    case 'two forms':
    case 'crossing':
    case 'rhythm':
      return trainedIn(piece, maps, train).size > 0
  }
}

/** Whether a line can be sung: it ends on the keynote where it has it, most of it goes to a neighbour of what the class has, and no leap is wider than a fifth. */
export function isSingable(piece: Piece, notes: readonly Pitch[], train: Train): boolean {
  const at = piece.lines[0].measures.flatMap((m) =>
    m.events.flatMap((e) => (e.kind === 'note' ? [notes.findIndex((p) => stepsOf(p) === stepsOf(e.heads[0].pitch))] : [])),
  )
  const apart = at.slice(1).map((k, i) => Math.abs(k - at[i]))
  const wide = at.slice(1).some((k, i) => Math.abs(stepsOf(notes[k]) - stepsOf(notes[at[i]])) > WIDEST)
  const near = apart.filter((n) => n <= 1).length
  const home = tonic(piece.key).letter
  const ends = notes[at.at(-1)!].letter === home || !notes.some((p) => p.letter === home)
  return ends && !wide && near >= apart.length * (train === 'skips' ? 0.3 : 0.55)
}
/** The widest leap of a line, in steps: a fifth. */
const WIDEST = 4
