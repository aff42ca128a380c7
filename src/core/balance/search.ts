import { once } from '../once'
import { candidates, type Setup } from '../fingering/candidates'
import { mapSeat, writtenOctaves, type SeatMap } from '../fingering/map'
import type { Substitutes } from '../fingering/substitute'
import { momentsOf } from '../fingering/moments'
import { FOURTH, type Policy } from '../fingering/policy'
import { SCHOOLS, type SchoolName } from '../instruments/instrument'
import type { Key } from '../music/key'
import { byOctaves, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { intervalTo } from '../piece/transpose'
import type { Piece } from '../piece/piece'
import { settingsFor, type ClassSettings } from '../plan/class'
import { octavesFor, pinned, playedLine } from './ensemble'
import { evennessOf, waitOf } from './evenness'
import { inKey, type InKey } from './inKey'
import { loadOf } from './load'
import { replacing } from './replace'
import { profileOf, type Profile } from './profile'
import { withSubstitute, type Plan } from '../plan/plan'
import { seatsOf, type EverySeat, type Seat } from '../seats/seat'
import { deciding, type Setting } from './setting'
import type { SearchSpace } from './search.schema'

export type { SearchSpace } from './search.schema'

/** All fifteen signatures, each seat where it is, an octave lower, an octave higher: only when it is asked for. */
export const WHOLE_SPACE: SearchSpace = {
  signatures: [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6, 7, -7],
  octaves: [0, -1, 1],
  schools: false,
  fourths: false,
}

/** More signs than this are no key for a class that learns. Common practice. */
export const MOST_SIGNS = 4

/** The signatures that a class is moved to, each seat where it reads by itself in that key: there it asks for the fewest new things. */
export const USUAL_SPACE: SearchSpace = {
  ...WHOLE_SPACE,
  signatures: WHOLE_SPACE.signatures.filter((f) => Math.abs(f) <= MOST_SIGNS),
  octaves: [0],
}

/** A setting with what it comes to. Loads in points. */
export type Scored = {
  readonly setting: Setting
  readonly evenness: number
  readonly total: number
  /** The heaviest seat of each measure, added up. */
  readonly wait: number
  /** Notes at which something is new; and the different things that are, seat by seat. */
  readonly fresh: number
  readonly news: number
  /** How many seats have not had the signature. */
  readonly strange: number
  /** 0 for a key of a class that learns, else its signs. */
  readonly foreign: number
  /** How many seats read in another octave than they would by themselves in this key. */
  readonly moved: number
  /** Notes that are replaced, which is what makes it work. */
  readonly replaced: number
  readonly out: number
  readonly bySeat: EverySeat<number>
  readonly profiles: EverySeat<Profile>
}

/** One seat in one key, octave and way of fingering. */
type Variant = {
  readonly octave: number
  readonly byMeasure: readonly number[]
  readonly profile: Profile
  readonly substitutes?: Substitutes
  /** It is not where the seat would read by itself. */
  readonly moved: boolean
}

export type Rank = Pick<Scored, 'foreign' | 'out' | 'news' | 'strange' | 'replaced' | 'moved' | 'wait' | 'total'>

/** The keys of a class that learns, by fifths. Common practice: D, G, C, A, F, B flat; D, A and E minor. */
export const CLASS_KEYS: Readonly<Record<Key['mode'], readonly number[]>> = { major: [2, 1, 0, 3, -1, -2], minor: [-1, 0, 1] }

/** 0 for a key of a class that learns, else its signs. */
const foreignness = ({ fifths, mode }: Key): number => (CLASS_KEYS[mode].includes(fifths) ? 0 : Math.max(1, Math.abs(fifths)))

/** A key of a class that learns in which everybody has every note, some of them replaced, comes before all others. */
const isHome = (r: Rank): boolean => r.foreign === 0 && r.out === 0

/**
 * Better first, as teachers choose: the keys of a class that learns; else fewer notes out of reach, then fewer signs. Of
 * those fewer different things to teach, a key that the class knows, fewer notes replaced, fewer seats away from where they
 * read by themselves; then the less the class works through or waits for, then the less in all. Common practice.
 */
export const byRank = (a: Rank, b: Rank): number =>
  Number(isHome(b)) - Number(isHome(a)) ||
  a.out - b.out ||
  a.foreign - b.foreign ||
  a.news - b.news ||
  a.strange - b.strange ||
  a.replaced - b.replaced ||
  a.moved - b.moved ||
  a.wait - b.wait ||
  a.total - b.total

type InAKey = { readonly setting: { readonly fifths: number } }

/**
 * Settings of several keys by an order, and no key of many signs before its plain twin, which sounds the same: C flat comes
 * right after B, whatever its figures.
 */
export function settingsInOrder<T extends InAKey>(found: readonly T[], order: (a: T, b: T) => number): T[] {
  const sorted = [...found].sort(order)
  for (const plain of [...sorted].filter(({ setting }) => Math.abs(setting.fifths) < 6)) {
    const twin = sorted.findIndex(({ setting }) => Math.abs(setting.fifths - plain.setting.fifths) === 12)
    const at = sorted.indexOf(plain)
    if (twin >= 0 && twin < at) sorted.splice(at, 0, ...sorted.splice(twin, 1))
  }
  return sorted
}

/** How many settings of one key are kept. */
const KEPT = 3

/** Finds the best settings of one signature, ranked; none when a note would leave the range of pitches. */
export type Searcher = (fifths: number) => Scored[]

/** Prepares a search: what does not depend on the key is found once. */
export function searcher(piece: Piece, plan: Plan, klass: ClassSettings, space: SearchSpace = USUAL_SPACE): Searcher {
  const seats = seatsOf(klass)
  // Seats that have no choice are not tried twice: what stands for the first that has one is tried, or for the class.
  const own = (decision: 'school' | 'fourth') => settingsFor(klass, plan, deciding(seats, decision)[0] ?? seats[0]).policy
  const schools = space.schools && deciding(seats, 'school').length ? SCHOOLS : [own('school').school]
  const fourths = space.fourths && deciding(seats, 'fourth').length ? FOURTH : [own('fourth').fourth]
  const reaches = reachOf()
  return (fifths) => {
    const there = inKey(piece, plan, fifths)
    if (!there) return []
    const home = octavesFor(there.piece, there.plan, klass)
    const foreign = foreignness(there.piece.key)
    const known = new Map<string, Variant[]>()
    const variants = (seat: Seat, school: SchoolName, fourth: Policy['fourth']): Variant[] => {
      const { decisions } = seat.instrument
      const key = `${seat.id} ${decisions.includes('school') ? school : ''} ${decisions.includes('fourth') ? fourth : ''}`
      let made = known.get(key)
      if (!made) {
        const octaves = space.octaves.map((o) => home[seat.id] + o)
        known.set(key, (made = variantsOf(there, klass, seat, home[seat.id], octaves, { school, fourth }, reaches)))
      }
      return made
    }
    let best: Ranked[] = []
    for (const school of schools)
      for (const fourth of fourths)
        for (const chosen of combined(seats.map((s) => variants(s, school, fourth)))) {
          const ranked: Ranked = { ...rankOf(chosen, foreign), school, fourth, chosen }
          if (best.length < KEPT || byRank(ranked, best[best.length - 1]) < 0) best = [...best, ranked].sort(byRank).slice(0, KEPT)
        }
    const replaced = best[0] && withReplaced(there, klass, seats, best[0])
    if (replaced) best = [...best, replaced].sort(byRank).slice(0, KEPT)
    return best.map((r) => score(fifths, seats, r))
  }
}

/** A variant for every seat, with what they are ranked by. */
type Ranked = Rank & { readonly school: SchoolName; readonly fourth: Policy['fourth']; readonly chosen: readonly Variant[] }

const rankOf = (chosen: readonly Variant[], foreign: number): Rank => {
  const ranks = { out: 0, news: 0, strange: 0, replaced: 0, moved: 0, foreign }
  for (const { profile, substitutes, moved } of chosen) {
    if (moved) ranks.moved++
    ranks.out += profile.out
    ranks.news += profile.news.length
    ranks.strange += profile.strange ? 1 : 0
    if (substitutes) ranks.replaced += Object.keys(substitutes).length
  }
  return { ...waitOf(chosen.map((v) => v.byMeasure)), ...ranks }
}

/** So many notes are replaced for a key at the most. Common practice. */
const MOST_REPLACED = 3

/** The same setting with one to three notes replaced, where that leaves nothing out of reach and nothing new; else null. */
function withReplaced(
  { piece, plan }: Pick<InKey, 'piece' | 'plan'>,
  klass: ClassSettings,
  seats: readonly Seat[],
  ranked: Ranked,
): Ranked | null {
  const troubled = ranked.chosen.reduce((n, { profile }) => n + profile.out + profile.fresh, 0)
  if (troubled === 0 || troubled > MOST_REPLACED) return null
  let left = MOST_REPLACED
  const chosen: Variant[] = []
  for (const [i, variant] of ranked.chosen.entries()) {
    if (variant.profile.out + variant.profile.fresh === 0) {
      chosen.push(variant)
      continue
    }
    const ways = { school: ranked.school, fourth: ranked.fourth }
    const mapped = (more: Substitutes) => mapIn(piece, withSubstitute(plan, seats[i].id, more), klass, seats[i], variant.octave, ways)
    const done = replacing(piece, mapped({}), left, mapped)
    if (!done) return null
    left -= Object.keys(done.substitutes).length
    chosen.push({ ...weighed(piece, done.map, variant.octave, variant.moved), substitutes: done.substitutes })
  }
  return { ...ranked, ...rankOf(chosen, ranked.foreign), chosen }
}

type PolicyWays = { readonly school: SchoolName; readonly fourth: Policy['fourth'] }

const decided = once((_: Policy) => new Map<string, Policy>())

/** A policy with other ways, the same value each time: what is known of a hand is kept by it, from key to key. */
function withWays(policy: Policy, ways: PolicyWays): Policy {
  if (policy.school === ways.school && policy.fourth === ways.fourth) return policy
  const known = decided(policy)
  const key = `${ways.school} ${ways.fourth}`
  const made = known.get(key) ?? { ...policy, ...ways }
  known.set(key, made)
  return made
}

/** How a seat's part in a key and an octave is mapped, with its pins where they still stand. */
function mapIn(piece: Piece, plan: Plan, klass: ClassSettings, seat: Seat, octave: number, ways: PolicyWays): SeatMap {
  const { policy, learned } = settingsFor(klass, plan, seat)
  return mapSeat(piece, playedLine(piece, plan, klass, seat), seat, {
    octave,
    policy: withWays(policy, ways),
    learned,
    pins: pinned(plan, seat.id),
  })
}

const weighed = (piece: Piece, map: SeatMap, octave: number, moved: boolean): Variant => ({
  octave,
  moved,
  byMeasure: loadOf(piece, map).byMeasure,
  profile: profileOf(piece, map),
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
  home: number,
  octaves: readonly number[],
  ways: PolicyWays,
  reaches: Reaches,
): Variant[] {
  const { policy, learned } = settingsFor(klass, plan, seat)
  const line = playedLine(piece, plan, klass, seat)
  const setup: Setup = { instrument: seat.instrument, policy: withWays(policy, ways), learned }
  const sets = distinct(momentsOf(piece, line).map((m) => m.pitches))
  const missed = octaves.map((octave) => {
    const by = writtenOctaves(setup.instrument, octave)
    return sets.reduce((n, { pitches, count }) => n + (reaches(setup, pitches, by) ? 0 : count), 0)
  })
  const least = Math.min(...missed)
  return octaves
    .filter((_, i) => missed[i] === least)
    .map((octave) =>
      weighed(
        piece,
        mapSeat(piece, line, seat, { octave, policy: setup.policy, learned, pins: pinned(plan, seat.id) }),
        octave,
        octave !== home,
      ),
    )
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

const replacedIn = (seats: readonly Seat[], chosen: readonly Variant[]): EverySeat<Substitutes> =>
  Object.fromEntries(chosen.flatMap((v, i) => (v.substitutes ? [[seats[i].id, v.substitutes] as const] : [])))

function score(fifths: number, seats: readonly Seat[], { school, fourth, chosen, foreign }: Ranked): Scored {
  const of = <T>(value: (v: Variant) => T): EverySeat<T> => Object.fromEntries(seats.map((s, i) => [s.id, value(chosen[i])]))
  const { figure, bySeat } = evennessOf(of((v) => v.byMeasure))
  const sum = (f: (p: Profile) => number) => chosen.reduce((n, v) => n + f(v.profile), 0)
  return {
    setting: { fifths, octaves: of((v) => v.octave), school, fourth, substitutes: replacedIn(seats, chosen) },
    evenness: figure,
    fresh: sum((p) => p.fresh),
    ...rankOf(chosen, foreign),
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
export function* search(piece: Piece, plan: Plan, klass: ClassSettings, space: SearchSpace = USUAL_SPACE): Generator<Scored[]> {
  const find = searcher(piece, plan, klass, space)
  for (const fifths of nearestFirst(piece, space.signatures)) yield find(fifths)
}
