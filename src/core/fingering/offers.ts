import { isLearned } from '../hands/hold'
import { MAIN_DEGREES, triadOf, triadOn } from '../music/chord'
import { alterIn, type Key } from '../music/key'
import { byOctaves, LETTERS, printedPitch, stepsOf, type Pitch } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { placeEvents } from '../piece/walk'
import { candidates } from './candidates'
import { chargeChosen } from './chosen'
import { sayHold } from './explain'
import { mapSeat, type SeatMap } from './map'
import type { Moment } from './moments'
import { withSubstitutes, type Substitute } from './substitute'

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
}

const OCTAVES = [-1, 1, -2, 2] as const

/**
 * What a seat can play in place of a moment that is out of reach, cut or new, best first: fewest troubles left, then the
 * least work for the hand. Each is tried on the whole line.
 */
export function offersAt(piece: Piece, map: SeatMap, moment: number): Offer[] {
  const m = map.moments[moment]
  const tried = new Map<string, Offer>()
  const before = laborOf(map)
  const offer = (name: string, why: string, changes: Record<string, Substitute>) => {
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
    if (left < troubles(map)) tried.set(key, { name, why, changes, left, price: laborOf(after) - before })
  }
  for (const by of OCTAVES) {
    const name = by < 0 ? (by === -1 ? 'Octave lower' : 'Two octaves lower') : by === 1 ? 'Octave higher' : 'Two octaves higher'
    const hold = easiest(
      map,
      m.pitches.map((p) => byOctaves(p, by)),
    )
    if (hold) offer(name, `${names(map, m.pitches, by)} is ${hold}; only this note moves`, all([m], { kind: 'octave', by }))
    const phrase = phraseOf(map, moment)
    if (phrase.length > 1) {
      const [a, b] = [phrase[0], phrase[phrase.length - 1]].map((x) => x.events[0].at.measure.number)
      const where = a === b ? `measure ${a}` : `measures ${a} to ${b}`
      offer(
        `${name}, whole phrase`,
        `${phrase.length} notes of ${where} move together, so the tune keeps its shape`,
        all(phrase, { kind: 'octave', by }),
      )
    }
  }
  divisi(map, m).forEach((d) => offer(d.name, d.why, d.changes))
  tones(piece, map, m).forEach((t) => offer(t.name, t.why, t.changes))
  return [...tried.values()].sort((a, b) => a.left - b.left || a.price - b.price)
}

/** Notes that are out of reach, cut or new for the class. */
const troubles = (map: SeatMap): number => map.problems.filter((p) => p.mark !== 'pin').length

/** What the line asks of the hand, without what is new: that is counted apart. */
function laborOf({ solution }: SeatMap): number {
  let labor = 0
  chargeChosen(solution, (kind, times) => {
    if (kind !== 'notLearned' && kind !== 'taughtLater') labor += times * solution.weights[kind]
  })
  return labor
}

const names = (map: SeatMap, pitches: readonly Pitch[], by = 0): string =>
  pitches.map((p) => printedPitch(byOctaves(p, map.written + by))).join(' and ')

const all = (moments: readonly Moment[], s: Substitute): Record<string, Substitute> =>
  Object.fromEntries(moments.flatMap((m) => m.events.map((e) => [e.event.id, s])))

/** The learned way to hold pitches (as the line writes them), said; or any way; null when there is none. */
function easiest(map: SeatMap, pitches: readonly Pitch[]): string | null {
  const holds = candidates(
    map.solution.setup,
    pitches.map((p) => byOctaves(p, map.written)),
  )
  const hold = holds.find(isLearned) ?? holds[0]
  return hold ? sayHold(map.instrument, hold) : null
}

/** A phrase longer than this is not moved for one note. */
const LONGEST_PHRASE = 32

/** The moments around one, from rest to rest, or to a double bar or repeat; its measure when that is too long. */
export function phraseOf(map: SeatMap, moment: number): Moment[] {
  const { moments } = map
  const breaks = (i: number): boolean => {
    if (i <= 0 || i >= moments.length || moments[i].gap.rest) return true
    const [a, b] = [moments[i - 1].events[0].at, moments[i].events[0].at]
    return a.index !== b.index && Boolean(a.measure.barline ?? a.measure.repeatEnd ?? b.measure.repeatStart)
  }
  let [from, to] = [moment, moment]
  while (!breaks(from)) from--
  while (!breaks(to + 1)) to++
  const phrase = moments.slice(from, to + 1)
  if (phrase.length <= LONGEST_PHRASE) return phrase
  const { index } = moments[moment].events[0].at
  return moments.filter((m) => m.events[0].at.index === index)
}

type Draft = Pick<Offer, 'name' | 'why' | 'changes'>

/** Some notes of a chord: each alone, and each neighbouring pair. */
function divisi(map: SeatMap, m: Moment): Draft[] {
  if (m.pitches.length < 2) return []
  const pick = (indices: readonly number[], why: string): Draft[] => {
    const pitches = indices.map((i) => m.pitches[i])
    const hold = easiest(map, pitches)
    if (!hold) return []
    const heads = indices.map((i) => m.order[i])
    return [{ name: `Only ${names(map, pitches)}`, why: `${hold}; ${why}`, changes: all([m], { kind: 'heads', heads }) }]
  }
  const last = m.pitches.length - 1
  const single = m.pitches.flatMap((_, i) =>
    pick([i], i === last ? 'the top note carries the tune' : i === 0 ? 'the lowest note carries the chord' : 'divided among the seat'),
  )
  const pairs = m.pitches.length > 2 ? m.pitches.slice(1).flatMap((_, i) => pick([i, i + 1], 'two of the notes, held together')) : []
  return [...pairs, ...single]
}

/** Other notes of the harmony near a moment: what other lines sound with it, else the key's three main chords. */
function tones(piece: Piece, map: SeatMap, m: Moment): Draft[] {
  const top = m.pitches[m.pitches.length - 1]
  const { key } = m.events[0].at
  const together = soundingWith(piece, map, m.events[0].onset)
  const chord = together.length ? together : chordTones(key, top)
  const from = together.length ? 'it sounds in another line at that time' : 'a note of the same chord of the key'
  return chord.flatMap((tone) => {
    if (tone.letter === top.letter && tone.alter === top.alter) return []
    // The nearest below, then above.
    return [top.octave, top.octave - 1, top.octave + 1]
      .map((octave): Pitch => ({ letter: tone.letter, alter: tone.alter, octave }))
      .filter((p) => Math.abs(stepsOf(p) - stepsOf(top)) < LETTERS.length && p.octave >= -1 && p.octave <= 9)
      .flatMap((p) => {
        const hold = easiest(map, [p])
        return hold ? [{ name: `${names(map, [p])} instead`, why: `${from}; ${hold}`, changes: all([m], { kind: 'tone', pitch: p }) }] : []
      })
  })
}

function soundingWith(piece: Piece, map: SeatMap, onset: number): Pitch[] {
  const mine = new Set(map.line.measures.flatMap((x) => x.events.map((e) => e.id)))
  return piece.lines
    .filter((line) => !line.measures.some((x) => x.events.some((e) => mine.has(e.id))))
    .flatMap((line) => placeEvents(piece, line).filter((p) => p.onset <= onset && onset < p.onset + p.ticks))
    .flatMap((p) => (p.event.kind === 'note' ? p.event.heads.map((h) => h.pitch) : []))
}

/** The notes of the key's tonic, subdominant and dominant chords that hold the pitch; its own third and fifth if none does. */
function chordTones(key: Key, p: Pitch): Pick<Pitch, 'letter' | 'alter'>[] {
  const main = MAIN_DEGREES.map((degree) => triadOf(key, degree)).filter((t) => t.includes(p.letter))
  const letters = [...new Set((main.length ? main : [triadOn(p.letter)]).flat())]
  return letters.map((letter) => ({ letter, alter: alterIn(key, letter) }))
}

/** Whether a moment has trouble that a substitute could lift. */
export const needsOffer = (map: SeatMap, moment: number): boolean => {
  const id = map.moments[moment].events[0].event.id
  return map.problems.some((p) => p.placed.event.id === id && p.mark !== 'pin')
}
