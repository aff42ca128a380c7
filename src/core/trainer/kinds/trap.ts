import { trainerWords } from '../../words/trainer'
import type { Piece } from '../../piece/piece'
import { placeMeasures } from '../../piece/walk'
import { tellingOf } from '../../words/en/fingering'
import { sayTrip } from '../../words/en/spots/said'
import type { Reading, ReadNote } from '../../reading/reading'
import { spotsOf } from '../../reading/spots'
import { aboutKind } from '../../reading/spots/detectors'
import type { Spot } from '../../reading/spots/spot'
import { ANSWERS, answerChoice, letterSaid, type AskedKind } from '../kind'
import type { Option } from '../question'

/** From here on something at a note is a trap worth asking for; under the second a note counts as none. */
const [TRAP, NONE] = [0.5, 0.15]

type Trap = { readonly spot: Spot; readonly right: ReadNote; readonly notes: readonly ReadNote[]; readonly plain: readonly ReadNote[] }

/** Fewest notes beside the trap: with two answers a guess is half right. */
const FEWEST_PLAIN = 2

/** Measures with one note that trips the eye or the hand most, and others that do not. */
function trapsOf(r: Reading): Trap[] {
  const spots = spotsOf(r.piece, r.map).filter((s) => ['eye', 'hand'].includes(aboutKind(s.kind).concern))
  return r.byMeasure.flatMap((notes, index) => {
    const here = spots.filter((s) => s.index === index)
    const hardest = here.filter((s) => !s.under).sort((a, b) => b.hard - a.hard)
    const [spot, second] = hardest
    if (!spot || spot.hard < TRAP || (second && second.event !== spot.event && second.hard >= spot.hard)) return []
    const at = notes.findIndex((n) => n.placed.event.id === spot.event)
    // Of a dotted note and a short one it is the short one that is said to come late.
    const right = notes[spot.kind === 'dotted' ? at + 1 : at]
    if (at < 0 || !right) return []
    const plain = notes.filter((n) => n !== right && here.every((s) => s.event !== n.placed.event.id || s.hard < NONE))
    return plain.length >= FEWEST_PLAIN && notes.length <= 8 ? [{ spot, right, notes, plain }] : []
  })
}

/** One measure of a part as a piece of its own, as the part writes it. */
function measureOf(r: Reading, index: number): Piece {
  const { line } = r.map
  const placed = placeMeasures(r.piece, line)[index]
  const written = new Map(r.notes.map((n) => [n.placed.event.id, n.heads]))
  const { repeatStart: _s, repeatEnd: _e, ending: _n, jump: _j, ...measure } = line.measures[index]
  const events = measure.events.map((e) => {
    const heads = written.get(e.id)
    return e.kind === 'note' && heads ? { ...e, heads: heads.map((h) => ({ pitch: h.pitch })) } : e
  })
  return {
    ...r.piece,
    title: '',
    key: placed.key,
    meter: placed.meter,
    lines: [{ name: r.map.seat.name, clef: r.instrument.clef, slurs: [], measures: [{ ...measure, events }] }],
  }
}

/** A measure of the piece: which note of it is the trap? */
export const trap: AskedKind = {
  kind: 'trap',
  name: 'Find the tricky note',
  aloud: 'Which note is the tricky one?',
  // Why a note trips is said in English alone so far: in another language it is not asked.
  subjects: (t) =>
    t.reading && (t.talk.language ?? 'en') === 'en' ? trapsOf(t.reading).map((x) => `${t.source} ${x.spot.event} ${x.spot.kind}`) : [],
  ask(t, subject, chance) {
    const [, event, kind] = subject.split(' ')
    const found = t.reading && trapsOf(t.reading).find((x) => x.spot.event === event && x.spot.kind === kind)
    if (!t.reading || !found) return null
    const { spot, right, notes, plain } = found
    const w = trainerWords(t.talk)
    const at = (n: ReadNote): string => w.nth(notes.indexOf(n) + 1, w.together(n.heads.map((h) => letterSaid(t, h.pitch))))
    const wrong = (n: ReadNote): Option => ({ text: at(n), mistake: 'somewhere else', as: at(n) })
    return {
      item: `trap ${subject}`,
      kind: 'trap',
      seat: t.seat.id,
      asks: w.trap(spot.where),
      shows: { kind: 'measure', piece: measureOf(t.reading, spot.index), says: spot.where },
      answer: {
        form: 'choice',
        options: answerChoice(
          chance,
          at(right),
          nearest(plain, right)
            .slice(0, ANSWERS - 1)
            .map(wrong),
        ),
      },
      says: `${at(right)}: ${sayTrip(spot, tellingOf(t.reading.map, t.talk))}`,
      note: '',
    }
  },
}

/** Notes by how near they stand to one. */
const nearest = (all: readonly ReadNote[], to: ReadNote): ReadNote[] =>
  [...all].sort((a, b) => Math.abs(a.index - to.index) - Math.abs(b.index - to.index))
