import { sayPair } from '../../words/en/drills'
import { PLAIN_TONGUE } from '../../words/en/hands'
import type { Strain } from '../care'
import type { Key } from '../../music/key'
import { midiOf, type Pitch } from '../../music/pitch'
import type { Meter } from '../../music/time'
import type { NoteMark } from '../../piece/piece'
import type { SpotKind } from '../../plan/spotKinds'
import type { Spot } from '../../reading/spots/spot'
import type { Seat } from '../../seats/seat'
import { cellsOf, voiceOf } from '../cells'
import type { DrillKind, Saying, Sketch, Touch, DrillVoice } from '../drill'
import { grouped, linePitch, spotsOfKinds, touchAt, type At, type SeatAtWork, type Practised } from '../practised'

/** Two notes of the piece that are practised one against the other, and the spots at the second. */
export type Pair = {
  /** Event ids. */
  readonly a: string
  readonly b: string
  /** As the line has them. */
  readonly pitches: readonly [Pitch, Pitch]
  readonly ats: readonly At[]
}

export const eventOf = (n: { readonly placed: At['note']['placed'] }): string => n.placed.event.id

/** The pairs of notes at whose second note some spots stand, each pair once for all places where it comes; `both`: either way round is the same pair. */
export function pairsOf(c: Practised, kinds: readonly SpotKind[], keep: (at: At) => boolean = () => true, both = false): Pair[] {
  const found = spotsOfKinds(c, kinds).filter((at) => at.last?.hold && keep(at))
  const key = ({ player, last, note }: At) => {
    const pair = [midiOf(linePitch(player, last!)), midiOf(linePitch(player, note))]
    return (both ? pair.sort((x, y) => x - y) : pair).join(' ')
  }
  return grouped(found, key).map((ats): Pair => {
    const [{ player, last, note }] = ats
    return { a: eventOf(last!), b: eventOf(note), pitches: [linePitch(player, last!), linePitch(player, note)], ats }
  })
}

export const spotsIn = (ats: readonly At[]): Spot[] => ats.map((x) => x.spot)
export const indicesIn = (ats: readonly At[]): number[] => [...new Set(ats.map((x) => x.spot.index))].sort((a, b) => a - b)

/** A pair as ids have it: "B to G". */
export const keptPair = (pair: readonly [Pitch, Pitch]): string => sayPair(PLAIN_TONGUE, pair)

/** The seats whose spots are served, by name, in score order. */
export const namesIn = (c: Practised, ats: readonly At[]): string[] =>
  c.players.filter((p) => ats.some((x) => x.player === p)).map((p) => p.seat.name)

/** What a pattern needs to become a drill. */
export type Patterned = {
  readonly kind: DrillKind
  readonly variant: string
  readonly about: string
  readonly title: Saying
  readonly purpose: Saying
  readonly pattern: string
  readonly ats: readonly At[]
  readonly pace?: number
  readonly times?: number
  readonly strains?: readonly Strain[]
  readonly words?: string
  readonly marks?: readonly NoteMark[]
  readonly key?: Key
  readonly meter?: Meter
  /** What a seat plays at a name of the pattern. */
  readonly touch: (p: SeatAtWork, what: string) => Touch | null
}

/** A drill that is a pattern over a few notes, in the key and time of the place that it comes from. */
export function patterned(c: Practised, { pattern, touch, ats, words, marks, ...x }: Patterned): Sketch {
  const at = c.measures[ats[0]?.spot.index ?? 0]
  const meter = x.meter ?? at.meter
  const cells = cellsOf(pattern)
  return {
    kind: x.kind,
    variant: x.variant,
    about: x.about,
    title: x.title,
    purpose: x.purpose,
    spots: spotsIn(ats),
    measures: indicesIn(ats),
    pace: x.pace ?? 0.7,
    times: x.times ?? 3,
    ...(x.strains ? { strains: x.strains } : {}),
    key: x.key ?? at.key,
    meter,
    voice: (seat: Seat): DrillVoice | null => voiceOf(cells, meter, (what) => touch(c.bySeat[seat.id], what), { words, marks }),
  }
}

/** What a seat plays at the two notes of a pair, called a and b. */
export const ofPair =
  ({ a, b }: Pick<Pair, 'a' | 'b'>) =>
  (p: SeatAtWork, what: string): Touch | null =>
    touchAt(p, what === 'a' ? a : b)
