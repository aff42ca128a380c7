import { midiOf, stepsOf, type Pitch } from '../music/pitch'
import { cheapest } from './cheapest'
import { isParallel } from './counterpoint'
import type { HarmonisedBeat, Span } from './harmonise'
import type { Reachable } from './learnedPitches'
import { soundingAt, type TuneNote } from './tune'

/** A tune with its chords, and what a seat can play beside it. */
export type BesideTune = {
  /** The tune once more where it enters as a round; null: it goes with itself at no distance. */
  readonly again: readonly TuneNote[] | null
  readonly tune: readonly TuneNote[]
  readonly beats: readonly HarmonisedBeat[]
  readonly spans: readonly Span[]
  readonly reachable: readonly Reachable[]
  /** Octaves from the tune to where this seat has it at home. */
  readonly octave: number
}

/** How far a pitch lies from the tune where the seat has it, in octaves. */
export const away = ({ octave }: BesideTune, n: TuneNote, p: Pitch): number => Math.abs(midiOf(p) - midiOf(n.pitch) - 12 * octave) / 12

/* What a leap costs; common practice: small steps before leaps. */
const LEAP = { step: 0.1, third: 0.25, upToFifth: 0.5, upToOctave: 1.1, wider: 4 } as const

/** What the way from one pitch to the next costs, by how far it is. */
export function leap(a: Pitch, b: Pitch): number {
  const steps = Math.abs(stepsOf(a) - stepsOf(b))
  return steps === 0
    ? 0
    : steps === 1
      ? LEAP.step
      : steps === 2
        ? LEAP.third
        : steps <= 4
          ? LEAP.upToFifth
          : steps <= 7
            ? LEAP.upToOctave
            : LEAP.wider
}

/** What the tune sounds just before and at a time; null where it rests. */
const around = (tune: readonly TuneNote[], tick: number): readonly [TuneNote | null, TuneNote | null] => [
  soundingAt(tune, tick - 1),
  soundingAt(tune, tick),
]

/** Whether going from a to b at a time makes fifths or octaves in parallel with the tune. */
export function parallels(tune: readonly TuneNote[], a: Pitch, b: Pitch, tick: number): boolean {
  const [before, now] = around(tune, tick)
  return before !== null && now !== null && isParallel([before.pitch, a], [now.pitch, b])
}

/** How often a way is looked for anew where strong beats ran in parallel. */
const ANEW = 24

/** The column at which a line first runs in fifths or octaves with the tune from one strong beat to the next; −1: nowhere. `places`: when each of its notes sounds. */
function strongParallel({ tune, beats }: BesideTune, places: readonly Place[], chosen: readonly Reachable[]): number {
  const strong = beats.filter((b) => b.strength !== 'weak')
  const columnAt = (tick: number) => places.findIndex((x) => x.from <= tick && tick < x.to)
  for (const [k, b] of strong.entries()) {
    if (k === 0) continue
    const [i, j] = [columnAt(strong[k - 1].from), columnAt(b.from)]
    const [before, now] = [soundingAt(tune, strong[k - 1].from), soundingAt(tune, b.from)]
    if (i >= 0 && j >= 0 && before && now && isParallel([before.pitch, chosen[i].pitch], [now.pitch, chosen[j].pitch])) return j
  }
  return -1
}
type Place = Pick<Span, 'from' | 'to'>

/** The cheapest way through pitches that runs in parallel with the tune from no strong beat to the next: where one does, its later pitch is left out and the way is looked for anew. Null where none is found. */
export function cleanWay(
  g: BesideTune,
  places: readonly Place[],
  columns: readonly (readonly Reachable[])[],
  cost: (r: Reachable, i: number) => number,
  between: (a: Reachable, b: Reachable, i: number) => number,
): Reachable[] | null {
  let open = columns
  for (let n = 0; n < ANEW; n++) {
    const chosen = cheapest(open, cost, between)
    const bad = chosen ? strongParallel(g, places, chosen) : -1
    if (!chosen || bad < 0) return chosen
    open = open.with(
      bad,
      open[bad].filter((r) => r !== chosen[bad]),
    )
  }
  return null
}

/** Whether a pitch has a letter that the tune has in another form in the same measure: a cross relation. */
export function isCross({ tune, beats }: BesideTune, from: number, p: Pitch): boolean {
  const measure = beats.findLast((b) => b.from <= from)?.measure ?? beats[0].measure
  const own = beats.filter((b) => b.measure === measure)
  const [start, end] = [own[0].from, own[own.length - 1].to]
  return tune.some((n) => n.from < end && n.to > start && n.pitch.letter === p.letter && n.pitch.alter !== p.alter)
}
