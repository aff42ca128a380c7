import { z } from 'zod'
import { candidates, type Setup } from '../fingering/candidates'
import { mapSeat, writtenOctaves } from '../fingering/map'
import { momentsOf } from '../fingering/moments'
import { FOURTH, type Policy } from '../fingering/policy'
import { withSubstitutes } from '../fingering/substitute'
import { INSTRUMENTS, SEATS, type Seat } from '../hands/instruments'
import { BASS_SCHOOLS, type BassSchool } from '../hands/schools'
import { byOctaves, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { intervalTo } from '../piece/transpose'
import type { Piece } from '../piece/piece'
import { settingsFor, type ClassSettings } from './class'
import { lineFor, octavesFor } from './ensemble'
import { evennessOf } from './evenness'
import { inKey, type InKey } from './inKey'
import { loadOf } from './load'
import { profileOf, type Profile } from './profile'
import type { Plan } from './plan'
import type { Setting } from './setting'

/** What is tried. Signatures by fifths; octaves from the present one. */
export const searchSpaceSchema = z.object({
  signatures: z.array(z.int().min(-7).max(7)).max(15).readonly(),
  octaves: z.array(z.int().min(-4).max(4)).min(1).max(9).readonly(),
  /** Whether both bass schools, and every rule for 4 or open, are tried. */
  schools: z.boolean(),
  fourths: z.boolean(),
})
export type SearchSpace = Readonly<z.infer<typeof searchSpaceSchema>>

/** All fifteen signatures, each seat where it is, an octave lower, an octave higher. */
export const WHOLE_SPACE: SearchSpace = {
  signatures: [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6, 7, -7],
  octaves: [0, -1, 1],
  schools: false,
  fourths: false,
}

/** A setting with what it comes to. Loads in points. */
export type Scored = {
  readonly setting: Setting
  readonly evenness: number
  readonly total: number
  /** The heaviest seat of each measure, added up: what the settings are ranked by, after what is out of reach. */
  readonly wait: number
  readonly fresh: number
  readonly out: number
  readonly bySeat: Readonly<Record<Seat, number>>
  readonly profiles: Readonly<Record<Seat, Profile>>
}

/** One seat in one key, octave and way of fingering. */
type Variant = { readonly octave: number; readonly byMeasure: readonly number[]; readonly profile: Profile }

/** Better first: fewer notes out of reach, then the less the class works through or waits for, then the less in all. */
export const byRank = (a: Scored, b: Scored): number => a.out - b.out || a.wait - b.wait || a.total - b.total

/** How many settings of one key are kept. */
const KEPT = 3

/** Finds the best settings of one signature, ranked; none when a note would leave the range of pitches. */
export type Searcher = (fifths: number) => Scored[]

/** Prepares a search: what does not depend on the key is found once. */
export function searcher(piece: Piece, plan: Plan, klass: ClassSettings, space: SearchSpace = WHOLE_SPACE): Searcher {
  const home = octavesFor(piece, plan, klass)
  const own = SEATS.map((s) => settingsFor(klass, plan, s).policy)
  const schools = space.schools ? BASS_SCHOOLS : [own[3].bassSchool]
  const fourths = space.fourths ? FOURTH : [own[0].fourth]
  const reaches = reachOf()
  return (fifths) => {
    const there = inKey(piece, plan, fifths)
    if (!there) return []
    const known = new Map<string, Variant[]>()
    const variants = (seat: Seat, bassSchool: BassSchool, fourth: Policy['fourth']): Variant[] => {
      // Only the bass has schools, only violin and viola the fourth finger's rule.
      const key = seat === 'bass' ? `bass ${bassSchool}` : seat === 'cello' ? 'cello' : `${seat} ${fourth}`
      let made = known.get(key)
      if (!made) {
        const octaves = space.octaves.map((o) => home[seat] + o)
        known.set(key, (made = variantsOf(there, klass, seat, octaves, { bassSchool, fourth }, reaches)))
      }
      return made
    }
    let best: Scored[] = []
    for (const bassSchool of schools)
      for (const fourth of fourths) {
        const [a, b, c, d] = SEATS.map((s) => variants(s, bassSchool, fourth))
        for (const violin of a)
          for (const viola of b)
            for (const cello of c)
              for (const bass of d) {
                const scored = score(fifths, bassSchool, fourth, { violin, viola, cello, bass })
                if (best.length < KEPT || byRank(scored, best[best.length - 1]) < 0) best = [...best, scored].sort(byRank).slice(0, KEPT)
              }
      }
    return best
  }
}

/** A seat in each octave that leaves the fewest notes out of reach: no setting with more can rank before one with fewer. */
function variantsOf(
  { piece, plan }: Pick<InKey, 'piece' | 'plan'>,
  klass: ClassSettings,
  seat: Seat,
  octaves: readonly number[],
  ways: { bassSchool: BassSchool; fourth: Policy['fourth'] },
  reaches: Reaches,
): Variant[] {
  const { policy, level } = settingsFor(klass, plan, seat)
  const line = withSubstitutes(lineFor(piece, plan, seat), plan.substitutes[seat])
  const setup: Setup = { instrument: INSTRUMENTS[seat], policy: { ...policy, ...ways }, level }
  const sets = distinct(momentsOf(piece, line).map((m) => m.pitches))
  const missed = octaves.map((octave) => {
    const by = writtenOctaves(setup.instrument, octave)
    return sets.reduce((n, { pitches, count }) => n + (reaches(setup, pitches, by) ? 0 : count), 0)
  })
  const least = Math.min(...missed)
  return octaves
    .filter((_, i) => missed[i] === least)
    .map((octave) => {
      const map = mapSeat(piece, line, seat, { octave, policy: setup.policy, level })
      return { octave, byMeasure: loadOf(piece, map).byMeasure, profile: profileOf(piece, map) }
    })
}

/** The different notes and chords of a line, with how often each comes. */
function distinct(all: readonly (readonly Pitch[])[]): { pitches: readonly Pitch[]; count: number }[] {
  const sets = new Map<string | number, { pitches: readonly Pitch[]; count: number }>()
  for (const pitches of all) {
    const key = pitches.length === 1 ? stepsOf(pitches[0]) * 8 + pitches[0].alter : pitches.map(pitchName).join()
    const known = sets.get(key)
    if (known) known.count++
    else sets.set(key, { pitches, count: 1 })
  }
  return [...sets.values()]
}

/** Whether a seat can hold pitches of a line, all of them, so many octaves away. */
type Reaches = (setup: Setup, pitches: readonly Pitch[], octaves: number) => boolean

function reachOf(): Reaches {
  const known = new Map<string, boolean>()
  return (setup, pitches, octaves) => {
    const there = pitches.map((p) => byOctaves(p, octaves))
    const { policy } = setup
    const key = `${setup.instrument.seat} ${policy.bassSchool} ${policy.harmonics} ${there.map(pitchName).join()}`
    let reached = known.get(key)
    if (reached === undefined) known.set(key, (reached = candidates(setup, there).length > 0))
    return reached
  }
}

function score(fifths: number, bassSchool: BassSchool, fourth: Policy['fourth'], of: Record<Seat, Variant>): Scored {
  const { violin, viola, cello, bass } = of
  const loads = { violin: violin.byMeasure, viola: viola.byMeasure, cello: cello.byMeasure, bass: bass.byMeasure }
  const { figure, total, wait, bySeat } = evennessOf(loads)
  const sum = (f: (p: Profile) => number) => SEATS.reduce((n, s) => n + f(of[s].profile), 0)
  return {
    setting: {
      fifths,
      octaves: { violin: violin.octave, viola: viola.octave, cello: cello.octave, bass: bass.octave },
      bassSchool,
      fourth,
    },
    evenness: figure,
    total,
    wait,
    fresh: sum((p) => p.fresh),
    out: sum((p) => p.out),
    bySeat,
    profiles: { violin: violin.profile, viola: viola.profile, cello: cello.profile, bass: bass.profile },
  }
}

/** Signatures in the order in which they are tried: the nearest to the present one first. */
export function nearestFirst(piece: Piece, signatures: readonly number[]): number[] {
  const near = (f: number) => Math.abs(intervalTo(piece.key.fifths, f).semitones)
  return [...signatures].sort((a, b) => near(a) - near(b) || Math.abs(a) - Math.abs(b))
}

/** What a search finds, one signature after another. */
export function* search(piece: Piece, plan: Plan, klass: ClassSettings, space: SearchSpace = WHOLE_SPACE): Generator<Scored[]> {
  const find = searcher(piece, plan, klass, space)
  for (const fifths of nearestFirst(piece, space.signatures)) yield find(fifths)
}
