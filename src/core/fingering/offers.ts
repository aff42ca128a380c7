import { placeWords, sayStretch } from '../piece/address'
import { chordNote, MAIN_DEGREES, triadOf } from '../music/chord'
import type { Key } from '../music/key'
import { printedNote } from '../music/noteName'
import { byOctaves, letterName, LETTERS, midiOf, pitchName, stepsOf, type Pitch } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { placeEvents } from '../piece/walk'
import { chargeChosen } from './chosen'
import { sayHold, sayPitches, type Tongue } from '../words/en/hands'
import { mapSeat, type SeatMap } from './map'
import type { Moment } from './moments'
import { withSubstitutes, type Substitute } from './substitute'
import { FOR_NEW } from './weights'

/** One thing that a seat could play instead, with what it does to the line. */
export type Offer = {
  /** "Octave lower", "Only the C". */
  readonly name: string
  readonly why: string
  /** By event id: what to put in the plan. */
  readonly changes: Readonly<Record<string, Substitute>>
  /** Notes of the line that stay out of reach, cut or new after it. */
  readonly left: number
  /** Cost of the whole line against the line as it is, in units of the weights, trouble not counted. */
  readonly price: number
  readonly rank: OfferRank
}

const OCTAVES = [-1, 1, -2, 2] as const

/** What is changed: the note alone, to an octave beside it; what sounds, to another note of its chord; more than that. */
export const OFFER_RANKS = ['note', 'chord', 'more'] as const
type OfferRank = (typeof OFFER_RANKS)[number]

/**
 * What a seat can play in place of a moment that is out of reach, cut or new, as teachers choose: the note itself an octave
 * away, then notes of its chord, then more of the line moved; of those fewest troubles left, then the least work for the
 * hand. Each is tried on the whole line, and is no trouble itself. Common practice.
 */
export function offersAt(piece: Piece, map: SeatMap, moment: number, talk: Tongue): Offer[] {
  const m = map.moments[moment]
  const tried = new Map<string, Offer>()
  const before = laborOf(map)
  const offer =
    (rank: OfferRank) =>
    ({ name, why, changes }: Draft): void => {
      const key = JSON.stringify(changes)
      if (tried.has(key) || Object.keys(changes).length === 0) return
      const { setup, source } = map.solution
      const line = withSubstitutes(map.line, changes)
      const after = mapSeat(piece, line, map.seat, {
        octave: map.octave,
        policy: setup.policy,
        learned: setup.learned,
        pins: source.pins,
      })
      const left = troubles(after)
      // What is put here must be no trouble itself.
      if (left < troubles(map) && !needsOffer(after, momentOf(after, m)))
        tried.set(key, { name, why: why((x = m) => playedAt(talk, after, x)), changes, left, price: laborOf(after) - before, rank })
    }
  for (const by of OCTAVES) {
    const name = by < 0 ? (by === -1 ? 'One octave lower' : 'Two octaves lower') : by === 1 ? 'One octave higher' : 'Two octaves higher'
    offer(Math.abs(by) === 1 ? 'note' : 'more')({
      name,
      why: (played) =>
        `${names(talk, map, m.pitches, by)} ${m.pitches.length > 1 ? 'are' : 'is'} ${played()}. Only this ${m.pitches.length > 1 ? 'chord' : 'note'} moves`,
      changes: all([m], { kind: 'octave', by }),
    })
    const { moments: phrase, bounds } = phraseOf(map, moment)
    if (phrase.length > 1) {
      const [a, b] = [phrase[0], phrase[phrase.length - 1]].map((x) => x.events[0].at.index)
      const where = sayStretch(map.line, a, b)
      offer('more')({
        name: `${name}, whole ${bounds === null ? placeWords(map.line).one : 'phrase'}`,
        why: () => `${phrase.length} notes in ${where} move together${bounds === null ? '' : `, ${bounds}`}`,
        changes: all(phrase, { kind: 'octave', by }),
      })
    }
  }
  inversions(talk, map, m).forEach(offer('chord'))
  byTurns(talk, map, moment).forEach(offer('chord'))
  divisi(talk, map, m).forEach(offer('chord'))
  tones(talk, piece, map, m).forEach(offer('chord'))
  return [...tried.values()].sort(
    (a, b) => OFFER_RANKS.indexOf(a.rank) - OFFER_RANKS.indexOf(b.rank) || a.left - b.left || a.price - b.price,
  )
}

/** Notes that are out of reach, cut or new for the class. */
export const troubles = (map: SeatMap): number => map.problems.filter((p) => p.mark !== 'pin').length

/** What the line asks of the hand, without what is new: that is counted apart. */
function laborOf({ solution }: SeatMap): number {
  let labor = 0
  chargeChosen(solution, (kind, times) => {
    if (!FOR_NEW.includes(kind)) labor += times * solution.weights[kind]
  })
  return labor
}

const names = (talk: Tongue, map: SeatMap, pitches: readonly Pitch[], by = 0): string =>
  sayPitches(
    talk,
    pitches.map((p) => byOctaves(p, map.written + by)),
  )

const all = (moments: readonly Moment[], s: Substitute): Record<string, Substitute> =>
  Object.fromEntries(moments.flatMap((m) => m.events.map((e) => [e.event.id, s])))

/** The same moment in a line with other pitches. */
const momentOf = (after: SeatMap, m: Moment): number => after.moments.findIndex((x) => x.events[0].event.id === m.events[0].event.id)

/** How a seat then plays a moment, said: what its solved line has there. */
function playedAt(talk: Tongue, after: SeatMap, m: Moment): string {
  const ids = new Set(m.events.map((e) => e.event.id))
  const note = after.notes.find((n) => ids.has(n.placed.event.id))
  return note ? sayHold(talk, after.instrument, note.hold) : 'out of reach'
}

/** A phrase longer than this is not moved for one note. */
const LONGEST_PHRASE = 32

/** Moments that move together, and from where to where they go: "from rest to rest"; null for a measure by itself. */
export type Phrase = { readonly moments: readonly Moment[]; readonly bounds: string | null }

/** What ends a phrase between two moments. */
type Break = 'rest' | 'repeat' | 'double bar'

/**
 * The moments around one, from rest to rest, or to a double bar or repeat; its measure when that is too long. An ending
 * goes with what leads into it, and with the endings beside it: played in turn they follow the same notes.
 */
export function phraseOf(map: SeatMap, moment: number): Phrase {
  const { moments } = map
  const breakAt = (i: number): Break | 'edge' | null => {
    if (i <= 0 || i >= moments.length) return 'edge'
    if (moments[i].gap.rest) return 'rest'
    const [a, b] = [moments[i - 1].events[0].at, moments[i].events[0].at]
    if (a.index === b.index || (b.measure.ending && a.measure.ending)) return null
    if (a.measure.repeatEnd || b.measure.repeatStart) return 'repeat'
    return a.measure.barline ? 'double bar' : null
  }
  let [from, to] = [moment, moment]
  while (!breakAt(from)) from--
  while (!breakAt(to + 1)) to++
  const phrase = moments.slice(from, to + 1)
  if (phrase.length > LONGEST_PHRASE) {
    const { index } = moments[moment].events[0].at
    return { moments: moments.filter((m) => m.events[0].at.index === index), bounds: null }
  }
  const name = (b: Break | 'edge', edge: string) => (b === 'edge' ? edge : `a ${b}`)
  const [start, end] = [breakAt(from)!, breakAt(to + 1)!]
  const bounds =
    start === 'rest' && end === 'rest' ? 'from rest to rest' : `from ${name(start, 'the beginning')} to ${name(end, 'the end')}`
  return { moments: phrase, bounds }
}

/** Something to try; `why` is said of how the seat then plays the moment, or another one. */
type Draft = Pick<Offer, 'name' | 'changes'> & { readonly why: (played: (x?: Moment) => string) => string }

/** The notes of a chord of two with one of them in another octave. */
function inversions(talk: Tongue, map: SeatMap, m: Moment): Draft[] {
  if (m.pitches.length !== 2) return []
  const [low, high] = m.pitches
  const moved: readonly (readonly [readonly Pitch[], string])[] = [
    [[byOctaves(high, -1), low], 'the top note one octave lower'],
    [[high, byOctaves(low, 1)], 'the bottom note one octave higher'],
  ]
  return moved
    .filter(([[a, b]]) => midiOf(a) !== midiOf(b))
    .map(([pair, what]): Draft => {
      const pitches = [...pair].sort((a, b) => midiOf(a) - midiOf(b))
      return { name: names(talk, map, pitches), why: (played) => `${what}: ${played()}`, changes: all([m], { kind: 'chord', pitches }) }
    })
}

/**
 * A chord of two that is struck several times in a row: an open string of its harmony and the note of it that the hand
 * reaches, by turns, with as many strokes as before.
 */
function byTurns(talk: Tongue, map: SeatMap, moment: number): Draft[] {
  const { moments, instrument } = map
  const chord = moments[moment]
  if (chord.pitches.length !== 2) return []
  const key = (m: Moment) => m.pitches.map(pitchName).join()
  const same = (i: number) => moments[i] !== undefined && key(moments[i]) === key(chord)
  let [from, to] = [moment, moment]
  while (same(from - 1)) from--
  while (same(to + 1)) to++
  const run = moments.slice(from, to + 1)
  if (run.length < 2) return []
  const { key: signature } = chord.events[0].at
  const letters = MAIN_DEGREES.map((degree) => triadOf(signature, degree)).find((t) => chord.pitches.every((p) => t.includes(p.letter)))
  if (!letters) return []
  const opens = instrument.strings
    .map((s) => byOctaves(s, -map.written))
    .filter((s) => letters.includes(s.letter) && chordNote(signature, s.letter).alter === s.alter)
  return chord.pitches.flatMap((kept) => {
    // The open string next to it, so that the bow stays on one string or goes to the next.
    const [open] = opens
      .filter((s) => midiOf(s) !== midiOf(kept))
      .sort((a, b) => Math.abs(midiOf(a) - midiOf(kept)) - Math.abs(midiOf(b) - midiOf(kept)))
    if (!open) return []
    const changes = Object.assign(
      {},
      ...run.map((m, i) => all([m], { kind: 'tone', pitch: i % 2 === 0 ? open : kept })),
    ) as Draft['changes']
    return [
      {
        name: `${names(talk, map, [open])} and ${names(talk, map, [kept])} in turn`,
        why: (played) => `${played(run[0])} and ${played(run[1])}, in the same rhythm`,
        changes,
      },
    ]
  })
}

/** Some notes of a chord: each alone, and each neighbouring pair. */
function divisi(talk: Tongue, map: SeatMap, m: Moment): Draft[] {
  if (m.pitches.length < 2) return []
  const pick = (indices: readonly number[], why: string): Draft[] => {
    const pitches = indices.map((i) => m.pitches[i])
    const heads = indices.map((i) => m.order[i])
    return [
      { name: `Only ${names(talk, map, pitches)}`, why: (played) => `${played()}. ${why}`, changes: all([m], { kind: 'heads', heads }) },
    ]
  }
  const last = m.pitches.length - 1
  const single = m.pitches.flatMap((_, i) =>
    pick([i], i === last ? 'The top note has the tune' : i === 0 ? 'The lowest note carries the chord' : 'The seat divides the notes'),
  )
  const pairs = m.pitches.length > 2 ? m.pitches.slice(1).flatMap((_, i) => pick([i, i + 1], 'Two of the notes together')) : []
  return [...pairs, ...single]
}

/** Other notes of the harmony near a moment: what other lines sound with it, else the key's three main chords. */
function tones(talk: Tongue, piece: Piece, map: SeatMap, m: Moment): Draft[] {
  return notesInstead(piece, map, m).map(({ pitch, from }): Draft => ({
    name: `${names(talk, map, [pitch])} instead`,
    why: (played) =>
      `${played()}, ${from ? `a note of the chord ${from.map((x) => printedNote(talk.names, x)).join(' ')}` : 'as another line has it here'}`,
    changes: all([m], { kind: 'tone', pitch }),
  }))
}

/** Other notes that fit where a moment is, and why: what another line has there, else notes of the key's main chords; for each the nearest below, then above. */
export function notesInstead(piece: Piece, map: SeatMap, m: Moment): { readonly pitch: Pitch; readonly from: readonly Named[] | null }[] {
  const top = m.pitches[m.pitches.length - 1]
  const { key } = m.events[0].at
  const together = soundingWith(piece, map, m.events[0].onset).map((tone) => ({ tone, from: null }))
  const chord = together.length ? together : chordTones(key, top)
  return chord.flatMap(({ tone, from }) => {
    if (tone.letter === top.letter && tone.alter === top.alter) return []
    return [top.octave, top.octave - 1, top.octave + 1]
      .map((octave): Pitch => ({ letter: tone.letter, alter: tone.alter, octave }))
      .filter((p) => Math.abs(stepsOf(p) - stepsOf(top)) < LETTERS.length && p.octave >= -1 && p.octave <= 9)
      .map((pitch) => ({ pitch, from }))
  })
}

function soundingWith(piece: Piece, map: SeatMap, onset: number): Pitch[] {
  const mine = new Set(map.line.measures.flatMap((x) => x.events.map((e) => e.id)))
  return piece.lines
    .filter((line) => !line.measures.some((x) => x.events.some((e) => mine.has(e.id))))
    .flatMap((line) => placeEvents(piece, line).filter((p) => p.onset <= onset && onset < p.onset + p.ticks))
    .flatMap((p) => (p.event.kind === 'note' ? p.event.heads.map((h) => h.pitch) : []))
}

type Named = Pick<Pitch, 'letter' | 'alter'>
/** A note that may stand in for another; the chord of the key that it is taken from, root first. */
type ChordTone = { readonly tone: Named; readonly from: readonly Named[] }

/** The notes of the key's main chords (tonic, subdominant, dominant) that hold the pitch; none where it belongs to none of them. */
function chordTones(key: Key, p: Pitch): ChordTone[] {
  const chords = MAIN_DEGREES.map((degree) => triadOf(key, degree).map((letter) => chordNote(key, letter)))
  const seen = new Set<string>()
  return chords
    .filter((c) => c.some((t) => t.letter === p.letter && t.alter === p.alter))
    .flatMap((chord) => chord.map((tone): ChordTone => ({ tone, from: chord })))
    .filter(({ tone }) => {
      const name = letterName(tone)
      return !seen.has(name) && seen.add(name)
    })
}

/** Whether a moment has trouble that a substitute could lift. */
export const needsOffer = (map: SeatMap, moment: number): boolean => {
  const id = map.moments[moment]?.events[0].event.id
  return map.problems.some((p) => p.placed.event.id === id && p.mark !== 'pin')
}
