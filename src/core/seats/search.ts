import * as z from 'zod/mini'
import { candidates, type Setup } from '../fingering/candidates'
import { mapSeat, writtenOctaves } from '../fingering/map'
import { momentsOf } from '../fingering/moments'
import { FOURTH, type Policy } from '../fingering/policy'
import { SCHOOLS, type SchoolName } from '../instruments/instrument'
import { byOctaves, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { intervalTo } from '../piece/transpose'
import type { Piece } from '../piece/piece'
import { settingsFor, type ClassSettings } from './class'
import { octavesFor, playedLine } from './ensemble'
import { evennessOf, waitOf } from './evenness'
import { inKey, type InKey } from './inKey'
import { loadOf } from './load'
import { profileOf, type Profile } from './profile'
import type { Plan } from './plan'
import { seatsOf, type EverySeat, type Seat } from './seat'
import { deciding, type Setting } from './setting'

/** What is tried. Signatures by fifths; octaves from the present one. */
export const searchSpaceSchema = z.object({
  signatures: z.readonly(z.array(z.int().check(z.minimum(-7), z.maximum(7))).check(z.maxLength(15))),
  octaves: z.readonly(z.array(z.int().check(z.minimum(-4), z.maximum(4))).check(z.minLength(1), z.maxLength(9))),
  /** Whether every school of the hand, and every rule for 4 or open, is tried. */
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
  readonly bySeat: EverySeat<number>
  readonly profiles: EverySeat<Profile>
}

/** One seat in one key, octave and way of fingering. */
type Variant = { readonly octave: number; readonly byMeasure: readonly number[]; readonly profile: Profile }

type Rank = Pick<Scored, 'out' | 'wait' | 'total'>

/** Better first: fewer notes out of reach, then the less the class works through or waits for, then the less in all. */
export const byRank = (a: Rank, b: Rank): number => a.out - b.out || a.wait - b.wait || a.total - b.total

/** How many settings of one key are kept. */
const KEPT = 3

/** Finds the best settings of one signature, ranked; none when a note would leave the range of pitches. */
export type Searcher = (fifths: number) => Scored[]

/** Prepares a search: what does not depend on the key is found once. */
export function searcher(piece: Piece, plan: Plan, klass: ClassSettings, space: SearchSpace = WHOLE_SPACE): Searcher {
  const home = octavesFor(piece, plan, klass)
  const seats = seatsOf(klass)
  // Seats that have no choice are not tried twice: what stands for the first that has one is tried, or for the class.
  const own = (decision: 'school' | 'fourth') => settingsFor(klass, plan, deciding(seats, decision)[0] ?? seats[0]).policy
  const schools = space.schools && deciding(seats, 'school').length ? SCHOOLS : [own('school').school]
  const fourths = space.fourths && deciding(seats, 'fourth').length ? FOURTH : [own('fourth').fourth]
  const reaches = reachOf()
  return (fifths) => {
    const there = inKey(piece, plan, fifths)
    if (!there) return []
    const known = new Map<string, Variant[]>()
    const variants = (seat: Seat, school: SchoolName, fourth: Policy['fourth']): Variant[] => {
      const { decisions } = seat.instrument
      const key = `${seat.id} ${decisions.includes('school') ? school : ''} ${decisions.includes('fourth') ? fourth : ''}`
      let made = known.get(key)
      if (!made) {
        const octaves = space.octaves.map((o) => home[seat.id] + o)
        known.set(key, (made = variantsOf(there, klass, seat, octaves, { school, fourth }, reaches)))
      }
      return made
    }
    let best: Ranked[] = []
    for (const school of schools)
      for (const fourth of fourths)
        for (const chosen of combined(seats.map((s) => variants(s, school, fourth)))) {
          const ranked: Ranked = { ...rankOf(chosen), school, fourth, chosen }
          if (best.length < KEPT || byRank(ranked, best[best.length - 1]) < 0) best = [...best, ranked].sort(byRank).slice(0, KEPT)
        }
    return best.map((r) => score(fifths, seats, r))
  }
}

/** A variant for every seat, with what they are ranked by. */
type Ranked = Rank & { readonly school: SchoolName; readonly fourth: Policy['fourth']; readonly chosen: readonly Variant[] }

const rankOf = (chosen: readonly Variant[]): Rank => ({
  ...waitOf(chosen.map((v) => v.byMeasure)),
  out: chosen.reduce((n, v) => n + v.profile.out, 0),
})

/** Every way to take one of each list, the last list's turning fastest. */
function* combined<T>(lists: readonly (readonly T[])[]): Generator<readonly T[]> {
  if (lists.length === 0) {
    yield []
    return
  }
  for (const start of combined(lists.slice(0, -1))) for (const last of lists[lists.length - 1]) yield [...start, last]
}

/** A seat in each octave that leaves the fewest notes out of reach: no setting with more can rank before one with fewer. */
function variantsOf(
  { piece, plan }: Pick<InKey, 'piece' | 'plan'>,
  klass: ClassSettings,
  seat: Seat,
  octaves: readonly number[],
  ways: { school: SchoolName; fourth: Policy['fourth'] },
  reaches: Reaches,
): Variant[] {
  const { policy, learned } = settingsFor(klass, plan, seat)
  const line = playedLine(piece, plan, klass, seat)
  const setup: Setup = { instrument: seat.instrument, policy: { ...policy, ...ways }, learned }
  const sets = distinct(momentsOf(piece, line).map((m) => m.pitches))
  const missed = octaves.map((octave) => {
    const by = writtenOctaves(setup.instrument, octave)
    return sets.reduce((n, { pitches, count }) => n + (reaches(setup, pitches, by) ? 0 : count), 0)
  })
  const least = Math.min(...missed)
  return octaves
    .filter((_, i) => missed[i] === least)
    .map((octave) => {
      const map = mapSeat(piece, line, seat, { octave, policy: setup.policy, learned })
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
    const key = `${setup.instrument.id} ${setup.instrument.strings.map(pitchName).join('')} ${policy.school} ${policy.harmonics} ${there.map(pitchName).join()}`
    let reached = known.get(key)
    if (reached === undefined) known.set(key, (reached = candidates(setup, there).length > 0))
    return reached
  }
}

function score(fifths: number, seats: readonly Seat[], { school, fourth, chosen }: Ranked): Scored {
  const of = <T>(value: (v: Variant) => T): EverySeat<T> => Object.fromEntries(seats.map((s, i) => [s.id, value(chosen[i])]))
  const { figure, total, wait, bySeat } = evennessOf(of((v) => v.byMeasure))
  const sum = (f: (p: Profile) => number) => chosen.reduce((n, v) => n + f(v.profile), 0)
  return {
    setting: { fifths, octaves: of((v) => v.octave), school, fourth },
    evenness: figure,
    total,
    wait,
    fresh: sum((p) => p.fresh),
    out: sum((p) => p.out),
    bySeat,
    profiles: of((v) => v.profile),
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
