import { pluckedIn } from '../bowing/strokes'
import { candidates, type Setup } from '../fingering/candidates'
import { needKeys } from '../fingering/problems'
import { mapSeat, type MappedNote, type SeatMap } from '../fingering/map'
import { pinFor, type Pin } from '../fingering/pins'
import type { Policy } from '../fingering/policy'
import { isLearned, type Hold } from '../hands/hold'
import { trueChecksOf } from '../hands/trueChecks'
import { FIRST } from '../instruments/instrument'
import { byOctaves, pitchName, type Pitch } from '../music/pitch'
import { once } from '../once'
import { PIECE_VERSION, type Line, type Piece } from '../piece/piece'
import { placeMeasures, type PlacedMeasure } from '../piece/walk'
import type { Stretch } from '../piece/stretch'
import { readingOf, stopOf, type Reading, type ReadNote } from '../reading/reading'
import { spotsOf } from '../reading/spots'
import type { SpotKind } from '../plan/spotKinds'
import type { Spot } from '../reading/spots/spot'
import type { Ensemble } from '../balance/ensemble'
import type { Plan } from '../plan/plan'
import { loadOf, type SeatLoad } from '../balance/load'
import type { Reads } from '../seats/reads'
import type { BySeat, EverySeat, Seat } from '../seats/seat'
import { PLAIN_TONGUE, type Tongue } from '../words/en/hands'
import type { Touch } from './drill'

/** One seat of a piece that is practised, with all that its drills are made from. */
export type SeatAtWork = {
  readonly seat: Seat
  readonly map: SeatMap
  readonly reading: Reading
  readonly spots: readonly Spot[]
  readonly load: SeatLoad
  /** Notes of its part that it is known not to read surely, by name. */
  readonly unread: readonly string[]
}

/** A piece that is practised: mapped for its class, with what trips whom. */
export type Practised = {
  readonly piece: Piece
  /** In score order; at least one. */
  readonly players: readonly SeatAtWork[]
  readonly bySeat: EverySeat<SeatAtWork>
  /** The measures that drills are made for; null: all. */
  readonly stretch: Stretch | null
  /** What the piece has otherwise than its class, which its drills have too. */
  readonly decided: Decided
  /** How the class talks. */
  readonly talk: Tongue
  /** The measures of the leading line in their places: the key and time that hold there. */
  readonly measures: readonly PlacedMeasure[]
}

/** How a piece fingers otherwise than its class, and what seats are taken to have learned for it. */
type Decided = Pick<Plan, 'policy' | 'seatPolicy' | 'learned'>
/** Which notes seats are known to read, and not to; how the class talks. */
type Read = { readonly reads?: BySeat<Reads>; readonly talk?: Tongue }
const AS_CLASS: Decided = { policy: {}, seatPolicy: {}, learned: null }

/** A piece mapped for its seats by a plan made ready to be practised, all of it or a stretch. */
export function practised(
  piece: Piece,
  seats: readonly Seat[],
  ensemble: Ensemble,
  stretch: Stretch | null = null,
  { policy, seatPolicy, learned, reads = {}, talk = PLAIN_TONGUE }: Decided & Read = AS_CLASS,
): Practised {
  const players = seats.map((seat): SeatAtWork => {
    const map = ensemble[seat.id]
    return {
      seat,
      map,
      reading: readingOf(piece, map),
      spots: spotsOf(piece, map),
      load: loadOf(piece, map),
      unread: reads[seat.id]?.unsure ?? [],
    }
  })
  return {
    piece,
    players,
    bySeat: Object.fromEntries(players.map((p) => [p.seat.id, p])),
    stretch,
    decided: { policy, seatPolicy, learned },
    talk,
    measures: placeMeasures(piece, players[0].map.line),
  }
}

/** Whether a measure is one that drills are made for. */
export const isAsked = ({ stretch }: Practised, index: number): boolean => !stretch || (index >= stretch.from && index <= stretch.to)

/** A spot with the note it stands at and the note before it in the seat's part. */
export type At = { readonly spot: Spot; readonly player: SeatAtWork; readonly note: ReadNote; readonly last: ReadNote | null }

/** All spots of some kinds that can be drilled: the hand reaches the note. */
export const spotsOfKinds = (c: Practised, kinds: readonly SpotKind[]): At[] =>
  allSpots(c).filter(({ spot }) => kinds.includes(spot.kind) && isAsked(c, spot.index))

/** Every spot that the hand reaches, seat by seat in written order. */
export const allSpots = once((c: Practised): readonly At[] =>
  c.players.flatMap((player) =>
    player.spots.flatMap((spot): At[] => {
      const note = player.reading.byEvent.get(spot.event)
      return note?.hold ? [{ spot, player, note, last: player.reading.notes[note.index - 1] ?? null }] : []
    }),
  ),
)

/** Things put together by a key, in the order in which the keys first come. */
export function grouped<T>(all: readonly T[], keyOf: (x: T) => string): T[][] {
  const groups = new Map<string, T[]>()
  for (const x of all) {
    const same = groups.get(keyOf(x))
    if (same) same.push(x)
    else groups.set(keyOf(x), [x])
  }
  return [...groups.values()]
}

/** The pitches of a note as its line has them, whatever octave a seat reads it in: one key for all seats that read the line. */
export const linePitches = ({ map }: SeatAtWork, note: ReadNote): readonly Pitch[] => map.moments[note.index].pitches

/** The pitch of a note that carries the tune, as the line has it. */
export const linePitch = (p: SeatAtWork, note: ReadNote): Pitch => linePitches(p, note).at(-1)!

/** What is new for a seat in a hold. */
export const freshIn = ({ map }: SeatAtWork, hold: Hold): string[] => (isLearned(hold) ? [] : needKeys(map.instrument, hold))

/** What a seat's hand does at a hold, for these pitches of its part. */
export const touchOf = (p: SeatAtWork, pitches: readonly Pitch[], hold: Hold): Touch => ({
  pitches,
  pin: pinFor(p.map.instrument, hold),
  fresh: freshIn(p, hold),
  string: hold.low,
})

const heldOf = once((_: SeatMap) => new Map<string, Touch | null>())

/** What a seat plays at an event of the piece, held as it is there; null where it rests, has no such event, or cannot reach it. */
export function touchAt(p: SeatAtWork, event: string): Touch | null {
  const known = heldOf(p.map)
  let touch = known.get(event)
  if (touch === undefined) known.set(event, (touch = heldAt(p, event)))
  return touch
}

function heldAt(p: SeatAtWork, event: string): Touch | null {
  const note = p.reading.byEvent.get(event)
  if (!note?.hold || note.hold.stops.length !== note.heads.length) return null
  return touchOf(
    p,
    note.heads.map((h) => h.pitch),
    note.hold,
  )
}

/** Pins of pitches that the piece always takes alike, by the name of the written pitch: what the class practises is what it will play. */
const usual = once((map: SeatMap): ReadonlyMap<string, Pin> => {
  const found = new Map<string, { key: string; pin: Pin } | null>()
  for (const n of map.notes) {
    if (n.chord || n.held || !isLearned(n.hold)) continue
    const name = pitchName(n.pitch)
    const key = keyOf(n)
    const known = found.get(name)
    if (known === undefined) found.set(name, { key, pin: pinFor(map.instrument, n.hold) })
    else if (known && known.key !== key) found.set(name, null)
  }
  return new Map([...found].flatMap(([name, x]) => (x ? [[name, x.pin] as const] : [])))
})
const keyOf = (n: MappedNote): string => `${n.stop.string} ${n.stop.finger} ${n.stop.finger ? n.position : ''}`

const setupOf = (p: SeatAtWork): Setup => p.map.setup

const placesOf = once((_: SeatMap) => new Map<string, Touch | null>())

/**
 * How a seat takes one written pitch that stands in no place of the piece: as the piece always takes it, else on the given
 * string, else wherever it has learned it. Null where no hand takes it.
 */
export function touchFor(p: SeatAtWork, pitch: Pitch, string?: number): Touch | null {
  const known = placesOf(p.map)
  const key = `${pitch.letter}${pitch.alter}${pitch.octave} ${string ?? ''}`
  let touch = known.get(key)
  if (touch === undefined) known.set(key, (touch = placeFor(p, pitch, string)))
  return touch
}

/** What is learned comes first, then first position, then the plain hand. */
const rank = (h: Hold): number =>
  100 * h.needs.length + 2 * Math.abs(h.open ? 0 : h.position - FIRST) + (h.stops.some((s) => s.stretch) ? 1 : 0)

function placeFor(p: SeatAtWork, pitch: Pitch, string?: number): Touch | null {
  const holds = candidates(setupOf(p), [pitch]).filter((h) => string === undefined || h.low === string)
  const best = holds.reduce<Hold | null>((a, b) => (a && rank(a) <= rank(b) ? a : b), null)
  if (!best) return null
  if (string !== undefined) return touchOf(p, [pitch], best)
  const pin = usual(p.map).get(pitchName(pitch)) ?? null
  return { pitches: [pitch], pin: isLearned(best) ? pin : pinFor(p.map.instrument, best), fresh: freshIn(p, best), string: best.low }
}

/** A written pitch under one finger on one string in one position; null where the hand has no such place. */
export function heldTouch(p: SeatAtWork, pitch: Pitch, string: number, finger: number, position: number): Touch | null {
  const holds = candidates(setupOf(p), [pitch]).filter((h) => h.low === string && h.position === position && h.stops[0].finger === finger)
  const best = holds.reduce<Hold | null>((a, b) => (a && rank(a) <= rank(b) ? a : b), null)
  return best && touchOf(p, [pitch], best)
}

/** A pitch of the line as the seat's part writes it. */
export const writtenFor = ({ map }: SeatAtWork, pitch: Pitch): Pitch => byOctaves(pitch, map.written)

/** The open string of a seat. */
export const openTouch = (p: SeatAtWork, string: number): Touch => ({
  pitches: [p.map.instrument.strings[string]],
  pin: { strings: [string], fingers: [0] },
  fresh: setupOf(p).learned.strings.includes(string) ? [] : [`string ${p.map.instrument.strings[string].letter}`],
  string,
})

/** The nearest open string that tells whether the stopped note of an event is true, where it is learned; null where none does. */
export function checkFor(p: SeatAtWork, event: string): Touch | null {
  const note = p.reading.byEvent.get(event)
  const s = note && stopOf(note)
  for (const check of s ? trueChecksOf(p.map.instrument, s) : []) {
    const open = openTouch(p, check.string)
    if (open.fresh.length === 0) return open
  }
  return null
}

/**
 * How a seat takes a run of written pitches one after the other, solved as a line of its own with what the piece settles
 * held; one touch a pitch, null where no hand takes it. `policy`: what is decided otherwise for it.
 */
export function solvedRun(c: Practised, p: SeatAtWork, pitches: readonly Pitch[], policy: Partial<Policy> = {}): (Touch | null)[] {
  const line: Line = {
    name: '',
    clef: 'treble',
    measures: pitches.map((pitch, i) => ({
      number: `${i + 1}`,
      events: [{ kind: 'note', id: `r${i}`, value: { base: 'whole', dots: 0 }, heads: [{ pitch }] }],
    })),
    slurs: [],
  }
  const run: Piece = { version: PIECE_VERSION, title: 'run', key: c.piece.key, meter: { beats: 4, unit: 4 }, lines: [line] }
  const setup = setupOf(p)
  const settled = usual(p.map)
  const otherwise = Object.keys(policy).length > 0
  const pins = new Map(
    otherwise ? [] : pitches.flatMap((x, i) => (settled.has(pitchName(x)) ? [[`r${i}`, settled.get(pitchName(x))!] as const] : [])),
  )
  const map = mapSeat(run, line, p.seat, {
    octave: p.map.instrument.sounds,
    policy: otherwise ? { ...setup.policy, ...policy } : setup.policy,
    learned: setup.learned,
    pins,
  })
  return pitches.map((pitch, i) => {
    const [note] = map.byEvent.get(`r${i}`) ?? []
    return note ? touchOf(p, [pitch], note.hold) : null
  })
}

/** Whether all of a piece is plucked, by every seat: nothing in its drills speaks of the bow. */
export const isAllPlucked = once(({ players }: Practised): boolean =>
  players.every(({ map: { line } }) => {
    const plucked = pluckedIn(line)
    return line.measures.every((m) => m.events.every((e) => e.kind === 'rest' || plucked.has(e.id)))
  }),
)
