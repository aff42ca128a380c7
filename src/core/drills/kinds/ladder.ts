import { DRILL_NAMES, ladderTo, type RungName } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { midiOf } from '../../music/pitch'
import { stopOf, type ReadNote } from '../../reading/reading'
import type { Stretch } from '../../piece/stretch'
import type { NoteMark } from '../../piece/piece'
import type { Seat } from '../../seats/seat'
import { cellsOf, voiceOf } from '../cells'
import type { Sketch, Touch, DrillVoice } from '../drill'
import { lineTouch, passageVoice } from '../passages'
import { checkFor, isAllPlucked, linePitch, touchAt, type At, type SeatAtWork, type Practised } from '../practised'
import { fingerUnder } from './fourth'
import type { Generator } from './generator'
import { eventOf, indicesIn, namesIn, pairsOf, keptPair, spotsIn, type Pair } from './pairs'

/** One rung: what is played (a the note before, b the note that the shift lands on, f finger 1 where the hand comes from, t finger 1 where it goes, o the open string that checks it). */
type Rung = {
  readonly variant: RungName
  readonly pattern: string
  /** What stands over the notes tells the hand what to do: it is of whoever shifts alone. */
  readonly ofHand?: true
  readonly marks?: readonly NoteMark[]
  /** No bow is in it: it serves what is plucked too. */
  readonly unbowed?: true
  /** The finger goes along the string from note to note; with {@link STAYS} in place of the rest of it where it cannot. */
  readonly slides?: true
}
/** What is left of a slide where the notes of the piece lie on two strings, or one is open: finger 1 alone, there and back. */
const STAYS = '(f:2 t:2) | (t:2 f:2)'

/** Lowest rung first, each both ways and several times, 1 to 1 first and then the finger that lands. Common practice. */
const RUNGS: readonly Rung[] = [
  {
    variant: 'hand alone',
    pattern: 'f:2 t:2 | t:2 f:2',
    ofHand: true,
    unbowed: true,
  },
  {
    variant: 'plucked',
    pattern: 'f z t z | t z f z | a z b z | b z a z',
    marks: ['pizz'],
    unbowed: true,
  },
  {
    variant: 'slide heard',
    pattern: '(f:2 t:2) | (t:2 f:2) | (a:2 b:2) | (b:2 a:2)',
    ofHand: true,
    slides: true,
  },
  {
    variant: 'finger light',
    pattern: '(f:2 t:2) | (t:2 f:2) | (a:2 b:2) | (b:2 a:2)',
    ofHand: true,
    slides: true,
  },
  { variant: 'stop one beat', pattern: 'a z b o | b z a z | a z b o | b z a z' },
  {
    variant: 'stop half a beat',
    pattern: 'a:1.5 z:.5 b o | b:1.5 z:.5 a z | a:1.5 z:.5 b o | b:1.5 z:.5 a z',
  },
  {
    variant: 'stop a quarter of a beat',
    pattern: 'a:1.75 z:.25 b o | b:1.75 z:.25 a z | a:1.75 z:.25 b o | b:1.75 z:.25 a z',
  },
  { variant: 'no stop', pattern: 'a:2 b o | b:2 a z | a:2 b o | b:2 a z' },
  {
    variant: 'eyes shut',
    pattern: 'a:2 b o | a:2 b o | a:2 b o | a:2 b o',
    unbowed: true,
  },
]

/** For every shift of every seat the way up to it, rung by rung. */
export const ladderDrills = {
  kind: 'ladder',
  name: DRILL_NAMES.ladder,
  eases: 0.5,
  find: (c) =>
    pairsOf(c, ['shift'], undefined, true)
      .flatMap(alike)
      .flatMap((pair) => rungsOf(c, upwards(pair))),
} as const satisfies Generator

/** The two positions between which a hand goes, whichever way. */
const between = ({ note }: At): string => [note.move?.shift?.from, note.move?.shift?.to].sort().join(' ')

/** A pair of notes that one seat goes between in two ways is two ladders: each seat has one way in each. */
function alike(pair: Pair): Pair[] {
  const ways = new Map<SeatAtWork, string>()
  for (const at of pair.ats) if (!ways.has(at.player)) ways.set(at.player, between(at))
  const same = pair.ats.filter((at) => ways.get(at.player) === between(at))
  const others = pair.ats.filter((at) => !same.includes(at))
  if (others.length === 0) return [pair]
  const [{ last, note }] = others
  const turned = midiOf(linePitch(others[0].player, note)) !== midiOf(pair.pitches[1])
  const rest: Pair = {
    a: eventOf(last!),
    b: eventOf(note),
    pitches: turned ? [pair.pitches[1], pair.pitches[0]] : pair.pitches,
    ats: others,
  }
  return [{ ...pair, ats: same }, ...alike(rest)]
}

/** The pair with the note first that the hand goes up from: the way back is practised with it. */
function upwards(pair: Pair): Pair {
  const [{ note }] = pair.ats
  if ((note.move?.shift?.halfSteps ?? 1) > 0) return pair
  const { a, b, pitches, ats } = pair
  return { a: b, b: a, pitches: [pitches[1], pitches[0]], ats }
}

function rungsOf(c: Practised, pair: Pair): Sketch[] {
  const { ats } = pair
  const whose = namesIn(c, ats)
  const at = c.measures[ats[0].spot.index]
  const made = (rung: Pick<Rung, 'variant'>, voice: (seat: Seat) => DrillVoice | null): Sketch => ({
    kind: 'ladder',
    variant: rung.variant,
    about: `${keptPair(pair.pitches)}, ${ladderTo(placesOf(ats))}: ${rung.variant}`,
    title: (t) => drillWords(c.talk).LADDER_SAYS.title(t, pair.pitches, placesOf(ats), rung.variant),
    purpose: (t) => drillWords(c.talk).LADDER_SAYS.purpose(t, whose, pair.pitches, rung.variant),
    spots: spotsIn(ats),
    measures: indicesIn(ats),
    pace: 0.6,
    times: 2,
    strains: ['shift'],
    key: at.key,
    meter: at.meter,
    voice,
  })
  const hands = ats.map((x) => x.player)
  const rungs = RUNGS.flatMap((rung): Rung[] => {
    if (isAllPlucked(c) && !rung.unbowed) return []
    if (!rung.slides || hands.every((p) => isSlide(p, pair, 'a', 'b') && isSlide(p, pair, 'f', 't'))) return [rung]
    return hands.every((p) => isSlide(p, pair, 'f', 't')) ? [{ ...rung, pattern: STAYS }] : []
  }).map((rung) => made(rung, (seat) => rungVoice(c, pair, rung, c.bySeat[seat.id])))
  const replaced = ats.some((x) => replacing(x.player, pair))
  const find: Rung = { variant: 'find the place', pattern: 'r:2 t:2 r:2 t:2' }
  const [from, to] = [ats[0].last!.placed.at.index, ats[0].spot.index]
  return [
    ...(replaced ? [made(find, (seat) => rungVoice(c, pair, find, c.bySeat[seat.id]))] : []),
    ...rungs.slice(0, -1),
    made({ variant: 'in its measure' }, (seat) => passageVoice(c, c.bySeat[seat.id], { from, to } satisfies Stretch)),
    ...rungs.slice(-1),
  ]
}

/** Whether a finger can go along one string from one name of a rung's pattern to another: stopped, both on that string. */
function isSlide(p: SeatAtWork, pair: Pair, from: string, to: string): boolean {
  const [a, b] = [atRung(p, pair, from), atRung(p, pair, to)]
  const isStopped = ({ pin }: Touch) => pin?.fingers?.every((f) => f > 0) ?? false
  return !!a && !!b && a.string === b.string && isStopped(a) && isStopped(b)
}

/** The positions that the hands go to, each once. */
function placesOf(ats: readonly At[]): string[] {
  const shifts = ats.flatMap(({ note }) => note.move?.shift ?? [])
  return [...new Set(shifts.map((s) => (s.halfSteps > 0 ? s.to : s.from)))]
}

function rungVoice(c: Practised, pair: Pair, rung: Rung, p: SeatAtWork): DrillVoice | null {
  const at = c.measures[pair.ats[0].spot.index]
  const shifts = pair.ats.some((x) => x.player === p)
  const [{ player: lead }] = pair.ats
  const touch = (what: string): Touch | null => {
    if (shifts) return atRung(p, pair, what)
    if (what === 'a' || what === 'b') return touchAt(p, what === 'a' ? pair.a : pair.b)
    // Who stays has the notes of the hand that moves, in its own octave.
    const pitch = atRung(lead, pair, what)?.pitches[0]
    return pitch ? lineTouch(p, { ...pitch, octave: pitch.octave - lead.map.written }) : null
  }
  return voiceOf(cellsOf(rung.pattern), at.meter, touch, {
    words: shifts || !rung.ofHand ? drillWords(c.talk).RUNG_SAYS[rung.variant].words : undefined,
    marks: rung.marks,
  })
}

/** What a shifting seat plays at a name of a rung's pattern. */
function atRung(p: SeatAtWork, pair: Pair, what: string): Touch | null {
  const [a, b] = [p.reading.byEvent.get(pair.a), p.reading.byEvent.get(pair.b)]
  if (!a || !b) return null
  const [before, after] = [touchAt(p, pair.a), touchAt(p, pair.b)]
  switch (what) {
    case 'a':
      return before
    case 'b':
      return after
    case 'f':
      return firstOf(p, a) ?? before
    case 't':
      return firstOf(p, b) ?? after
    case 'r':
      return replacedBy(p, a, b) ?? before
    default:
      return checkFor(p, pair.b) ?? after
  }
}

/** Finger 1 in the hand that plays a note. */
const firstOf = (p: SeatAtWork, note: ReadNote): Touch | null => (stopOf(note) ? (fingerUnder(p, note, 1)?.touch ?? null) : null)

/** The finger of the first hand that stands where finger 1 of the second will: violin 3, cello 4. */
function replacedBy(p: SeatAtWork, a: ReadNote, b: ReadNote): Touch | null {
  const [from, to] = [stopOf(a), stopOf(b)]
  if (!from || !to || from.string !== to.string || a.hold!.position >= b.hold!.position) return null
  const place = p.map.byEvent.get(b.placed.event.id)?.[0]?.frame?.places[0]
  for (const finger of [3, 4, 2]) {
    const mapped = p.map.byEvent.get(a.placed.event.id)?.[0]?.frame?.places[finger - 1]
    if (place && mapped === place) return fingerUnder(p, a, finger)?.touch ?? null
  }
  return null
}

const replacing = (p: SeatAtWork, pair: Pair): boolean => {
  const [a, b] = [p.reading.byEvent.get(pair.a), p.reading.byEvent.get(pair.b)]
  return !!a && !!b && replacedBy(p, a, b) !== null
}
